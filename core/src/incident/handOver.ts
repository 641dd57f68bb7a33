import type { KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import {
  ACT_NAMES,
  ALERTNESS_NAMES,
  type CasualtyView,
  type Counted,
  casualtyNumbers,
  casualtyView,
  countedEntries,
  LIMB_NAMES,
  PUPIL_NAMES,
  readingOf,
  type UseLog,
  VITALS,
  type Written,
} from './log.ts';

type Vital = (typeof VITALS)[number];
export const VITAL_NAMES: Record<Vital, { name: string; short: string; unit: string }> = {
  pulse: { name: 'Pulse', short: 'Pulse', unit: '/min' },
  breaths: { name: 'Breathing', short: 'Breath', unit: '/min' },
  oxygen: { name: 'Oxygen', short: 'O₂', unit: '%' },
  celsius: { name: 'Temperature', short: 'Temp', unit: '°C' },
  systolic: { name: 'Blood pressure, upper', short: 'BP up', unit: ' mmHg' },
  diastolic: { name: 'Blood pressure, lower', short: 'BP low', unit: ' mmHg' },
  alertness: { name: 'Alertness', short: 'Alert', unit: '' },
  pupils: { name: 'Pupils', short: 'Pupils', unit: '' },
};

/** How the use of a thing is said: by the first need that it is made for. */
const VERBS: Partial<Record<NeedId, string>> = {
  'M.limb': 'on',
  'M.pack': 'packed',
  'M.press': 'on',
  'A.airway': 'in',
  'R.seal': 'on',
  'R.breath': 'used to breathe for',
  'H.warm': 'wrapped',
  'S.hands': 'put on',
};
export function verbOf(kindId: string, catalog: KindCatalog): string {
  const grades = catalog.get(kindId)?.grades ?? {};
  const need = (Object.keys(VERBS) as NeedId[]).find((id) => grades[id] === 'primary');
  return (need === undefined ? undefined : VERBS[need]) ?? 'used';
}

export interface HandOverLine {
  id: string;
  at: string;
  /** What was written first, where the time was put right later. */
  saidAt: string | null;
  text: string;
}
export interface VitalSeries {
  vital: Vital;
  /** In the order of their times. */
  readings: { at: string; value: number | string }[];
}
export interface HandOverCasualty {
  casualty: number;
  view: CasualtyView;
  /** In the order of their times; tourniquets stand before it, with their clocks, in `view`. */
  done: HandOverLine[];
  signs: VitalSeries[];
  notes: HandOverLine[];
}
export interface HandOver {
  startedAt: string;
  helpCalledAt: string | null;
  casualties: HandOverCasualty[];
}

/** One sheet for whoever takes over. `nowMs`: milliseconds since 1970. Order of sections: common practice, no source. */
export function handOver(log: Written & Pick<UseLog, 'startedAt'>, nowMs: number, catalog: KindCatalog): HandOver {
  const counted = countedEntries(log.entries);
  return {
    startedAt: log.startedAt,
    helpCalledAt: counted.find((entry) => entry.do === 'helpCalled')?.at ?? null,
    casualties: casualtyNumbers(log).map((casualty) => {
      const view = casualtyView(log, casualty, nowMs, catalog);
      const clocks = new Set(view.tourniquets.map(({ entryId }) => entryId));
      const lines = view.entries.flatMap((entry) => {
        const text = clocks.has(entry.id) || entry.do === 'tourniquetOff' ? null : doneText(entry, catalog);
        return text === null ? [] : [{ id: entry.id, at: entry.at, saidAt: entry.saidAt, text }];
      });
      return { casualty, view, done: lines, signs: seriesOf(view.entries), notes: notesOf(view.entries) };
    }),
  };
}

export function doneText(entry: Counted, catalog: KindCatalog): string | null {
  if (entry.do === 'act') return ACT_NAMES[entry.act];
  if (entry.do === 'sealChecked') return 'seal checked';
  if (entry.do === 'tourniquetOff') return 'tourniquet off';
  if (entry.do !== 'used') return null;
  const name = catalog.get(entry.kind)?.name ?? entry.kind;
  const count = entry.pieces > 1 ? `${entry.pieces} × ` : '';
  const limb = entry.limb === null ? '' : `, ${LIMB_NAMES[entry.limb]}`;
  const theirs = entry.unitId === null ? ' (the casualty’s own)' : '';
  return `${count}${name} ${verbOf(entry.kind, catalog)}${limb}${theirs}`;
}

function seriesOf(entries: readonly Counted[]): VitalSeries[] {
  return VITALS.flatMap((vital) => {
    const readings = entries.flatMap((entry) => {
      const value = entry.do === 'vitals' ? readingOf(entry, vital) : null;
      return value === null ? [] : [{ at: entry.at, value }];
    });
    return readings.length === 0 ? [] : [{ vital, readings }];
  });
}

const notesOf = (entries: readonly Counted[]): HandOverLine[] =>
  entries.flatMap((entry) => (entry.do === 'note' ? [{ id: entry.id, at: entry.at, saidAt: entry.saidAt, text: entry.text }] : []));

export const showReading = (vital: Vital, value: number | string): string =>
  vital === 'alertness'
    ? ALERTNESS_NAMES[value as keyof typeof ALERTNESS_NAMES]
    : vital === 'pupils'
      ? PUPIL_NAMES[value as keyof typeof PUPIL_NAMES]
      : `${value}${VITAL_NAMES[vital].unit}`; // only these two are in words

/** Bytes that a QR code on a phone's screen carries so that another phone reads it at once. Common practice, no source. */
export const QR_MOST_BYTES = 900;

/**
 * The sheet as plain text, most needed first; `clock` writes a time as it is read here. Where `mostBytes` is given and the text is
 * longer, whole lines are left off at the end and the last line says how many.
 */
export function handOverText(sheet: HandOver, clock: (at: string) => string, mostBytes?: number): string {
  const lines = [`HAND-OVER ${sheet.helpCalledAt === null ? 'help not logged' : `help called ${clock(sheet.helpCalledAt)}`}`];
  for (const one of sheet.casualties) lines.push(...casualtyText(one, clock));
  if (mostBytes === undefined || bytesOf(lines.join('\n')) <= mostBytes) return lines.join('\n');
  let kept = lines.length;
  const cut = () => [...lines.slice(0, kept), `+ ${lines.length - kept} lines on the screen`].join('\n');
  while (kept > 1 && bytesOf(cut()) > mostBytes) kept -= 1;
  return cut();
}

/** In UTF-8, without asking the platform for an encoder. */
const bytesOf = (text: string): number => encodeURIComponent(text).replace(/%../g, 'x').length;

function casualtyText({ casualty, view, done, signs, notes }: HandOverCasualty, clock: (at: string) => string): string[] {
  const tourniquets = view.tourniquets.map(
    ({ limb, onAt, offAt }) =>
      `TOURNIQUET ${limb === null ? 'limb not logged' : LIMB_NAMES[limb]} on ${clock(onAt)}${offAt === null ? '' : ` off ${clock(offAt)}`}`,
  );
  const series = signs.map(
    ({ vital, readings }) =>
      `${VITAL_NAMES[vital].name}: ${readings
        .slice(-3)
        .map(({ at, value }) => `${showReading(vital, value)} ${clock(at)}`)
        .join(', ')}`,
  );
  const told = done.map(({ at, text }) => `${clock(at)} ${text}`);
  const rest = notes.map(({ at, text }) => `${clock(at)} ${text}`);
  const isEmpty = tourniquets.length === 0 && done.length === 0 && signs.length === 0 && notes.length === 0;
  return [`CASUALTY ${casualty}`, ...tourniquets, ...series, ...told, ...rest, ...(isEmpty ? ['nothing logged'] : [])];
}
