import type { PlacedUnit, PlainDate } from '@ivrak/core/model';
import { articleOf, type ScanResult } from '@ivrak/core/scan';
import { intakeCondition } from '@ivrak/core/stock';
import { catalogNow, kindName } from '../data/catalog.ts';

/** What is typed or scanned of something that is received. */
export interface IntakeForm {
  kind: string | null;
  count: number;
  lot: string;
  gtin: string | null;
  expiresOn: PlainDate | null;
  producedOn: PlainDate | null;
  seller: string;
  authorised: boolean | null;
  priceMinor: number | null;
  practice: boolean;
}
export const EMPTY_INTAKE: IntakeForm = {
  kind: null,
  count: 1,
  lot: '',
  gtin: null,
  expiresOn: null,
  producedOn: null,
  seller: '',
  authorised: null,
  priceMinor: null,
  practice: false,
};

/** What a label fills in; seller and purpose stay as they were, for labels come in piles. `known`: the kind of its article number. */
export const scannedForm = (scan: ScanResult, before: IntakeForm, known: string | undefined): IntakeForm => {
  const { seller, authorised, practice } = before;
  const gtin = articleOf(scan);
  return {
    ...EMPTY_INTAKE,
    seller,
    authorised,
    practice,
    gtin,
    kind: known ?? (gtin === null ? before.kind : null),
    lot: scan.lot ?? scan.serial ?? '',
    expiresOn: scan.expiresOn ?? null,
    producedOn: scan.producedOn ?? null,
    count: scan.count ?? 1,
  };
};

/** As the server takes it: an empty field says nothing. */
export const intakeBody = ({ kind, seller, lot, ...rest }: IntakeForm & { kind: string }) => ({
  ...rest,
  kind,
  lot: lot.trim() || null,
  seller: seller.trim() || null,
});

/** Whether it would be received as suspect, by its price and its seller. */
export function willBeSuspect({ kind, practice, priceMinor, authorised }: IntakeForm): boolean {
  const known = kind === null ? undefined : catalogNow().get(kind);
  return known !== undefined && !practice && intakeCondition(known, { priceMinor, authorised }) === 'suspect';
}

export const receivedText = (unit: PlacedUnit): string =>
  unit.condition === 'suspect'
    ? `${kindName(unit.kind)} received as suspect: a notice warns of this lot, or the price is under 60 % of the usual one and the seller is not known as authorised.`
    : unit.condition === 'notStaged'
      ? `${unit.count} × ${kindName(unit.kind)} received, still wrapped: stage it when it goes into a kit.`
      : `${unit.count} × ${kindName(unit.kind)} received.`;
