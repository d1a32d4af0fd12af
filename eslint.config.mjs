import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier/flat';
import boundaries from 'eslint-plugin-boundaries';

/** The walls inside the core, lowest first: a folder may use those of the rows before its own, and none beside it. */
const coreRows = [
  ['units', 'numerics', 'documents'],
  ['working'],
  ['air'],
  ['fuel', 'charge-air', 'compressor', 'blower', 'drive', 'turbine', 'vehicle'],
  ['charge-injection'],
  ['engine', 'fuel-system'],
  ['turbocharger', 'cylinder', 'dyno'],
  ['charger'],
  ['job'],
  ['build'],
  ['charge-path'],
  ['solve'],
  ['workings', 'limits'],
  ['studies'],
  ['forecast'],
  ['measure', 'procedure'],
  ['selection', 'claims', 'decisions', 'plan'],
  ['report'],
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
const layers = [...Object.keys(walls), 'testing'];

/** The rule for the files of one layer alone: one policy for all that it may import, as each policy is tried on every import. */
const wallRule = (from, may) => [
  'error',
  {
    default: 'disallow',
    policies: [{ from: { element: { type: from } }, allow: { to: { element: { type: may } } } }],
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

const reactRules = next
  .flatMap(({ rules = {} }) => Object.keys(rules))
  .filter((rule) => /^(react|react-hooks|jsx-a11y)\//.test(rule));

const config = [
  { ignores: ['.next/**', 'node_modules/**', 'data/**', 'next-env.d.ts', 'test-results/**', '.tmp/**'] },
  ...next,
  ...typescript,
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { alwaysTryTypes: true } },
      'boundaries/elements': layers.map((type) => ({
        type,
        pattern: `src/${type}`,
      })),
    },
  },
  ...Object.entries(walls).map(([layer, may]) => ({
    files: [`src/${layer}/**/*.{ts,tsx}`],
    // Tests stand outside the walls: they may use the demo data and look at any layer.
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'boundaries/dependencies': wallRule(layer, may) },
  })),
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
  {
    // No React there, and its rules read every function through a compiler.
    files: ['src/{core,data,formats,workers}/**/*.ts', 'e2e/**', 'scripts/**', '*.{ts,mjs}'],
    rules: Object.fromEntries(reactRules.map((rule) => [rule, 'off'])),
  },
  { rules: { '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }] } },
  prettier,
];

export default config;
