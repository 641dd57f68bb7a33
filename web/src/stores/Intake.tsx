import type { PlacedUnit, PlainDate } from '@ivrak/core/model';
import { articleOf, readScan, type ScanResult } from '@ivrak/core/scan';
import { intakeCondition } from '@ivrak/core/stock';
import { Button, FileButton, Select, Switch, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useRef, useState } from 'react';
import { catalogNow, kindName, useCatalog } from '../data/catalog.ts';
import { ApiError, api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { DateField } from '../ui/DateField.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { ScanField } from '../ui/ScanField.tsx';
import css from './stores.module.css';
import { Tray } from './Tray.tsx';

interface Form {
  kind: string | null;
  count: number;
  lot: string;
  gtin: string | null;
  expiresOn: PlainDate | null;
  producedOn: PlainDate | null;
  seller: string;
  authorised: boolean | null;
  price: number | null;
  practice: boolean;
}
const EMPTY: Form = {
  kind: null,
  count: 1,
  lot: '',
  gtin: null,
  expiresOn: null,
  producedOn: null,
  seller: '',
  authorised: null,
  price: null,
  practice: false,
};

interface IntakeProps {
  today: PlainDate;
  gtins: readonly { gtin: string; kind: string }[];
}

/**
 * Takes stock in: scan fills what the label says, the hand adds the rest. A label whose article is known is received at once, so
 * that scan follows scan; an unknown one asks for its kind, once.
 */
export function Intake({ today, gtins }: IntakeProps) {
  const refresh = useRefresh();
  const scanner = useRef<HTMLInputElement>(null);
  const kindField = useRef<HTMLInputElement>(null);
  const [isAtOnce, setAtOnce] = useState(true);
  const [isTrayOpen, setTrayOpen] = useState(false);
  /** What was received since the page was opened, the last one first. */
  const [taken, setTaken] = useState<readonly PlacedUnit[]>([]);
  /** Article numbers that were answered here, before the server's list comes again. */
  const learnt = useRef(new Map<string, string>());
  const [form, setForm] = useState<Form>(EMPTY);
  const [notes, setNotes] = useState<readonly string[]>([]);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [done, setDone] = useState('');
  const set = (change: Partial<Form>) => setForm((before) => ({ ...before, ...change }));
  const takeScan = (scan: ScanResult) => {
    const article = articleOf(scan);
    const known = article === null ? undefined : (learnt.current.get(article) ?? gtins.find(({ gtin }) => gtin === article)?.kind);
    const scanned: Form = {
      ...EMPTY,
      seller: form.seller,
      authorised: form.authorised,
      practice: form.practice,
      gtin: article,
      kind: known ?? (article === null ? form.kind : null),
      lot: scan.lot ?? scan.serial ?? '',
      expiresOn: scan.expiresOn ?? null,
      producedOn: scan.producedOn ?? null,
      count: scan.count ?? 1,
    };
    setForm(scanned);
    setErrors({});
    setDone('');
    const isNew = known === undefined && article !== null;
    if (isNew) void askSupplier(article, scanned);
    setNotes([...scan.warnings, ...(isNew ? ['This article number is new here: choose the kind once, and it is remembered.'] : [])]);
    if (isNew) kindField.current?.focus();
    // What needs a second look is not received blindly.
    else if (isAtOnce && known !== undefined && scan.warnings.length === 0) void take(scanned);
  };
  /** A supplier's list may know the article: then only a press is left to do. */
  const askSupplier = async (article: string, scanned: Form) => {
    const { articles } = await api.get('/api/devices/supplier').catch(() => ({ articles: [] }));
    const found = articles.find(({ gtin }) => gtin === article);
    if (found === undefined) return;
    setForm({
      ...scanned,
      kind: found.kind,
      count: scanned.count * found.perPack,
      seller: found.supplier,
      authorised: found.authorised,
      price: Math.round(found.priceMinor / found.perPack) / 100,
    });
    setNotes([`The list of ${found.supplier} says: ${kindName(found.kind)}, ${found.perPack} in a pack. Press Receive if that is right.`]);
  };
  const take = async (given: Form) => {
    try {
      const { price, seller, lot, kind: chosen, ...rest } = given;
      if (chosen === null) {
        setErrors({ kind: 'choose what it is' });
        return;
      }
      const unit = await api.post('/api/stores', {
        body: {
          ...rest,
          kind: chosen,
          lot: lot.trim() || null,
          seller: seller.trim() || null,
          priceMinor: price === null ? null : Math.round(price * 100),
        },
      });
      if (given.gtin !== null) learnt.current.set(given.gtin, unit.kind);
      setTaken((before) => [unit, ...before]);
      setDone(takenText(unit));
      setForm({ ...EMPTY, seller: given.seller, authorised: given.authorised });
      setErrors({});
      setNotes([]);
      scanner.current?.focus();
      await refresh();
    } catch (error) {
      setErrors(
        error instanceof ApiError && error.issues.length > 0
          ? Object.fromEntries(error.issues.map(({ path, message }) => [path, message]))
          : { form: messageOf(error) },
      );
    }
  };
  const undoLast = async () => {
    const [last, ...rest] = taken;
    if (last === undefined) return;
    try {
      await api.post('/api/units/:id/move', { params: { id: last.id }, body: { version: last.version, to: 'discarded' } });
      setTaken(rest);
      setDone(`${kindName(last.kind)} is out again.`);
    } catch (error) {
      setErrors({ form: messageOf(error) });
    }
    await refresh();
    scanner.current?.focus();
  };
  const readText = (text: string) => {
    const answer = readScan(text, today);
    if (answer.ok) takeScan(answer.scan);
    else setErrors({ form: answer.message });
  };
  const readPicture = async (file: File | null) => {
    if (file === null) return;
    const { readPhoto } = await import('./photo.ts');
    const found = await readPhoto(file);
    if (!found.ok) setErrors({ form: found.message });
    // One label after the other, each as if it had been scanned.
    else for (const text of found.texts) readText(text);
  };
  const kinds = useCatalog((state) => state.kinds);
  const kind = form.kind === null ? undefined : catalogNow().get(form.kind);
  const willBeSuspect =
    kind !== undefined &&
    !form.practice &&
    intakeCondition(kind, { priceMinor: form.price === null ? null : Math.round(form.price * 100), authorised: form.authorised }) ===
      'suspect';
  return (
    <aside className={parts.drawer} aria-label="Receive">
      <h2>Receive</h2>
      <ScanField ref={scanner} today={today} onScan={takeScan} />
      <div className="row">
        <FileButton accept="image/*" onChange={(file) => void readPicture(file)}>
          {(props) => (
            <Button variant="default" size="compact-sm" {...props}>
              Photo of a label
            </Button>
          )}
        </FileButton>
        <Button variant="default" size="compact-sm" onClick={() => setTrayOpen(true)}>
          Simulated scanner
        </Button>
      </div>
      <Switch label="Receive known labels at once" checked={isAtOnce} onChange={(event) => setAtOnce(event.currentTarget.checked)} />
      {taken.length > 0 && (
        <div className={clsx(css.intakeCount, 'row')}>
          <span>
            <b className="mono">{taken.length}</b> received
          </span>
          <Button variant="default" size="compact-sm" onClick={() => void undoLast()}>
            Undo the last one
          </Button>
        </div>
      )}
      <Tray
        gtins={gtins}
        today={today}
        opened={isTrayOpen}
        close={() => setTrayOpen(false)}
        scan={readText}
        said={errors.form ?? (done !== '' ? done : (notes[0] ?? ''))}
      />
      {notes.map((note) => (
        <p key={note} className="caution">
          {note}
        </p>
      ))}
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void take(form);
        }}
      >
        <Select
          ref={kindField}
          label="Kind"
          searchable
          placeholder="choose"
          data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
          value={form.kind}
          onChange={(value) => {
            // The one question that a new label leaves open is answered: the next may come.
            if (isAtOnce && form.gtin !== null && value !== null) void take({ ...form, kind: value });
            else set({ kind: value });
          }}
          error={errors.kind}
          nothingFoundMessage="No such kind"
        />
        {form.gtin !== null && <p className="small mono">article {form.gtin}</p>}
        <div className={parts.fieldGrid}>
          <DecimalInput
            label="Count"
            min={1}
            max={1000}
            decimals={0}
            value={form.count}
            onChange={(count) => set({ count: count ?? 1 })}
            error={errors.count}
          />
          <DecimalInput
            label="Price each"
            isMoney
            min={0}
            decimals={2}
            value={form.price}
            onChange={(price) => set({ price })}
            error={errors.priceMinor}
          />
          <TextInput
            label="Lot"
            value={form.lot}
            maxLength={40}
            onChange={(event) => set({ lot: event.currentTarget.value })}
            error={errors.lot}
          />
          <DateField label="Expiry" value={form.expiresOn} onChange={(expiresOn) => set({ expiresOn })} />
        </div>
        <TextInput label="Seller" value={form.seller} maxLength={80} onChange={(event) => set({ seller: event.currentTarget.value })} />
        <Select
          label="Seller is authorised"
          data={[
            { value: 'unknown', label: 'not known' },
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no' },
          ]}
          value={form.authorised === null ? 'unknown' : form.authorised ? 'yes' : 'no'}
          onChange={(value) => set({ authorised: value === 'unknown' ? null : value === 'yes' })}
        />
        <Switch
          label="Practice only, for ever"
          checked={form.practice}
          onChange={(event) => set({ practice: event.currentTarget.checked })}
        />
        {willBeSuspect && (
          <p className="caution">
            Under 60 % of the usual price (planning value) and not from a seller known as authorised: it will be received as suspect and not
            count.
          </p>
        )}
        {form.expiresOn !== null && form.expiresOn < today && (
          <p className="caution">This date has passed: it will never be offered to a kit.</p>
        )}
        <Button type="submit">Receive</Button>
        <Refusal text={errors.form} />
        <p className="small" role="status">
          {done}
        </p>
      </form>
    </aside>
  );
}

const takenText = (unit: PlacedUnit): string =>
  unit.condition === 'suspect'
    ? `${kindName(unit.kind)} received as suspect: a notice warns of this lot, or the price is under 60 % of the usual one and the seller is not known as authorised.`
    : unit.condition === 'notStaged'
      ? `${unit.count} × ${kindName(unit.kind)} received, still wrapped: stage it when it goes into a kit.`
      : `${unit.count} × ${kindName(unit.kind)} received.`;
