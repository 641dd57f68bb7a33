import type { KindCatalog } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';
import { type Best, Chooser } from './chooser.ts';
import type { Packings } from './packing.ts';
import { packingsFor, toEnd } from './propose.ts';
import type { First, ProposeQuestion } from './question.ts';
import { each, weighed } from './sums.ts';

export const ALONGS = ['money', 'massG', 'thicknessMm'] as const;
export type Along = (typeof ALONGS)[number];

export interface Counts {
  kind: string;
  count: number;
}
export interface LadderStep {
  /** The need that is held from here on, beside those of the steps before. */
  need: NeedId;
  /** What it takes at the least to hold all of them: minor units, g or mm. */
  value: number;
  adds: Counts[];
  drops: Counts[];
  /** Nothing that holds them takes less. */
  proven: boolean;
}
export interface Ladder {
  steps: LadderStep[];
  /** The same for whoever keeps everything that was bought before. */
  nested: LadderStep[];
  /** What that patience costs in the end: how much more the last step takes. */
  regret: number;
  /** Needs that nothing holds, whatever is spent. */
  never: NeedId[];
}

const FIRST: Record<Along, First> = { money: 'cheapest', massG: 'lightest', thicknessMm: 'thinnest' };
/** What is bought beside what was there, in a sum whose larger part is the cost. */
const WEIGHT = 1000;

/**
 * The least money, mass or thickness that holds the first need of the school's order, the first two, and so on, each as well as it can be
 * held; of all that takes the least, what keeps most of the step before. Yields the share done with the ladder as far as it goes.
 */
export function* climb(
  question: ProposeQuestion,
  along: Along,
  catalog: KindCatalog,
): Generator<{ share: number; ladder: Ladder }, Ladder> {
  const ladder: Ladder = { steps: [], nested: [], regret: 0, never: [] };
  const { container, position } = question.limits;
  // How thick it may be is what is asked where it is asked along thickness.
  const thicknessMm = along === 'thicknessMm' ? undefined : question.limits.thicknessMm;
  const place = position === undefined || along !== 'thicknessMm' ? position : { ...position, tMm: 2000 };
  const limits = {
    ...(container === undefined ? {} : { container }),
    ...(place === undefined ? {} : { position: place }),
    ...(thicknessMm === undefined ? {} : { thicknessMm }),
  };
  const packings = packingsFor({ ...question, limits }, catalog);
  const asked = question.needs.filter(({ least }) => least > 0);
  const last = question.upTo === undefined ? question.needs.length : question.needs.findIndex(({ need }) => need === question.upTo) + 1;
  const rungs = asked.filter((one) => question.needs.indexOf(one) < last);
  const free: { need: NeedId; step: Step }[] = [];
  const kept: { need: NeedId; step: Step }[] = [];
  for (const [index, { need }] of rungs.entries()) {
    const own = {
      ...question,
      limits: {},
      goal: 'least' as const,
      needs: question.needs.filter((one) => !ladder.never.includes(one.need)),
      upTo: need,
    };
    const to = new StepFinder(own, along, packings);
    const next = to.canHold(need) ? to.cheapest(free.at(-1)?.step ?? null, false) : null;
    if (next === null) ladder.never.push(need);
    else {
      free.push({ need, step: next });
      // What holds more holds this as well: where packings are only tried, the next step may have found the better one.
      for (let at = free.length - 2; at >= 0; at -= 1) {
        const [own, after] = [free[at], free[at + 1]];
        if (own !== undefined && after !== undefined && after.step.value < own.step.value) own.step = after.step;
      }
      const nested = to.cheapest(kept.at(-1)?.step ?? null, true);
      if (nested !== null) kept.push({ need, step: nested });
    }
    ladder.steps = stepsOf(free);
    ladder.nested = stepsOf(kept);
    yield { share: (index + 1) / rungs.length, ladder };
  }
  ladder.regret = Math.max(0, (ladder.nested.at(-1)?.value ?? 0) - (ladder.steps.at(-1)?.value ?? 0));
  return ladder;
}

const stepsOf = (found: readonly { need: NeedId; step: Step }[]): LadderStep[] =>
  found.map(({ need, step }, index) => stepOf(need, found[index - 1]?.step ?? null, step));

/** All of it at once. */
export const climbed = (question: ProposeQuestion, along: Along, catalog: KindCatalog): Ladder => toEnd(climb(question, along, catalog));

interface Step {
  counts: ReadonlyMap<string, number>;
  value: number;
  isProven: boolean;
}

/** The least that holds the needs up to one. */
class StepFinder {
  private readonly all: readonly number[];
  private readonly chooser: Chooser;

  constructor(
    private readonly question: ProposeQuestion,
    private readonly along: Along,
    private readonly packings: Packings | null,
  ) {
    this.chooser = new Chooser(question, packings);
    this.all = this.chooser.met(this.chooser.choices.map(({ most }) => most));
  }

  canHold(need: NeedId): boolean {
    const { booker } = this.chooser;
    const sum = booker.slots.reduce(
      (all, { demand }, step) => (booker.needs[demand]?.need === need ? all + (this.all[step] as number) : all),
      0,
    );
    return sum >= (booker.needs.find((one) => one.need === need)?.least ?? 0);
  }

  /** `before` is kept whole where it is `nested`, and otherwise as far as that costs nothing. */
  cheapest(before: Step | null, isNested: boolean): Step | null {
    const had = before?.counts ?? new Map<string, number>();
    const locked = isNested ? [...had].map(([kind, count]) => ({ kind, count })) : this.question.locked;
    const chooser = new Chooser({ ...this.question, ...(locked === undefined ? {} : { locked }) }, this.packings);
    // Of what was there a step before nothing is lost by keeping it.
    const anew = chooser.choices.map(({ kind, isBeside }) => each(isBeside === true ? 0 : 1, had.get(kind.id) ?? 0));
    const asking = chooser.search(
      weighed(chooser.sum(FIRST[this.along]), WEIGHT, anew),
      chooser.limits().filter(({ first }) => first !== FIRST[this.along]),
      (met) => met.every((value, step) => value >= (this.all[step] as number)),
    );
    asking.require(chooser.booker.byGrade(this.all));
    const found = asking.run({}, null);
    if (found.counts === null) return null;
    const best: Best = { counts: found.counts, met: this.all, isProven: found.proven, bound: found.bound };
    const counts = new Map<string, number>();
    for (const { kind, count } of chooser.counted(best.counts)) if (count > 0) counts.set(kind.id, (counts.get(kind.id) ?? 0) + count);
    return { counts, value: this.sumOf(chooser, best, before), isProven: best.isProven && this.along !== 'thicknessMm' };
  }

  private sumOf(chooser: Chooser, best: Best, before: Step | null): number {
    if (this.along !== 'thicknessMm') return chooser.sumOf(FIRST[this.along], best.counts) / (this.along === 'massG' ? 10 : 1);
    // Holding more was never thinner: what says so was packed better.
    return Math.max(before?.value ?? 0, chooser.packedSo(best.counts)?.outerTMm ?? 0);
  }
}

function stepOf(need: NeedId, before: Step | null, { counts, value, isProven }: Step): LadderStep {
  const had = before?.counts ?? new Map<string, number>();
  const more = (a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): Counts[] =>
    [...a].flatMap(([kind, count]) => (count > (b.get(kind) ?? 0) ? [{ kind, count: count - (b.get(kind) ?? 0) }] : []));
  return { need, value, adds: more(counts, had), drops: more(had, counts), proven: isProven };
}
