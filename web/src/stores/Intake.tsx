import type { PlainDate } from '@ivrak/core/model';
import { Button, FileButton, Switch } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { ScanField } from '../ui/ScanField.tsx';
import { IntakeFields } from './IntakeFields.tsx';
import { PlannedFor } from './PlannedFor.tsx';
import css from './stores.module.css';
import { Tray } from './Tray.tsx';
import { useIntake } from './useIntake.ts';

interface IntakeProps {
  today: PlainDate;
  gtins: readonly { gtin: string; kind: string }[];
}

/** Takes stock in: scan fills what the label says, the hand adds the rest. An article that is unknown asks for its kind, once. */
export function Intake({ today, gtins }: IntakeProps) {
  const [isTrayOpen, setTrayOpen] = useState(false);
  const intake = useIntake({ today, gtins });
  const { form, notes, done, refusal } = intake;
  const [last] = intake.received;
  return (
    <aside className={parts.drawer} aria-label="Receive">
      <h2>Receive</h2>
      <ScanField ref={intake.scanner} today={today} onScan={intake.takeScan} />
      <div className="row">
        <FileButton accept="image/*" onChange={(file) => void intake.readPicture(file)}>
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
      <Switch
        label="Receive known labels at once"
        checked={intake.isAtOnce}
        onChange={(event) => intake.setAtOnce(event.currentTarget.checked)}
      />
      {intake.received.length > 0 && (
        <div className={clsx(css.intakeCount, 'row')}>
          <span>
            <b className="mono">{intake.received.length}</b> received
          </span>
          <Button variant="default" size="compact-sm" onClick={() => void intake.undoLast().then(() => intake.scanner.current?.focus())}>
            Undo the last one
          </Button>
        </div>
      )}
      {last !== undefined && <PlannedFor key={last.id} unit={last} say={intake.setDone} />}
      <Tray
        gtins={gtins}
        today={today}
        opened={isTrayOpen}
        close={() => setTrayOpen(false)}
        scan={intake.readText}
        said={refusal ?? (done !== '' ? done : (notes[0] ?? ''))}
      />
      {notes.map((note) => (
        <p key={note} className="caution">
          {note}
        </p>
      ))}
      <form className="stack" onSubmit={form.onSubmit((values) => void intake.receive(values))} noValidate>
        <IntakeFields form={form} today={today} kindField={intake.kindField} chooseKind={intake.chooseKind} />
        <Refusal text={refusal} />
        <p className="small" role="status">
          {done}
        </p>
      </form>
    </aside>
  );
}
