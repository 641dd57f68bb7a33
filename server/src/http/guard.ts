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
  const { origin, 'sec-fetch-site': from } = req.headers;
  // A link may lead here from anywhere; data goes to these pages only, and to whoever types an address.
  const isAskedForElsewhere = req.path.startsWith('/api') && from !== undefined && from !== 'same-origin' && from !== 'none';
  if (isAskedForElsewhere || (origin !== undefined && origin !== `http://${host}`))
    throw new Problem(403, 'Refused', 'Requests from other sites are refused.');
  next();
}

/** What people and their kits are is kept nowhere on the way, and no page here asks for more than the camera that reads labels. */
export function keepPrivate(req: Request, res: Response, next: NextFunction): void {
  if (req.path.startsWith('/api')) res.set('cache-control', 'no-store');
  res.set('permissions-policy', 'camera=(self), geolocation=(), microphone=(), payment=(), usb=(), browsing-topics=()');
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
