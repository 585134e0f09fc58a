import base from './jest.config.mjs';

/** The unit tests as `scripts/mutants.mjs` runs them: those of some folders, one process for each fault tried. */
const { maxWorkers: _, ...rest } = base;
const folders = (process.env.MUTANTS_TESTS ?? 'core/**').split(',');
const config = {
  ...rest,
  testMatch: folders.map((folder) => `<rootDir>/src/${folder}/*.test.ts`),
};

export default config;
