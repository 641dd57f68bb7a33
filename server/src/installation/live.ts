import { Readable } from 'node:stream';

/** Of changes that follow each other so closely the pages hear once. */
const TOGETHER_MS = 60;
/** Nothing is sent for so long that whatever stands between might take the line for dead. */
const BEAT_MS = 20_000;

/** Tells open pages that something has changed, never what: they ask for what they show, as whoever they are. */
export class Live {
  private readonly streams = new Set<Readable>();
  /** Pages that made the changes that are to be told; null stands for anybody. */
  private makers = new Set<string | null>();
  private timer: NodeJS.Timeout | null = null;

  /** `by` is the page that changed something, which knows it already; null: somebody else did. */
  changed(by: string | null): void {
    this.makers.add(by);
    if (this.timer !== null || this.streams.size === 0) {
      if (this.streams.size === 0) this.makers.clear();
      return;
    }
    this.timer = setTimeout(() => {
      this.timer = null;
      const by = this.makers.size === 1 ? [...this.makers][0] : null;
      this.makers = new Set();
      for (const stream of this.streams) stream.push(`data: ${JSON.stringify({ by })}\n\n`);
    }, TOGETHER_MS);
  }

  /** What one page hears, as server-sent events: WHATWG HTML, section 9.2. */
  stream(): Readable {
    const beat = setInterval(() => stream.push(': still here\n\n'), BEAT_MS).unref();
    const stream = new Readable({
      read: () => undefined,
      destroy: (error, done) => {
        clearInterval(beat);
        this.streams.delete(stream);
        done(error);
      },
    });
    // The first word opens the line, and says how soon to come back when it breaks.
    stream.push('retry: 2000\n\n');
    this.streams.add(stream);
    return stream;
  }

  get listening(): number {
    return this.streams.size;
  }

  /** Lets everybody go, so that the server may stop. */
  end(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    for (const stream of this.streams) stream.push(null);
  }
}
