import os from 'node:os';

/** Unit, property and service tests; browser tests run under Playwright (`e2e/`). */
const config = {
  // some tests wait for other processes: one more than the cores keeps them busy
  maxWorkers: os.availableParallelism() + 1,
  testEnvironment: 'node',
  roots: ['<rootDir>/src'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '\\.css$': '<rootDir>/jest.styles.cjs' },
  transform: {
    '^.+\\.(m?[tj]s|[tj]sx)$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  // packages that ship only ES modules
  transformIgnorePatterns: [
    '/node_modules/(?!(uuid|@date-fns|@js-temporal|better-auth|@better-auth|@better-fetch|better-call|jose|nanostores|@noble|kysely|defu|rou3|pitchy|devalue)/)',
  ],
  testTimeout: 60_000,
};

export default config;
