/** Unit tests beside the code, those of screens in a document; server tests against the PostgreSQL named by TEST_DATABASE_URL. */
const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  testPathIgnorePatterns: ['/node_modules/', '/dist/', '/e2e/'],
}

export default {
  projects: [
    { ...shared, displayName: 'unit', roots: ['core', 'contract', 'web/src'], testMatch: ['**/*.test.ts'] },
    {
      ...shared,
      displayName: 'screens',
      testEnvironment: '<rootDir>/web/src/testing/documentEnvironment.mjs',
      roots: ['web/src'],
      testMatch: ['**/*.test.tsx'],
      setupFiles: ['<rootDir>/web/src/testing/browser.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/web/src/testing/styles.mjs' },
    },
    { ...shared, displayName: 'server', roots: ['server', 'tools', 'devices'], testMatch: ['**/*.test.ts'] },
  ],
  testSequencer: '<rootDir>/tools/setup/testOrder.mjs',
  // A test that hangs must end; how long things take is for the bench.
  testTimeout: 300_000,
}
