import nextJest from 'next/jest.js';

const base = nextJest({ dir: './' })({
  testEnvironment: 'node',
  roots: ['<rootDir>/src'],
  // Only a test that hangs: how long one takes is no matter of right or wrong.
  testTimeout: 240_000,
  // A test's globals are looked up through the sandbox at every use; the solver's inner loops took three times as long.
  sandboxInjectedGlobals: ['Math', 'Number', 'Object', 'Array', 'Float64Array', 'Map', 'Set', 'Symbol'],
  setupFiles: ['<rootDir>/jest.setup.ts'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@emotion/sheet$': '<rootDir>/src/testing/no-styles.ts',
    // Tests of the core run where modules of this kind cannot be required: its other build can.
    '^d3-random$': '<rootDir>/node_modules/d3-random/dist/d3-random.js',
  },
});

/** next/jest puts its own patterns first, so ours are set after it. */
const config = async () => {
  const resolved = await base();
  resolved.transformIgnorePatterns = [
    '/node_modules/(?!(d3-[a-z-]+|internmap|delaunator|robust-predicates|comlink|@electric-sql|@yr)/)',
    '^.+\\.module\\.(css|sass|scss)$',
  ];
  return resolved;
};

export default config;
