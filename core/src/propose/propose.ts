import { coverage } from '../coverage/coverage.ts';
import type { NeedCoverage } from '../coverage/states.ts';
import type { KindCatalog } from '../model/kind.ts';
import { compareExpiry, type PlainDate } from '../model/plainDate.ts';
import { isGoodOn } from '../model/unit.ts';
import { bestOf, compareBest } from './best.ts';
import { type Best, Chooser } from './chooser.ts';
import { Packings, type Rooms, SOLD_SO, stateOf, type Way } from './packing.ts';
import { type First, type InStock, type ProposeQuestion, problemFor } from './question.ts';
import { type Why, whyNot } from './whyNot.ts';

export interface ProposedThing {
  kind: string;
  count: number;
  /** One id for each that comes out of stores; the rest is bought. */
  fromStock?: string[];
  /** How it lies, where that is not as it is sold. */
  state?: string;
}
export interface Proposal {
  /** What was put first. */
  first: First;
  things: ProposedThing[];
  total: {
    /** What is bought, minor units. */
    money: number;
    massG: number;
    /** Outside, packed; null: no room was named. */
    thicknessMm: number | null;
    things: number;
  };
  needs: NeedCoverage[];
  /** The first printed date of what is owned in it; null: none of that has one. What is bought is new. */
  firstLapse: PlainDate | null;
  /** How hard it is pressed to go in, 0 to 1. */
  press: number;
  /** Nothing within the limits holds more, and of what holds as much nothing is better by what is put first. */
  proven: boolean;
  /** Where it is not proven: no kit that holds as much has less of this. */
  bound: { what: 'money' | 'massG' | 'litres' | 'things' | 'seconds'; value: number } | null;
}
export interface Proposed {
  proposals: Proposal[];
  why: Why[];
}

/** Decodes of a packing that is only tried. */
const DECODES = 600;
/** Share of the work after which something is shown. */
const HURRIED = 0.2;

/**
 * What to put in, once for each of what may be put first, holding the same; and why a need stays open. Pure; yields the share done with
 * what is there by then. Money in minor units, mass in g, lengths in mm. Empty where not even what must be in goes within the limits.
 */
export function* propose(
  question: ProposeQuestion,
  firsts: readonly (readonly First[])[],
  catalog: KindCatalog,
): Generator<{ share: number; proposed: Proposed }, Proposed> {
  const { proposals, why } = yield* sideBySide(question, firsts, catalog, packingsFor(question, catalog));
  return { proposals, why: why() };
}

/** The same for whoever asks several times in one room; why needs stay open is worked out only if it is asked. */
export function* sideBySide(
  question: ProposeQuestion,
  firsts: readonly (readonly First[])[],
  catalog: KindCatalog,
  packings: Rooms | null,
): Generator<{ share: number; proposed: Proposed }, { proposals: Proposal[]; why: () => Why[] }> {
  const lasting = longestLasting(question, firsts, packings);
  const chooser = new Chooser(lasting, packings);
  const so: Proposed = { proposals: [], why: [] };
  const parts = firsts.length + 2;
  const [[first = 'cheapest'] = []] = firsts;
  const asIs = (held: Best) => [proposalOf(chooser, { ...held, isProven: false }, first, catalog)];
  if (packings !== null) {
    // A few packings first, so that there is something to look at; what they told is known to those that follow.
    const hurried = new Chooser({ ...lasting, effort: HURRIED * (question.effort ?? 1) }, packings).mostHeld();
    if (hurried !== null) so.proposals = asIs(hurried);
    yield { share: 0.5 / parts, proposed: so };
  }
  const held = chooser.mostHeld();
  if (held === null) return { proposals: [], why: () => [] };
  so.proposals = asIs(held);
  yield { share: 1 / parts, proposed: so };
  const found: Best[] = [];
  for (const [index, named] of firsts.entries()) {
    found.push(bestOf(chooser, held, named));
    // Where packings are only tried, what was found for one may be better for another than its own.
    so.proposals = firsts.slice(0, index + 1).map((own, at) => {
      const better = found.reduce((best, one) => (compareBest(chooser, one, best, own) < 0 ? one : best), found[at] as Best);
      return proposalOf(chooser, { ...(found[at] as Best), counts: better.counts }, own[0] ?? 'cheapest', catalog);
    });
    yield { share: (index + 2) / parts, proposed: so };
  }
  return { proposals: so.proposals, why: () => whyNot(chooser, held) };
}

/** Packings of the room that is named; what was packed is known to whoever asks next. Null: none is. */
export function packingsFor({ limits, effort = 1, seed = 1 }: ProposeQuestion, catalog: KindCatalog): Packings | null {
  const { container, position, thicknessMm } = limits;
  return container === undefined ? null : new Packings({ container, position, thicknessMm }, catalog, Math.ceil(DECODES * effort), seed);
}

/** All of it at once. */
export const proposed = (question: ProposeQuestion, firsts: readonly (readonly First[])[], catalog: KindCatalog): Proposed =>
  toEnd(propose(question, firsts, catalog));

