// Which way arrows may point, as allow-lists: what is not named here is refused. Drawn in docs/architecture.md.

/** The floors of core: each may know itself and what is named. */
const FLOORS = {
  quantity: [],
  engine: ['quantity'],
  air: ['quantity'],
  leak: ['engine', 'quantity'],
  oil: ['engine', 'quantity'],
  decay: ['quantity'],
  trace: ['quantity'],
  hiss: ['quantity'],
  jobfile: ['engine', 'air', 'quantity'],
  step: ['jobfile'],
  limits: ['jobfile', 'engine', 'air', 'quantity'],
  spread: ['jobfile'],
  reading: ['jobfile', 'engine', 'quantity'],
  tester: ['reading', 'jobfile', 'engine', 'quantity'],
  'test-kinds': ['step', 'limits', 'spread', 'reading', 'jobfile', 'engine', 'air', 'leak', 'oil', 'decay', 'quantity'],
  trend: ['reading', 'jobfile', 'air', 'oil', 'quantity'],
  causes: ['test-kinds', 'limits', 'jobfile', 'leak', 'engine', 'air', 'quantity'],
  'virtual-engine': ['reading', 'jobfile', 'engine', 'air', 'oil', 'quantity'],
  verdict: ['causes', 'test-kinds', 'limits', 'spread', 'reading', 'jobfile', 'engine', 'air', 'quantity'],
  plan: ['verdict', 'causes', 'test-kinds', 'spread', 'jobfile', 'engine', 'quantity'],
  decide: ['plan', 'verdict', 'test-kinds', 'causes', 'jobfile', 'engine', 'quantity'],
  practice: [
    'decide',
    'plan',
    'verdict',
    'causes',
    'virtual-engine',
    'reading',
    'jobfile',
    'oil',
    'engine',
    'air',
    'quantity',
  ],
  procedure: ['test-kinds', 'step', 'limits', 'jobfile', 'engine', 'oil', 'quantity'],
  report: [
    'plan',
    'verdict',
    'causes',
    'test-kinds',
    'step',
    'limits',
    'spread',
    'reading',
    'tester',
    'jobfile',
    'oil',
    'quantity',
    'engine',
  ],
};
/** What the core shows at its front door; the simulator, the recordings and the steps have doors of their own. */
const SHOWN = [
  'air',
  'causes',
  'decay',
  'engine',
  'jobfile',
  'leak',
  'limits',
  'oil',
  'plan',
  'quantity',
  'reading',
  'report',
  'spread',
  'step',
  'test-kinds',
  'tester',
  'trend',
  'verdict',
];

/** Folders of the app. A feature knows itself only: what two share moves to bench, ui or data. */
const APP = {
  ui: [],
  data: ['workers'],
  workers: [],
  settings: ['ui', 'data'],
  bench: ['ui', 'data', 'workers'],
  features: ['ui', 'data', 'settings', 'bench', 'workers'],
};
const SERVER = { accounts: [], store: [], live: [], print: [], http: ['accounts', 'store', 'live', 'print'] };

const CORE = '^core/src/(index|[^/]+/index)[.]ts$';
const CONTRACT = '^contract/src/(index|[^/]+/index)[.]ts$';
const PAGES = '^pages/src/index[.]ts$';
const SERVER_DOOR = '^server/src/index[.]ts$';
const DEMO_DOOR = '^demo/src/index[.]ts$';
const packages = (...names) => `node_modules/(${names.join('|')})(/|$)`;
/** What a package names in its own package.json, its types with it. */
function declaredBy(folder) {
  const { dependencies = {}, devDependencies = {} } = require(`./${folder}/package.json`);
  return packages(
    ...Object.keys({ ...dependencies, ...devDependencies }).filter((name) => !name.startsWith('@rugged/')),
  );
}
const NODE = 'core';
const TEST = '([.](test|fixture|properties)[.]tsx?$|^[^/]+/test/)';
/** What tests and their set-up may use besides. */
const TEST_TOOLS = [packages('fast-check', '@testing-library/[^/]+', 'jest[^/]*', '@types/jest', '@rugged/[^/]+')];

/** Everything from `from` to anything else than `to` is an error. */
const only = (name, comment, from, to, { node = false, pathNot = TEST } = {}) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from, pathNot },
  to: { pathNot: to, ...(node ? { dependencyTypesNot: [NODE] } : {}) },
});
const folders = (root, own, floor, knows) => [
  `^${root}/${floor}/`,
  ...knows.map((other) => `^${root}/${other}/`),
  ...own,
];

