import * as z from 'zod';
import type { KindCatalog } from '../model/kind.ts';
import { TimeSchema } from '../model/time.ts';
import { KitIdSchema, UnitIdSchema } from '../model/unit.ts';

/** What is written down while a kit is used on people. Nothing in it names anybody: casualties are numbers. */
export const LIMBS = ['leftArm', 'rightArm', 'leftLeg', 'rightLeg'] as const;
export const LimbSchema = z.enum(LIMBS);
export type Limb = z.infer<typeof LimbSchema>;
export const LIMB_NAMES: Record<Limb, string> = { leftArm: 'left arm', rightArm: 'right arm', leftLeg: 'left leg', rightLeg: 'right leg' };

export const ALERTNESS = ['alert', 'voice', 'pain', 'none'] as const;

export const ALERTNESS_NAMES: Record<(typeof ALERTNESS)[number], string> = {
  alert: 'alert',
  voice: 'answers to voice',
  pain: 'answers to pain',
  none: 'no answer',
};

/** How pupils look. */
export const PUPILS = ['equal', 'unequal', 'small', 'wide'] as const;
export const PUPIL_NAMES: Record<(typeof PUPILS)[number], string> = {
  equal: 'equal, and narrow in the light',
  unequal: 'unequal',
  small: 'both small',
  wide: 'both wide, unmoved by light',
};

/** Done with the hands, and what happened; each with its time in one tap. */
export const ACTS = ['pressure', 'packed', 'airway', 'warmth', 'lostConsciousness', 'vomited', 'moved', 'handedWater'] as const;
export type Act = (typeof ACTS)[number];
export const ACT_NAMES: Record<Act, string> = {
  pressure: 'pressure by hand',
  packed: 'wound packed',
  airway: 'airway opened',
  warmth: 'wrapped against cold',
  lostConsciousness: 'lost consciousness',
  vomited: 'vomited',
  moved: 'moved',
  handedWater: 'was handed water',
};

const id = z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'must be letters, digits and -');
const base = {
  id,
  /** When it was done. */
  at: TimeSchema,
  /** From 1; 0 stands for everybody there. */
  casualty: z.number().int().min(0).max(50),
};

export const UseEntrySchema = z.discriminatedUnion(
  'do',
  [
    z.object({
      ...base,
      do: z.literal('used'),
      /** Null: out of the casualty's own kit, so nothing of ours is to be replaced. */
      unitId: UnitIdSchema.nullable(),
      kind: z.string().min(1).max(80),
      pieces: z.number().int().min(1).max(1000),
      /** On which limb, where that is asked. */
      limb: LimbSchema.nullable().default(null),
    }),
    /** Done with the hands or with what was there; nothing of ours went with it. */
    z.object({ ...base, do: z.literal('act'), act: z.enum(ACTS) }),
    z.object({ ...base, do: z.literal('sealChecked') }),
    /** Taken off or turned into a dressing by somebody who may: its clock stands. */
    z.object({ ...base, do: z.literal('tourniquetOff'), of: id }),
    z.object({
      ...base,
      do: z.literal('vitals'),
      pulse: z.number().int().min(0).max(300).nullable().default(null),
      breaths: z.number().int().min(0).max(100).nullable().default(null),
      oxygen: z.number().int().min(0).max(100).nullable().default(null),
      celsius: z.number().min(10).max(45).nullable().default(null),
      /** mmHg. */
      systolic: z.number().int().min(0).max(300).nullable().default(null),
      diastolic: z.number().int().min(0).max(200).nullable().default(null),
      pupils: z.enum(PUPILS).nullable().default(null),
      alertness: z.enum(ALERTNESS).nullable().default(null),
    }),
    z.object({ ...base, do: z.literal('note'), text: z.string().trim().min(1, 'write something').max(300) }),
    z.object({ ...base, do: z.literal('helpCalled') }),
    /** Another time for an entry; both times stay. */
    z.object({ ...base, do: z.literal('retimed'), of: id, to: TimeSchema }),
    /** On which limb, where that was said after the thing itself. */
    z.object({ ...base, do: z.literal('onLimb'), of: id, limb: LimbSchema }),
    /** A slip of the thumb. The entry stays in the log, and no longer counts. */
    z.object({ ...base, do: z.literal('takenBack'), of: id }),
  ],
  { error: 'must be something that this version can log' },
);
export type UseEntry = z.infer<typeof UseEntrySchema>;

