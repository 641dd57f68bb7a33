import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:https';
import { join } from 'node:path';
import type { Express } from 'express';
import { namesHere } from './addresses.ts';
import { type Certificate, certificateIn } from './certificate.ts';

export const SHARED_PORT = 4843;
const WAIT_MS = 400;
/** The certificate is looked at again so often: it may lapse, and the machine may be in another network by now. */
const LOOKED_AT_EVERY_MS = 3_600_000;

export interface DoorOptions {
  /** Keeps the certificate, and whether phones are let in; null: nobody is ever let in. */
  folder: string | null;
  port?: number;
  /** The address at which a proxy with a name and a certificate of its own serves this, such as `https://kits.example`. */
  publicUrl?: string | null;
  now?: () => Date;
  /** How long the first wrong code is waited for. */
  waitMs?: number;
}

/** Where phones come in. Nothing listens to the network unless it is open. */
export class Door {
  trouble: string | null = null;
  private server: Server | null = null;
  private certificate: Certificate | null = null;
  private timer: NodeJS.Timeout | null = null;
  private app: Express | null = null;
  private readonly publicUrl: URL | null;

  constructor(private readonly options: DoorOptions = { folder: null }) {
    this.publicUrl = options.publicUrl == null ? null : new URL(options.publicUrl);
  }

  get waitMs(): number {
    return this.options.waitMs ?? WAIT_MS;
  }

  /** What it opens to. */
  serve(app: Express): void {
    this.app = app;
  }

  get isOpen(): boolean {
    return this.server !== null || this.publicUrl !== null;
  }

  /** Whether it was left open when this was stopped. */
  get wasOpen(): boolean {
    return this.options.folder !== null && existsSync(this.mark(this.options.folder));
  }

  get fingerprint(): string | null {
    return this.certificate?.fingerprint ?? null;
  }

  get authority(): string | null {
    return this.certificate?.authority ?? null;
  }

  get port(): number | null {
    const bound = this.server?.address();
    return typeof bound === 'object' && bound !== null ? bound.port : null;
  }

  /** Where phones reach it, the likeliest first. */
  get addresses(): string[] {
    if (this.publicUrl !== null) return [this.publicUrl.origin];
    const { ips, hosts } = namesHere();
    return this.port === null ? [] : [...ips, ...hosts].map((name) => `https://${name}:${this.port}`);
  }

  /** Whether a request that names this host has come to the right door. */
  isCalled(host: string): boolean {
    if (this.publicUrl !== null && host === this.publicUrl.host) return true;
    const { ips, hosts } = namesHere();
    return [...ips, ...hosts].some((name) => host === `${name}:${this.port}`);
  }

  /** Whether a proxy has passed this request on for a phone. */
  isPassedOn(host: string): boolean {
    return this.publicUrl !== null && host === this.publicUrl.host;
  }

  /** Lets phones in, from now on and after the next start; `isKept` false: for this start only. Throws with a sentence for whoever asked. */
  async open({ isKept = true } = {}): Promise<void> {
    const { folder, port = SHARED_PORT } = this.options;
    if (folder === null || this.app === null) throw new DoorError('There is no data folder here that could keep a certificate.');
    if (isKept) {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      writeFileSync(this.mark(folder), '');
    }
    if (this.server !== null) return;
    this.certificate = await this.makeCertificate(folder);
    const server = createServer({ key: this.certificate.key, cert: this.certificate.cert, minVersion: 'TLSv1.2' }, this.app);
    await new Promise<void>((done, fail) => {
      server.once('error', fail);
      server.listen(port, done);
    }).catch((error: NodeJS.ErrnoException) => {
      const why = error.code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another: IVRAK_SHARE_PORT=4844 npm start` : error.message;
      throw new DoorError(why);
    });
    this.server = server;
    this.timer = setInterval(() => void this.renew(server, folder), LOOKED_AT_EVERY_MS).unref();
  }

  /** Shuts phones out at once, those that are connected too. */
  async shut({ isKept = true } = {}): Promise<void> {
    const { folder } = this.options;
    if (isKept && folder !== null) rmSync(this.mark(folder), { force: true });
    const { server } = this;
    this.server = null;
    if (this.timer !== null) clearInterval(this.timer);
    if (server === null) return;
    await new Promise((done) => {
      server.close(done);
      server.closeAllConnections();
    });
  }

  private mark(folder: string): string {
    return join(folder, 'open');
  }

  private makeCertificate(folder: string): Promise<Certificate> {
    return certificateIn(folder, namesHere(), this.options.now?.() ?? new Date());
  }

  private async renew(server: Server, folder: string): Promise<void> {
    const { cert } = this.certificate ?? {};
    const next = await this.makeCertificate(folder);
    if (next.cert === cert || this.server !== server) return;
    this.certificate = next;
    server.setSecureContext({ key: next.key, cert: next.cert });
  }
}

/** With a sentence for the person who wanted it open. */
export class DoorError extends Error {}
