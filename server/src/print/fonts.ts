/** The fonts that pages are set in, as files. */
const FILES = {
  'words-500': '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal',
  'words-700': '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-700-normal',
  'figures-700': '@fontsource/b612-mono/files/b612-mono-latin-700-normal',
} as const;
export type FontName = keyof typeof FILES;

export const isFont = (name: string): name is FontName => name in FILES;
export const fontFile = (name: FontName, format: 'woff' | 'woff2'): string =>
  require.resolve(`${FILES[name]}.${format}`);
