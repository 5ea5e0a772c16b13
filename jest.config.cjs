const shared = {
  transform: {
    '^.+\\.(ts|mjs|js)$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } },
    ],
  },
  testEnvironment: 'node',
};

/** @type {import('jest').Config} */
module.exports = {
  // A machine may be slow; only what hangs is stopped.
  testTimeout: 120_000,
  projects: [
    {
      ...shared,
      displayName: 'core',
      testMatch: [
        '<rootDir>/core/test/**/*.test.ts',
        '<rootDir>/words/test/**/*.test.ts',
        '<rootDir>/demo/test/**/*.test.ts',
      ],
    },
    {
      ...shared,
      displayName: 'web',
      testMatch: ['<rootDir>/web/test/**/*.test.ts'],
      transform: {
        ...shared.transform,
        '^.+\\.vue$': '<rootDir>/web/test/support/vue-transform.cjs',
      },
      // These packages have no CommonJS build.
      transformIgnorePatterns: [
        '/node_modules/(?!(pinia|nostics|csv-parse|csv-stringify|@vueuse|element-plus)/)',
      ],
      moduleNameMapper: { '\\.css$': '<rootDir>/web/test/support/no-style.cjs' },
    },
    {
      ...shared,
      displayName: 'server',
      testMatch: ['<rootDir>/server/test/**/*.test.ts'],
      globalSetup: '<rootDir>/server/test/support/start-database.cjs',
      globalTeardown: '<rootDir>/server/test/support/stop-database.cjs',
    },
  ],
};
