import base from './jest.config.mjs';

/** The unit tests as `scripts/mutants.mjs` runs them: those of the room, one process for each fault tried. */
const { maxWorkers: _, ...rest } = base;
const room = process.env.MUTANTS_ROOM ?? 'core';
const config = { ...rest, roots: [`<rootDir>/src/${room}`, '<rootDir>/src/catalogue'] };

export default config;
