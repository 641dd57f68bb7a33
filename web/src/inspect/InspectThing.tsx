import { type InspectionAnswer, type KitView, type PlainDate, showDate } from '@ivrak/core/model';
import { readScan } from '@ivrak/core/scan';
import type { InspectionStep } from '@ivrak/core/upkeep';
import { Button, Switch, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { DateField } from '../ui/DateField.tsx';
import css from './inspect.module.css';

export interface Said {
  answer: InspectionAnswer['answer'];
  note: string;
  scanned: boolean;
  remembered: boolean | null;
}

interface InspectThingProps {
  step: InspectionStep;
  given: InspectionAnswer | undefined;
  kit: KitView;
  today: PlainDate;
  isBusy: boolean;
  say: (said: Said) => void;
  back: (() => void) | null;
  report: (error: string | null) => void;
}

const DRAWN = 150;

/** One thing: what it is, what the hands do, what the record says, and three answers for the thumb. */
export function InspectThing({ step, given, kit, today, isBusy, say, back, report }: InspectThingProps) {
  const [note, setNote] = useState(given?.note ?? '');
  const [remembered, setRemembered] = useState<boolean | null>(given?.remembered ?? null);
  const [scanned, setScanned] = useState(given?.scanned ?? false);
  const kind = catalogNow().get(step.kind);
  const unit = kit.units.find(({ id }) => id === step.unitId);
  const answer = (what: Said['answer']) => say({ answer: what, note, scanned, remembered });
  if (kind === undefined || unit === undefined) return null;
  const state = kind.states.find(({ id }) => id === unit.state) ?? kind.states[0];
  return (
    <>
      <section className={css.body} aria-label={kind.name}>
        <div className={css.picture} aria-hidden="true">
          {state !== undefined && <KindDrawing kind={kind} unit={unit} scale={Math.min(1.4, scaleToFit(state, DRAWN))} />}
        </div>
        <h2>
          {step.count > 1 ? `${step.count} × ` : ''}
          {kind.name}
        </h2>
        <p className={css.prompt}>{step.prompt}</p>
        <DateLine step={step} kit={kit} today={today} report={report} />
        {step.lot !== null && <LotLine lot={step.lot} scanned={scanned} confirm={setScanned} today={today} />}
        {step.asksRecall && (
          <Switch
            size="md"
            label="I remember how to use this"
            checked={remembered === true}
            onChange={(event) => setRemembered(event.currentTarget.checked)}
          />
        )}
        <TextInput label="Note" size="md" maxLength={200} value={note} onChange={(event) => setNote(event.currentTarget.value)} />
        {given !== undefined && <p className="small muted">Answered before: {ANSWERS[given.answer]}. Another answer takes its place.</p>}
      </section>
      <div className={css.actions}>
        {back !== null && (
          <Button variant="subtle" size="lg" onClick={back} disabled={isBusy}>
            The one before
          </Button>
        )}
        <div className={css.other}>
          <Button size="lg" variant="default" onClick={() => answer('replace')} disabled={isBusy}>
            Replace
          </Button>
          <Button size="lg" variant="default" onClick={() => answer('unsure')} disabled={isBusy}>
            Not sure
          </Button>
        </div>
        <Button size="xl" fullWidth onClick={() => answer('fine')} disabled={isBusy || step.date === 'lapsed'}>
          Fine
        </Button>
        {step.date === 'lapsed' && <p className="small state-gap">Its date has passed: replace it.</p>}
      </div>
    </>
  );
}

export const ANSWERS: Record<InspectionAnswer['answer'], string> = { fine: 'fine', replace: 'replace', unsure: 'not sure' };

/** What the record says of the date; where nobody has read it, it is read now. */
function DateLine({ step, kit, today, report }: Pick<InspectThingProps, 'step' | 'kit' | 'today' | 'report'>) {
  const client = useQueryClient();
  if (step.date === 'none') return null;
  const read = async (expiresOn: PlainDate | null) => {
    const unit = kit.units.find(({ id }) => id === step.unitId);
    if (unit === undefined) return;
    try {
      await api.patch('/api/units/:id', {
        params: { id: unit.id },
        body: { version: unit.version, expiresOn, reason: 'date read while inspecting' },
      });
      report(null);
    } catch (failure) {
      report(messageOf(failure));
    }
    await client.invalidateQueries({ queryKey: ['kit', kit.id] });
  };
  if (step.date === 'notRead')
    return <DateField label="Nobody has read its date: read it now" size="md" value={null} onChange={(date) => void read(date)} />;
  return (
    <p className={clsx(clsx(css.date, 'mono'), step.date === 'lapsed' && 'state-gap')}>
      good through {step.expiresOn === null ? '' : showDate(step.expiresOn)}
      {step.expiresOn !== null && step.expiresOn < today ? ': lapsed' : ': does the label say so too?'}
    </p>
  );
}

/** Confirms the lot by its label; another lot is told and not confirmed. */
function LotLine({ lot, scanned, confirm, today }: { lot: string; scanned: boolean; confirm: (is: boolean) => void; today: PlainDate }) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const read = () => {
    if (text.trim() === '') return;
    const scan = readScan(text, today);
    const found = scan.ok ? scan.scan.lot : text.trim();
    if (found?.toLowerCase() === lot.toLowerCase()) {
      confirm(true);
      setError(null);
      setText('');
    } else setError(scan.ok ? `The label says lot ${found ?? 'none'}, the record ${lot}.` : scan.message);
  };
  if (scanned) return <p className="mono">lot {lot}: confirmed by its label</p>;
  return (
    <TextInput
      label={`Lot ${lot}: scan to confirm`}
      size="md"
      classNames={{ input: 'mono' }}
      autoComplete="off"
      value={text}
      error={error}
      onChange={(event) => setText(event.currentTarget.value)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        read();
      }}
    />
  );
}
