import type { PlainDate } from '@ivrak/core/model';
import { articleOf, readScan, type ScanResult } from '@ivrak/core/scan';
import { useRef, useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { type IntakeForm, scannedForm } from './intakeForm.ts';
import { useReceiving } from './useReceiving.ts';

const LEARN_NOTE = 'This article number is new here: choose the kind once, and it is remembered.';

interface Intake {
  today: PlainDate;
  gtins: readonly { gtin: string; kind: string }[];
}

/** From a scan to the stores: a label whose article is known is received at once, if that is wanted, so that scan follows scan. */
export function useIntake({ today, gtins }: Intake) {
  const scanner = useRef<HTMLInputElement>(null);
  const kindField = useRef<HTMLInputElement>(null);
  const [isAtOnce, setAtOnce] = useState(true);
  /** Article numbers that were answered here, before the server's list comes again. */
  const learnt = useRef(new Map<string, string>());
  const [notes, setNotes] = useState<readonly string[]>([]);
  const receiving = useReceiving((unit, { gtin }) => {
    if (gtin !== null) learnt.current.set(gtin, unit.kind);
    setNotes([]);
    scanner.current?.focus();
  });
  const { form, fill, receive, setDone, setRefusal } = receiving;
  /** A supplier's list may know the article: then only a press is left to do. */
  const askSupplier = async (article: string, scanned: IntakeForm) => {
    const { articles } = await api.get('/api/devices/supplier').catch(() => ({ articles: [] }));
    const found = articles.find(({ gtin }) => gtin === article);
    if (found === undefined) return;
    const { kind, perPack, supplier: seller, authorised } = found;
    fill({ ...scanned, kind, count: scanned.count * perPack, seller, authorised, priceMinor: Math.round(found.priceMinor / perPack) });
    setNotes([`The list of ${seller} says: ${kindName(kind)}, ${perPack} in a pack. Press Receive if that is right.`]);
  };
  const takeScan = (scan: ScanResult) => {
    const article = articleOf(scan);
    const known = article === null ? undefined : (learnt.current.get(article) ?? gtins.find(({ gtin }) => gtin === article)?.kind);
    const scanned = scannedForm(scan, form.getValues(), known);
    const isNew = known === undefined && article !== null;
    fill(scanned);
    setDone('');
    setNotes([...scan.warnings, ...(isNew ? [LEARN_NOTE] : [])]);
    if (isNew) void askSupplier(article, scanned);
    if (isNew) kindField.current?.focus();
    // What needs a second look is not received blindly.
    else if (isAtOnce && known !== undefined && scan.warnings.length === 0) void receive(scanned);
  };
  const readText = (text: string) => {
    const answer = readScan(text, today);
    if (answer.ok) takeScan(answer.scan);
    else setRefusal(answer.message);
  };
  const readPicture = async (file: File | null) => {
    if (file === null) return;
    const { readPhoto } = await import('./photo.ts');
    const found = await readPhoto(file);
    if (!found.ok) setRefusal(found.message);
    // One label after the other, each as if it had been scanned.
    else for (const text of found.texts) readText(text);
  };
  const chooseKind = (kind: string | null) => {
    // The one question that a new label leaves open is answered: the next may come.
    if (isAtOnce && form.values.gtin !== null && kind !== null) void receive({ ...form.values, kind });
    else form.setFieldValue('kind', kind);
  };
  return { ...receiving, scanner, kindField, isAtOnce, setAtOnce, notes, takeScan, readText, readPicture, chooseKind };
}
