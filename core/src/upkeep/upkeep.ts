import { type AskedKit, type Coverage, leastMetNow, problemOf } from '../coverage/coverage.ts';
import { gradeOf } from '../coverage/grades.ts';
import type { StockUnit } from '../coverage/problem.ts';
import { hasGap } from '../coverage/rungs.ts';
import { sharedCoverage } from '../coverage/shares.ts';
import { type CourseLapse, type NeedFall, withFalls } from '../kit/falls.ts';
import { gapText } from '../kit/judgement.ts';
import type { KindCatalog } from '../model/kind.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
import { addDays, type PlainDate, showDate } from '../model/plainDate.ts';
import { inWords } from '../model/words.ts';

/** Planning values, in days. */
export const UPKEEP_PLAN = { supplierLeadDays: 14, orderBufferDays: 7, inspectIndoorsDays: 180, inspectMovingDays: 90 } as const;

export interface KeptKit extends AskedKit {
  /** Days between inspections, heat included, and why. */
  interval: { days: number; why: string };
  inspectedOn: PlainDate | null;
  /** What it must hold by itself of what is asked of all; absent: it is carried by itself. */
  alone?: readonly NeedId[] | undefined;
  /** When needs fall, where courses of those whom its brief names lapse on the way; null or absent: things alone let them fall. */
  falls?: readonly NeedFall[] | null | undefined;
}

export interface UpkeepEvent {
  type: 'gap' | 'lapse' | 'skillLapse' | 'unitLapse' | 'orderBy' | 'inspect' | 'dateMissing';
  on: PlainDate;
  kitId: string;
  kitName: string;
  need: NeedId | null;
  unitIds: string[];
  kind: string | null;
  text: string;
}

/** The day from which a printed date no longer counts. */
const lapseDay = (expiresOn: PlainDate): PlainDate => addDays(expiresOn, 1);

/**
 * Dated events of a kit from `from` to `to`, both included, in date order. Gaps and overdue things stand on `from`.
 * `lapse` is a need that falls with a thing, `skillLapse` one that falls with a course; `unitLapse` is a thing whose date passes without a need falling with it.
 */
export function upkeepEvents(kit: KeptKit, from: PlainDate, to: PlainDate, catalog: KindCatalog): UpkeepEvent[] {
  const now = coverageOn(kit, from, catalog);
  const events = [
    ...gapEvents(kit, now, from),
    ...lapseEvents(kit, now, from, catalog),
    ...skillEvents(kit),
    ...unitEvents(kit, now, from, catalog),
    inspection(kit, from),
    ...missingDates(kit, from, catalog),
  ];
  return events.filter((event) => event.on <= to).sort((a, b) => a.on.localeCompare(b.on) || rank(a) - rank(b));
}

const ORDER: readonly UpkeepEvent['type'][] = ['gap', 'lapse', 'skillLapse', 'unitLapse', 'orderBy', 'inspect', 'dateMissing'];
const rank = (event: UpkeepEvent): number => ORDER.indexOf(event.type);

/** Of a kit that is carried as one with others, as it is seen from this one. */
export const coverageOn = (kit: KeptKit, on: PlainDate, catalog: KindCatalog): Coverage =>
  withFalls(sharedCoverage(problemOf(kit, on), kit.alone, catalog).seen, kit.falls);

const event = (kit: KeptKit, type: UpkeepEvent['type'], on: PlainDate, text: string, more: Partial<UpkeepEvent> = {}): UpkeepEvent => ({
  type,
  on,
  kitId: kit.id,
  kitName: kit.name,
  need: null,
  unitIds: [],
  kind: null,
  text,
  ...more,
});

function gapEvents(kit: KeptKit, now: Coverage, from: PlainDate): UpkeepEvent[] {
  if (!hasGap(now)) return [];
  return now.needs.filter(({ state }) => state === 'gap').map((gap) => event(kit, 'gap', from, gapText(gap), { need: gap.need }));
}

function lapseEvents(kit: KeptKit, now: Coverage, from: PlainDate, catalog: KindCatalog): UpkeepEvent[] {
  return now.needs.flatMap(({ need, lapsesOn }, index) => {
    if (lapsesOn === null || skillFall(kit, need) !== undefined) return [];
    const units = unitsBehind(kit, index, lapsesOn, catalog);
    // Of kits that are carried as one, the one whose thing lapses says so.
    if (units.length === 0) return [];
    const unitIds = units.map((unit) => unit.id);
    const kinds = [...new Set(units.map((unit) => unit.kind))];
    const kind = kinds[0] ?? null;
    const name = kinds.map((id) => catalog.get(id)?.name ?? id).join(' and ');
    const [lapse, it] = kinds.length === 1 ? ['lapses', 'it lapses'] : ['lapse', 'they lapse'];
    const days = UPKEEP_PLAN.supplierLeadDays + UPKEEP_PLAN.orderBufferDays;
    const orderBy = addDays(lapsesOn, -days);
    return [
      event(kit, 'lapse', lapsesOn, `${name} ${lapse}: ${NEEDS[need].without}.`, { need, unitIds, kind }),
      event(
        kit,
        'orderBy',
        orderBy < from ? from : orderBy,
        `Order ${name}: lead ${UPKEEP_PLAN.supplierLeadDays} d + buffer ${UPKEEP_PLAN.orderBufferDays} d before ${it}.`,
        { need, unitIds, kind },
      ),
    ];
  });
}