module.exports = {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'Files that need each other, be it for a type, are one file or three.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-orphan',
      comment: 'Nobody uses it: delete it.',
      severity: 'error',
      from: {
        orphan: true,
        pathNot: [
          '[.]d[.]ts$',
          '[.](config|setup)[.](c?js|ts)$',
          '^[.]',
          '^(app/app|e2e|bench|scripts)/',
          '[.]cjs$',
          '^server/test/global-',
        ],
      },
      to: {},
    },
    { name: 'resolves', comment: 'It is not there.', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'declared',
      comment: 'Name it in package.json.',
      severity: 'error',
      from: { pathNot: [TEST, '[.]config[.](c?js|ts)$', '[.]cjs$'] },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
    {
      name: 'not-a-test',
      comment: 'Only tests know tests.',
      severity: 'error',
      from: { pathNot: TEST },
      to: { path: TEST },
    },

    ...Object.entries(FLOORS).map(([floor, knows]) =>
      only(
        `core/${floor}`,
        `This floor knows only ${knows.join(', ') || 'itself'}.`,
        `^core/src/${floor}/`,
        folders('core/src', [], floor, knows),
      ),
    ),
    only(
      'core',
      'The core knows nobody, and shows its floors by their doors.',
      '^core/src/index[.]ts$',
      `^core/src/(${SHOWN.join('|')})/index[.]ts$`,
    ),
    only('core/tests', 'Tests of the core know the core.', '^core/src/.*[.]test[.]ts$', ['^core/src/', ...TEST_TOOLS], {
      pathNot: '^$',
    }),
    only('contract', 'The contract knows the core.', '^contract/src/', [
      '^contract/src/',
      CORE,
      declaredBy('contract'),
    ]),

    only('pages', 'What leaves the shop: made from a bench by the core.', '^pages/src/', [
      '^pages/src/',
      CORE,
      CONTRACT,
    ]),

    ...Object.entries(SERVER).map(([floor, knows]) =>
      only(
        `server/${floor}`,
        'server: http over store, live, print and accounts; it knows the contract, the pages and the core.',
        `^server/src/${floor}/`,
        folders('server/src', [CORE, CONTRACT, PAGES, declaredBy('server')], floor, knows),
        { node: true },
      ),
    ),
    only(
      'server',
      'The server knows the contract and the core.',
      '^server/src/[^/]+$',
      ['^server/src/', CORE, CONTRACT, PAGES, declaredBy('server')],
      { node: true },
    ),

    ...Object.entries(APP).map(([floor, knows]) =>
      only(
        `app/${floor}`,
        `app/src/${floor} knows only ${knows.join(', ') || 'itself'}, the contract and the core.`,
        `^app/src/${floor}/`,
        folders('app/src', [CORE, CONTRACT, PAGES, declaredBy('app')], floor, knows),
      ),
    ),
    {
      name: 'app/features-apart',
      comment: 'Features do not know each other: what two share moves to src/bench, src/ui or src/data.',
      severity: 'error',
      from: { path: '^app/src/features/([^/]+)/' },
      to: { path: '^app/src/features/([^/]+)/', pathNot: '^app/src/features/$1/' },
    },
    only('app/routes', 'Routes show a feature, and nothing more.', '^app/app/', [
      '^app/app/',
      '^app/src/(features|data|ui)/',
      declaredBy('app'),
    ]),

    only(
      'cli',
      'The command knows the contract, the core and the pages.',
      '^cli/src/',
      ['^cli/src/', CORE, CONTRACT, PAGES],
      { node: true },
    ),
    only(
      'demo',
      "The demo is filled through the server's own door.",
      '^demo/src/',
      ['^demo/src/', CORE, CONTRACT, SERVER_DOOR],
      { node: true },
    ),
    only(
      'e2e',
      'Journeys go through the browser; they know shapes from the contract, and who owns the database.',
      '^(e2e/|playwright[.]config)',
      ['^e2e/', CONTRACT, CORE, packages('@playwright', '@axe-core', 'pg', 'tsx'), '^scripts/'],
      { node: true },
    ),
    only(
      'bench',
      'What is measured goes through the doors.',
      '^bench/',
      [
        '^bench/',
        CORE,
        CONTRACT,
        SERVER_DOOR,
        DEMO_DOOR,
        '^scripts/',
        // What a day leaves is walked by a journey and measured here.
        '^e2e/day-without-signal[.]ts$',
        packages('@playwright', 'express', 'pg', 'papaparse'),
      ],
      { node: true },
    ),
    only(
      'scripts',
      'Scripts work before anything is installed, or say what they need.',
      '^scripts/',
      [
        '^scripts/',
        packages(
          'esbuild',
          'tsx',
          'workbox-build',
          '@playwright',
          'http-proxy-3',
          'node-forge',
          'papaparse',
          'pg',
          'qrcode',
        ),
        CONTRACT,
        '^jest[.]node[.]cjs$',
      ],
      { node: true },
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    // scripts and bench are modules of their own kind; what they need stands in the project's list.
    combinedDependencies: true,
    tsConfig: { fileName: 'tsconfig.arrows.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|dist-next|[.]expo|[.]cache|[.]data|[.]types|out|public)/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.cjs', '.json', '.d.ts'],
    },
  },
};
