import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier/flat';
import boundaries from 'eslint-plugin-boundaries';

/** The walls inside the core, lowest first: a folder may use those of the rows before its own, and none beside it. */
const coreRows = [
  ['units', 'numerics', 'documents'],
  ['working'],
  ['air'],
  ['fuel', 'charge-air', 'compressor', 'turbine', 'dyno', 'vehicle'],
  ['engine'],
  ['turbocharger'],
  ['charger'],
  ['job'],
  ['build'],
  ['charge-path'],
  ['solve'],
  ['workings'],
  ['studies'],
  ['selection', 'claims', 'decisions'],
].map((row) => row.map((folder) => `core/${folder}`));
const core = coreRows.flat();
const coreWalls = Object.fromEntries(
  coreRows.flatMap((row, i) => row.map((folder) => [folder, [folder, ...coreRows.slice(0, i).flat()]])),
);

/** The walls of docs/decisions/0001: who may import whom. */
const walls = {
  app: ['app', 'ui', 'data', 'formats', ...core],
  ui: ['ui', 'workers', 'formats', ...core],
  workers: ['workers', 'formats', ...core],
  data: ['data', 'formats', ...core],
  formats: ['formats', ...core],
  ...coreWalls,
};
/** Tests stand outside the walls: they may use the demo data and look at any layer. */
const everything = [...Object.keys(walls), 'testing'];
const opened = Object.fromEntries(everything.map((layer) => [layer, everything]));

const wallRule = (may) => [
  'error',
  {
    default: 'disallow',
    policies: Object.entries(may).map(([from, to]) => ({
      from: { element: { type: from } },
      allow: to.map((type) => ({ to: { element: { type } } })),
    })),
  },
];

const notInCore = [
  'react',
  'react-dom',
  'next',
  'next/*',
  '@mui/*',
  'drizzle-orm',
  'drizzle-orm/*',
  '@electric-sql/*',
  'node:*',
  'fs',
  'path',
  'zustand',
];

const config = [
  { ignores: ['.next/**', 'node_modules/**', 'data/**', 'next-env.d.ts', 'test-results/**', '.tmp/**'] },
  ...next,
  ...typescript,
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { alwaysTryTypes: true } },
      'boundaries/elements': everything.map((type) => ({
        type,
        pattern: `src/${type}`,
      })),
    },
    rules: { 'boundaries/dependencies': wallRule(walls) },
  },
  {
    files: ['src/**/*.test.{ts,tsx}', 'src/testing/**'],
    rules: { 'boundaries/dependencies': wallRule(opened) },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      // A file that stands in no folder of the rows is refused too.
      'boundaries/no-unknown-files': 'error',
      'no-restricted-imports': ['error', { patterns: [{ group: notInCore, message: 'The core is pure.' }] }],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'performance', 'crypto'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core has no randomness without a seed.' },
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date']", message: 'The core has no clock.' },
      ],
    },
  },
  { rules: { '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }] } },
  prettier,
];

export default config;