const skillFall = (kit: KeptKit, need: NeedId): NeedFall | undefined =>
  kit.falls?.find((fall) => fall.need === need && fall.lapses.length > 0);

const skillEvents = (kit: KeptKit): UpkeepEvent[] =>
  (kit.falls ?? []).flatMap(({ need, on, lapses }) => {
    if (lapses.length === 0) return [];
    const { label, without } = NEEDS[need];
    const text = `${inWords(lapses.map(lapseText))}; from this day on nobody counts for ${label}: ${without}.`;
    return [event(kit, 'skillLapse', on, text, { need })];
  });

const lapseText = ({ name, course, lapsesOn }: CourseLapse): string =>
  `${name}’s course “${course}” is good until ${showDate(addDays(lapsesOn, -1))}`;

/**
 * Of the units that lapse on a day, those that take the need down: all of the fewest kinds that would hold it if they lasted
 * one day longer. Kinds that serve the need are named before those that others lean on or that something was moved away for.
 */
function unitsBehind(kit: KeptKit, index: number, on: PlainDate, catalog: KindCatalog): StockUnit[] {
  const { need, least } = kit.needs[index] as KeptKit['needs'][number]; // coverage gives the needs in their order
  const lapsing = kit.units.filter((unit) => unit.expiresOn != null && lapseDay(unit.expiresOn) === on);
  const kinds = new Set(lapsing.map((unit) => unit.kind));
  const isHeldBy = (lasting: ReadonlySet<string>): boolean => {
    const units = kit.units.map((unit) => (lapsing.includes(unit) && lasting.has(unit.kind) ? { ...unit, expiresOn: on } : unit));
    const met = leastMetNow(problemOf(kit, on, units), catalog);
    return (met[index] as number) >= least;
  };
  const serves = (id: string): boolean => {
    const kind = catalog.get(id);
    return kind !== undefined && gradeOf(kind, need, kit.school) !== null;
  };
  const behind = new Set(kinds);
  for (const kind of [...kinds].sort((a, b) => Number(serves(a)) - Number(serves(b)))) {
    if (behind.size === 1) break;
    behind.delete(kind);
    if (!isHeldBy(behind)) behind.add(kind);
  }
  return lapsing.filter((unit) => behind.has(unit.kind));
}

function unitEvents(kit: KeptKit, now: Coverage, from: PlainDate, catalog: KindCatalog): UpkeepEvent[] {
  const fallDays = new Set(now.needs.map(({ lapsesOn }) => lapsesOn));
  return kit.units.flatMap((unit) => {
    if (unit.expiresOn == null || unit.condition === 'practice' || unit.condition === 'used') return [];
    const on = lapseDay(unit.expiresOn);
    const name = catalog.get(unit.kind)?.name ?? unit.kind;
    const more = { unitIds: [unit.id], kind: unit.kind };
    if (on <= from) return [event(kit, 'unitLapse', from, `Lapsed: ${name}. Take it out; it may serve as practice.`, more)];
    return fallDays.has(on) ? [] : [event(kit, 'unitLapse', on, `${name}: the date passes, and no need falls with it.`, more)];
  });
}

function inspection(kit: KeptKit, from: PlainDate): UpkeepEvent {
  const { days, why } = kit.interval;
  if (kit.inspectedOn === null) return event(kit, 'inspect', from, 'Never inspected: open it, touch everything, read the dates.');
  const due = addDays(kit.inspectedOn, days);
  return event(kit, 'inspect', due < from ? from : due, `${why}: open it, touch everything, read the dates.`);
}

function missingDates(kit: KeptKit, from: PlainDate, catalog: KindCatalog): UpkeepEvent[] {
  const undated = kit.units.filter((unit) => unit.expiresOn == null && catalog.get(unit.kind)?.dating === 'printed');
  if (undated.length === 0) return [];
  const text = `${undated.length} ${undated.length === 1 ? 'thing has' : 'things have'} a printed date that nobody has read yet.`;
  return [event(kit, 'dateMissing', from, text, { unitIds: undated.map((unit) => unit.id) })];
}
