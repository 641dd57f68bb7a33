import type { PlainDate } from '../model/plainDate.ts';

/** What a scanned or pasted label says. Dates are only ever those that stand in the text. */
export interface ScanResult {
  scheme: 'gs1' | 'gtin' | 'hibc';
  gtin?: string;
  /** Issuer and article number of a HIBC label, with its `+`. */
  article?: string;
  lot?: string;
  serial?: string;
  expiresOn?: PlainDate;
  producedOn?: PlainDate;
  count?: number;
  warnings: string[];
}
export type ScanAnswer = { ok: true; scan: ScanResult } | { ok: false; code: ScanRefusal; message: string };

export type ScanRefusal = 'empty' | 'tooLong' | 'checkDigit' | 'badDate' | 'badValue' | 'conflict' | 'unreadable';

/** Thrown by the readers of one scheme and turned into an answer by `readScan`. */
export class Refused extends Error {
  constructor(
    readonly code: ScanRefusal,
    message: string,
  ) {
    super(message);
  }
}
