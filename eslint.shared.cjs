/** What no check of the code looks at: made, not written. */
const IGNORED = [
  '**/dist/**',
  '**/dist-next/**',
  '**/.types/**',
  '**/.expo/**',
  '.cache/**',
  '**/.cache-empty/**',
  'types/**',
  '.data/**',
  'e2e/out/**',
  'app/public/**',
  'app/expo-env.d.ts',
];
module.exports = { IGNORED };
