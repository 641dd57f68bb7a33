import { fileURLToPath, pathToFileURL } from 'node:url';

/** This file and the bundle made from it lie equally deep, so both find the repository's root two folders up. */
const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export const MIGRATIONS_FOLDER = `${ROOT}server/src/db/migrations`;
export const WEB_FOLDER = `${ROOT}web/dist`;
/** A database with nothing in it, as the build leaves it: laying one out anew takes several seconds. */
export const BLANK_DATABASE_FILE = `${ROOT}server/dist/blank.tar`;
/** Always the built one, in watch mode too: a thread loads no TypeScript. */
export const FIT_THREAD_FILE = pathToFileURL(`${ROOT}server/dist/fitThread.mjs`);
export const BUYING_THREAD_FILE = pathToFileURL(`${ROOT}server/dist/buyingThread.mjs`);
export const ROTATION_THREAD_FILE = pathToFileURL(`${ROOT}server/dist/rotationThread.mjs`);
export const PROPOSE_THREAD_FILE = pathToFileURL(`${ROOT}server/dist/proposeThread.mjs`);
export const GUARD_THREAD_FILE = pathToFileURL(`${ROOT}server/dist/guardThread.mjs`);
export const DEFAULT_DATA_FOLDER = `${ROOT}data`;