/** Works off to the end what tells how far it is. */
export function toEnd<Step, End>(work: Generator<Step, End>): End {
  for (;;) {
    const next = work.next();
    if (next.done === true) return next.value;
  }
}

/** Where what lasts longest is put first, stores give only what lasts as long as what holds as much can. */
function longestLasting(question: ProposeQuestion, firsts: readonly (readonly First[])[], packings: Rooms | null): ProposeQuestion {
  const { stock = [], on } = question;
  if (!firsts.some(([first]) => first === 'longest')) return question;
  const good = stock.filter(({ expiresOn = null }) => isGoodOn(expiresOn, on));
  const dates = [...new Set(good.map(({ expiresOn = null }) => expiresOn))].sort(compareExpiry);
  const most = new Chooser(question, packings).mostHeld();
  let [low, high] = [0, dates.length];
  let best = question;
  while (most !== null && low < high) {
    const middle = Math.ceil((low + high) / 2);
    const left = { ...question, stock: good.filter(({ expiresOn = null }) => dates.indexOf(expiresOn) >= middle) };
    const held = new Chooser(left, packings).mostHeld();
    if (held?.met.every((value, step) => value === most.met[step]) === true) {
      best = left;
      low = middle;
    } else high = middle - 1;
  }
  return best;
}

function proposalOf(chooser: Chooser, { counts, isProven, bound }: Best, first: First, catalog: KindCatalog): Proposal {
  const { question, choices } = chooser;
  const packed = chooser.packedSo(counts);
  const way: Way = packed?.way ?? { isFlat: false, press: 0 };
  const things = thingsOf(chooser, counts, way);
  return {
    first,
    things,
    total: {
      money: chooser.sumOf('cheapest', counts),
      massG: Math.round(choices.reduce((sum, { massG }, at) => sum + massG * (counts[at] as number), 0) * 10) / 10,
      thicknessMm: packed?.outerTMm ?? null,
      things: chooser.sumOf('fewest', counts),
    },
    needs: coverage(
      problemFor(question, question.needs, [
        ...unitsOf(things, question.stock ?? []),
        ...(question.beside ?? []).map((unit) => ({ ...unit, condition: 'ready' as const })),
      ]),
      catalog,
    ).needs,
    firstLapse: firstLapseOf(things, question.stock ?? []),
    press: way.press,
    proven: isProven,
    bound: isProven ? null : { what: BOUNDS[first].what, value: bound / BOUNDS[first].per },
  };
}

function firstLapseOf(things: readonly ProposedThing[], stock: readonly InStock[]): PlainDate | null {
  const taken = new Set(things.flatMap(({ fromStock = [] }) => fromStock));
  const dates = stock.flatMap(({ id, expiresOn = null }) => (taken.has(id) && expiresOn !== null ? [expiresOn] : []));
  return dates.sort(compareExpiry)[0] ?? null;
}

/** Kinds with their counts, in the order of the catalogue; what stores give, longest lasting first. */
function thingsOf(chooser: Chooser, counts: readonly number[], way: Way): ProposedThing[] {
  const { choices, question } = chooser;
  return choices.flatMap(({ kind, stock, isBeside }, at): ProposedThing[] => {
    const count = counts[at] as number;
    if (count === 0 || isBeside === true) return [];
    const thing: ProposedThing = { kind: kind.id, count };
    if (stock > 0) thing.fromStock = takenFrom(question, kind.id, Math.min(stock, count));
    const state = stateOf(kind, way);
    if (state !== SOLD_SO) thing.state = state;
    return [thing];
  });
}

function takenFrom({ stock = [], on }: ProposeQuestion, kind: string, count: number): string[] {
  const there = stock.filter((one) => one.kind === kind && isGoodOn(one.expiresOn ?? null, on));
  const lasting = there.sort((a, b) => compareExpiry(b.expiresOn ?? null, a.expiresOn ?? null) || (a.id < b.id ? -1 : 1));
  return lasting.flatMap(({ id, count: own }) => Array.from({ length: own }, () => id)).slice(0, count);
}

/** As they would lie in the kit: each lot from stores by itself with its date, what is bought as new. */
export function unitsOf(things: readonly ProposedThing[], stock: readonly InStock[]) {
  return things.flatMap(({ kind, count, fromStock = [] }) => {
    const ids = [...new Set(fromStock)];
    const stored = ids.map((id) => ({
      id,
      kind,
      count: fromStock.filter((one) => one === id).length,
      expiresOn: stock.find((one) => one.id === id)?.expiresOn ?? null,
      condition: 'ready' as const,
    }));
    const bought = count - fromStock.length;
    return bought > 0 ? [...stored, { id: `new-${kind}`, kind, count: bought, condition: 'ready' as const }] : stored;
  });
}

/** What the sums of choices stand for, and how many of them are one of it. */
const BOUNDS: Record<First, { what: 'money' | 'massG' | 'litres' | 'things' | 'seconds'; per: number }> = {
  cheapest: { what: 'money', per: 1 },
  lightest: { what: 'massG', per: 10 },
  thinnest: { what: 'litres', per: 10_000 },
  fewest: { what: 'things', per: 1 },
  soonest: { what: 'seconds', per: 10 },
  longest: { what: 'things', per: 1 },
};
