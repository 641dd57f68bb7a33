import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { Problem } from './problem.ts';

const LOCAL_NAMES = new Set(['localhost', '127.0.0.1', '[::1]']);

const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/**
 * Refuses requests that do not come from this machine's own pages: a foreign Host is a rebinding trick, a foreign Origin
 * is another site's script.
 */
export function localOnly(req: Request, _res: Response, next: NextFunction): void {
  const host = req.headers.host ?? '';
  if (!LOCAL_NAMES.has(nameOf(host))) throw new Problem(403, 'Refused', 'This server answers only to local host names.');
  const { origin } = req.headers;
  if (origin !== undefined && origin !== `http://${host}`) throw new Problem(403, 'Refused', 'Requests from other sites are refused.');
  next();
}

/** Nothing from outside: no script, style, font or connection. Inline styles are needed by the component library. */
export const contentPolicy = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'", 'blob:'],
      objectSrc: ["'none'"],
      baseUri: ["'self'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  strictTransportSecurity: false,
});