export const UseLogSchema = z.object({
  id,
  kitId: KitIdSchema,
  startedAt: TimeSchema,
  entries: z.array(UseEntrySchema),
});
export type UseLog = z.infer<typeof UseLogSchema>;
/** Of a log, what was written into it. */
export interface Written {
  entries: readonly UseEntry[];
}

/** An entry that counts, at the time that counts; `saidAt` is what was written first, where that was another. */
export type Counted = Exclude<UseEntry, { do: 'retimed' | 'takenBack' | 'onLimb' }> & { saidAt: string | null };

/** Entries that count, in the order of their times; of several corrections the last one written stands. */
export function countedEntries(entries: readonly UseEntry[]): Counted[] {
  const gone = new Set<string>();
  const times = new Map<string, string>();
  const limbs = new Map<string, Limb>();
  for (const entry of entries) {
    if (entry.do === 'takenBack') gone.add(entry.of);
    else if (entry.do === 'retimed') times.set(entry.of, entry.to);
    else if (entry.do === 'onLimb') limbs.set(entry.of, entry.limb);
  }
  return entries
    .flatMap((entry): Counted[] => {
      if (entry.do === 'takenBack' || entry.do === 'retimed' || entry.do === 'onLimb' || gone.has(entry.id)) return [];
      const to = times.get(entry.id);
      const said = entry.do === 'used' ? { ...entry, limb: limbs.get(entry.id) ?? entry.limb } : entry;
      return [to === undefined || to === entry.at ? { ...said, saidAt: null } : { ...said, at: to, saidAt: entry.at }];
    })
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
}

/** Entries of two copies of a log together, each once: what a browser kept and what the server has. Order of writing is kept. */
export function mergeEntries(known: readonly UseEntry[], more: readonly UseEntry[]): UseEntry[] {
  const ids = new Set(known.map((entry) => entry.id));
  const fresh = more.filter(({ id }) => ids.size < ids.add(id).size);
  return fresh.length === 0 ? (known as UseEntry[]) : [...known, ...fresh]; // the same list, which nobody changes
}

/** Quiet marks on the clock of a tourniquet, hours. Usual aims of casualty-care guidelines, from memory; no clinical limits. */
export const TOURNIQUET_MARKS_H = [1, 2, 6] as const;
/** An unvented seal is looked at this often. Common practice, no source; planning value. */
export const SEAL_CHECK_MIN = 10;
/** A seal that is not known to be vented is taken for unvented: a reminder too many costs a look. */
const isUnvented = (kindId: string, catalog: KindCatalog): boolean =>
  catalog.get(kindId)?.grades['R.seal'] === 'primary' && catalog.get(kindId)?.traits.vented !== true;
export const isTourniquet = (kindId: string, catalog: KindCatalog): boolean => catalog.get(kindId)?.grades['M.limb'] === 'primary';

export interface TourniquetClock {
  entryId: string;
  limb: Limb | null;
  onAt: string;
  /** Null: it is still on. */
  offAt: string | null;
  /** Until now, or until it came off. */
  elapsedS: number;
  /** The last mark that has passed, hours; null: none yet. */
  markH: (typeof TOURNIQUET_MARKS_H)[number] | null;
}
export interface SealClock {
  nextCheckAt: string;
  /** Negative: it is due since. */
  inS: number;
}
export interface Trend {
  value: number | string;
  at: string;
  /** Against the one before; null: there is none, or it has no order. */
  way: 'up' | 'down' | 'same' | null;
}
export interface CasualtyView {
  casualty: number;
  tourniquets: TourniquetClock[];
  seal: SealClock | null;
  vitals: Partial<Record<(typeof VITALS)[number], Trend>>;
  entries: Counted[];
}

export const VITALS = ['pulse', 'breaths', 'oxygen', 'systolic', 'diastolic', 'celsius', 'alertness', 'pupils'] as const;
const S = 1000;

