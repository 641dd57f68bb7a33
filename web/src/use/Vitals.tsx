import {
  ALERTNESS,
  ALERTNESS_NAMES,
  PUPIL_NAMES,
  PUPILS,
  showReading,
  type Trend,
  type UseEntry,
  VITAL_NAMES,
  VITALS,
} from '@ivrak/core/incident';
import { clsx } from 'clsx';
import { useState } from 'react';
import { clock } from './clock.ts';
import pads from './pads.module.css';

type Vital = (typeof VITALS)[number];
type Reading = Partial<Pick<Extract<UseEntry, { do: 'vitals' }>, Vital>>;

/** First the tens, then the ones: with the tile, three taps. */
const PAD: Record<Exclude<Vital, 'alertness' | 'pupils'>, { first: readonly number[]; step: number; digits: number }> = {
  pulse: { first: [3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20], step: 10, digits: 0 },
  breaths: { first: [0, 1, 2, 3, 4, 5], step: 10, digits: 0 },
  oxygen: { first: [5, 6, 7, 8, 9, 10], step: 10, digits: 0 },
  systolic: { first: [4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22], step: 10, digits: 0 },
  diastolic: { first: [2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13], step: 10, digits: 0 },
  celsius: { first: [30, 31, 32, 33, 34, 35, 36, 37, 38, 39, 40, 41], step: 1, digits: 1 },
};
const WAYS = { up: { sign: '↑', word: 'rising' }, down: { sign: '↓', word: 'falling' }, same: { sign: '→', word: 'unchanged' } } as const;

interface VitalsProps {
  vitals: Partial<Record<Vital, Trend>>;
  add: (reading: Reading) => void;
}

/** Last readings with their way, and a pad of large keys for the next one. */
export function Vitals({ vitals, add }: VitalsProps) {
  const [open, setOpen] = useState<Vital | null>(null);
  const take = (reading: Reading) => {
    add(reading);
    setOpen(null);
  };
  return (
    <section aria-label="Vital signs">
      <div className={pads.vitalTiles}>
        {VITALS.map((vital) => (
          <VitalTile
            key={vital}
            vital={vital}
            trend={vitals[vital]}
            isOpen={open === vital}
            press={() => setOpen(open === vital ? null : vital)}
          />
        ))}
      </div>
      {open === 'alertness' && (
        <div className={pads.vitalPad} role="group" aria-label="Alertness">
          {ALERTNESS.map((level) => (
            <button key={level} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => take({ alertness: level })}>
              {ALERTNESS_NAMES[level]}
            </button>
          ))}
        </div>
      )}
      {open === 'pupils' && (
        <div className={pads.vitalPad} role="group" aria-label="Pupils">
          {PUPILS.map((look) => (
            <button key={look} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => take({ pupils: look })}>
              {PUPIL_NAMES[look]}
            </button>
          ))}
        </div>
      )}
      {open !== null && open !== 'alertness' && open !== 'pupils' && (
        <Pad key={open} vital={open} take={(value) => take({ [open]: value })} />
      )}
    </section>
  );
}

function VitalTile({ vital, trend, isOpen, press }: { vital: Vital; trend: Trend | undefined; isOpen: boolean; press: () => void }) {
  const { name, short } = VITAL_NAMES[vital];
  const way = trend?.way == null ? null : WAYS[trend.way];
  const said =
    trend === undefined ? 'not taken' : `${showReading(vital, trend.value)}, ${clock(trend.at)}${way === null ? '' : `, ${way.word}`}`;
  return (
    <button type="button" className={pads.vitalTile} aria-expanded={isOpen} aria-label={`${name}: ${said}`} onClick={press}>
      <span>{short}</span>
      <b className="mono">
        {trend === undefined ? '–' : trend.value}
        {way === null ? '' : ` ${way.sign}`}
      </b>
    </button>
  );
}

function Pad({ vital, take }: { vital: keyof typeof PAD; take: (value: number) => void }) {
  const { first, step, digits } = PAD[vital];
  const [begun, setBegun] = useState<number | null>(null);
  const begin = (value: number) => {
    // A hundred per cent has no more to it.
    if (vital === 'oxygen' && value === 10) take(100);
    else setBegun(value);
  };
  const { name, unit } = VITAL_NAMES[vital];
  return (
    <div className={pads.vitalPad} role="group" aria-label={`${name}, ${unit}`}>
      {begun === null
        ? first.map((value) => (
            <button key={value} type="button" className={pads.padKey} onClick={() => begin(value)}>
              {vital === 'oxygen' && value === 10 ? '100' : `${value}${digits === 1 ? '.' : '·'}`}
            </button>
          ))
        : Array.from({ length: 10 }, (_, digit) => {
            const value = digits === 1 ? Math.round((begun + digit / 10) * 10) / 10 : begun * step + digit;
            return (
              <button key={value} type="button" className={pads.padKey} onClick={() => take(value)}>
                {digits === 1 ? value.toFixed(1) : value}
              </button>
            );
          })}
    </div>
  );
}
