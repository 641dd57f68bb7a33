// @ts-expect-error a script without types
import { LAID_OUT } from '../../e2e/demoData.mjs';
// @ts-expect-error a script without types
import { buildServer } from '../../scripts/build-server.mjs';

/** For tests that start the built server: a whole run of tests has built it before. */
export default async function prepare(): Promise<void> {
  if (process.env[LAID_OUT] === undefined) await buildServer();
}
