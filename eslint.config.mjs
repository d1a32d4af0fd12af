import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier/flat';
import boundaries from 'eslint-plugin-boundaries';

/** The walls of docs/decisions/0001: who may import whom. */
const walls = {
  app: ['app', 'ui', 'data', 'formats', 'core'],
  ui: ['ui', 'workers', 'formats', 'core'],
  workers: ['workers', 'formats', 'core'],
  data: ['data', 'formats', 'core'],
  formats: ['formats', 'core'],
  core: ['core'],
};
/** Tests stand outside the walls: they may use the demo data and look at any layer. */
const opened = Object.fromEntries(
  [...Object.keys(walls), 'testing'].map((layer) => [layer, [...Object.keys(walls), 'testing']]),
);

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
      'boundaries/elements': [...Object.keys(walls), 'testing'].map((type) => ({
        type,
        pattern: `src/${type}`,
      })),
    },
    rules: { 'boundaries/dependencies': wallRule(walls) },
  },
  { files: ['src/**/*.test.{ts,tsx}'], rules: { 'boundaries/dependencies': wallRule(opened) } },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
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
