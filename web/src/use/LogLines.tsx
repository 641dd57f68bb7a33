import { type Counted, doneText, readingOf, showReading, VITAL_NAMES, VITALS } from '@ivrak/core/incident';
import { useState } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { clock } from './clock.ts';
import pads from './pads.module.css';

/** An entry in words. */
export function entryText(entry: Counted): string {
  if (entry.do === 'helpCalled') return 'help called';
  if (entry.do === 'note') return entry.text;
  if (entry.do !== 'vitals') return doneText(entry, catalogNow()) ?? entry.do;
  return VITALS.flatMap((vital) => {
    const value = readingOf(entry, vital);
    if (value === null) return [];
    return vital === 'alertness' ? [showReading(vital, value)] : [`${VITAL_NAMES[vital].name} ${showReading(vital, value)}`];
  }).join(', ');
}

interface LogLinesProps {
  entries: readonly Counted[];
  retime: (entryId: string, to: string) => void;
  takeBack: (entryId: string) => void;
}

/** All that was logged, last first; each line can be put right, and what was said first stays beside it. */
export function LogLines({ entries, retime, takeBack }: LogLinesProps) {
  const [open, setOpen] = useState<string | null>(null);
  if (entries.length === 0) return null;
  return (
    <section className={pads.logLines} aria-label="The log">
      <h2>Log</h2>
      <ol>
        {[...entries].reverse().map((entry) => (
          <li key={entry.id}>
            <button
              type="button"
              className={pads.logLine}
              aria-expanded={open === entry.id}
              onClick={() => setOpen(open === entry.id ? null : entry.id)}
            >
              <span className="mono">{clock(entry.at)}</span>
              <span className="grow">
                {entryText(entry)}
                {entry.saidAt !== null && <span className="small muted"> · written as {clock(entry.saidAt)}</span>}
              </span>
              <span className="small muted">put right</span>
            </button>
            {open === entry.id && (
              <PutRight
                entry={entry}
                retime={(to) => retime(entry.id, to)}
                takeBack={() => {
                  takeBack(entry.id);
                  setOpen(null);
                }}
              />
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

const two = (value: number): string => String(value).padStart(2, '0');
const timeOf = (at: string): string => `${two(new Date(at).getHours())}:${two(new Date(at).getMinutes())}`;

/** The same day at another minute; the day before where that would lie ahead. Null: it is no time, or the same minute. */
export function atTime(at: string, time: string, nowMs = Date.now()): string | null {
  const [, hours, minutes] = /^(\d\d):(\d\d)$/.exec(time) ?? [];
  if (hours === undefined || time === timeOf(at)) return null;
  const then = new Date(at);
  then.setHours(Number(hours), Number(minutes), 0, 0);
  if (then.getTime() > nowMs) then.setDate(then.getDate() - 1);
  return then.toISOString();
}

const STEPS_MIN = [-10, -5, -1, 1] as const;

function PutRight({ entry, retime, takeBack }: { entry: Counted; retime: (to: string) => void; takeBack: () => void }) {
  const text = entryText(entry);
  const shifted = (minutes: number) => new Date(Date.parse(entry.at) + minutes * 60_000).toISOString();
  return (
    <div className={pads.putRight} role="group" aria-label={`Put right: ${text}`}>
      {STEPS_MIN.map((minutes) => (
        <button
          key={minutes}
          type="button"
          className={pads.padKey}
          // Nothing was done in the future.
          disabled={Date.parse(shifted(minutes)) > Date.now()}
          onClick={() => retime(shifted(minutes))}
        >
          {minutes < 0 ? '−' : '+'}
          {Math.abs(minutes)} min
        </button>
      ))}
      <input
        type="time"
        className={pads.padKey}
        aria-label={`Time of: ${text}`}
        defaultValue={timeOf(entry.at)}
        onBlur={(event) => {
          const to = atTime(entry.at, event.currentTarget.value);
          if (to !== null) retime(to);
        }}
      />
      <button type="button" className={pads.padKey} onClick={takeBack} aria-label={`Take back: ${text}`}>
        Take back
      </button>
    </div>
  );
}