/** What is running for a casualty at a moment. `nowMs` is milliseconds since 1970, as clocks give them. */
export function casualtyView(log: Written, casualty: number, nowMs: number, catalog: KindCatalog): CasualtyView {
  const entries = countedEntries(log.entries).filter((entry) => entry.casualty === casualty || entry.casualty === 0);
  const tourniquets: TourniquetClock[] = [];
  const off = new Map(entries.flatMap((entry) => (entry.do === 'tourniquetOff' ? [[entry.of, entry.at] as const] : [])));
  let sealAt: string | null = null;
  for (const entry of entries) {
    if (entry.do === 'sealChecked' && sealAt !== null) sealAt = entry.at;
    if (entry.do !== 'used') continue;
    if (isUnvented(entry.kind, catalog)) sealAt = entry.at;
    if (isTourniquet(entry.kind, catalog)) tourniquets.push(clockOf(entry, off.get(entry.id) ?? null, nowMs));
  }
  return { casualty, tourniquets, seal: sealAt === null ? null : sealClock(sealAt, nowMs), vitals: trendsOf(entries), entries };
}

function clockOf({ id: entryId, limb, at }: Extract<Counted, { do: 'used' }>, offAt: string | null, nowMs: number): TourniquetClock {
  const elapsedS = Math.max(0, ((offAt === null ? nowMs : Date.parse(offAt)) - Date.parse(at)) / S);
  const passed = TOURNIQUET_MARKS_H.filter((hours) => elapsedS >= hours * 3600);
  return { entryId, limb, onAt: at, offAt, elapsedS, markH: passed.at(-1) ?? null };
}

function sealClock(sinceAt: string, nowMs: number): SealClock {
  const nextMs = Date.parse(sinceAt) + SEAL_CHECK_MIN * 60 * S;
  return { nextCheckAt: new Date(nextMs).toISOString(), inS: (nextMs - nowMs) / S };
}

type Vitals = Extract<UseEntry, { do: 'vitals' }>;

/** A reading; what a log of an earlier version could not ask was not taken. */
export const readingOf = (entry: Vitals, vital: (typeof VITALS)[number]): number | string | null => entry[vital] ?? null;

/** Nothing was read off. */
export const NOT_TAKEN: Pick<Vitals, (typeof VITALS)[number]> = {
  pulse: null,
  breaths: null,
  oxygen: null,
  systolic: null,
  diastolic: null,
  celsius: null,
  alertness: null,
  pupils: null,
};

function trendsOf(entries: readonly Counted[]): CasualtyView['vitals'] {
  const vitals: CasualtyView['vitals'] = {};
  for (const entry of entries) {
    if (entry.do !== 'vitals') continue;
    for (const name of VITALS) {
      const value = readingOf(entry, name);
      if (value === null) continue;
      const before = vitals[name]?.value;
      // Pupils have no order.
      const way = before === undefined || name === 'pupils' ? null : wayOf(rank(before), rank(value));
      vitals[name] = { value, at: entry.at, way };
    }
  }
  return vitals;
}

/** Alertness falls from alert to none. */
const rank = (value: number | string): number =>
  typeof value === 'number' ? value : -ALERTNESS.indexOf(value as (typeof ALERTNESS)[number]); // only alertness is in words
const wayOf = (before: number, now: number): 'up' | 'down' | 'same' => (now > before ? 'up' : now < before ? 'down' : 'same');

/** Numbers of the casualties that the log knows, from 1 on without gaps. */
export function casualtyNumbers({ entries }: Written): number[] {
  const most = entries.reduce((max, { casualty }) => Math.max(max, casualty), 1);
  return Array.from({ length: most }, (_, index) => index + 1);
}

/** Minutes since help was called first; null: it was not. */
export function minutesSinceHelp({ entries }: Written, nowMs: number): number | null {
  const called = countedEntries(entries).find((entry) => entry.do === 'helpCalled');
  return called === undefined ? null : Math.max(0, Math.floor((nowMs - Date.parse(called.at)) / (60 * S)));
}

/** Pieces of our own units that count as used, by unit. */
export function piecesUsedOf({ entries }: Written): Map<string, number> {
  const used = new Map<string, number>();
  for (const entry of countedEntries(entries))
    if (entry.do === 'used' && entry.unitId !== null) used.set(entry.unitId, (used.get(entry.unitId) ?? 0) + entry.pieces);
  return used;
}
