import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';

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
