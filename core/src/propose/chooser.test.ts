import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { coverageNow } from '../coverage/coverage.ts';
import { compareInOrder, inOrder } from '../coverage/inOrder.ts';
import { madeUpKinds, madeUpNeeds, madeUpSchool, TODAY } from '../coverage/madeUpFixture.ts';
import { Random } from '../fit/random.ts';
import type { Kind } from '../model/kind.ts';
import { SKILLS } from '../model/need.ts';
import { bestOf } from './best.ts';
import { type Best, Chooser } from './chooser.ts';
import { askedOf, type ProposeQuestion, problemFor } from './question.ts';

const MOST_WAYS = 600;

/** Up to 8 kinds and 6 needs, with limits of money and mass, things in stores, locked and barred ones. */
function smallQuestion(random: Random): ProposeQuestion {
  const needs = madeUpNeeds(random, 6).map((need) => ({ ...need, windowS: null }));
  const ids = needs.map(({ need }) => need);
  const kinds = madeUpKinds(random, ids, 1 + random.below(8)).map((kind) => ({
    ...kind,
    priceMinor: random.below(12),
    massG: 1 + random.below(9),
  }));
  const any = () => `kind-${random.below(kinds.length)}`;
  return {
    needs,
    school: madeUpSchool(random, ids),
    on: TODAY,
    kinds,
    skills: random.next() < 0.5 ? SKILLS : ['tourniquet'],
    stock: random.next() < 0.3 ? [{ id: 'a', kind: any(), count: 1 + random.below(2) }] : [],
    limits: {
      ...(random.next() < 0.7 ? { money: random.below(40) } : {}),
      ...(random.next() < 0.4 ? { massG: 5 + random.below(40) } : {}),
    },
    goal: random.next() < 0.5 ? 'least' : 'ideal',
    first: random.next() < 0.5 ? ['cheapest'] : ['lightest'],
    locked: random.next() < 0.15 ? [{ kind: any(), count: 1 }] : [],
    barred: random.next() < 0.15 ? [any()] : [],
  };
}

/** Every way of choosing counts, up to what is useful of each. */
function* waysOf(most: readonly number[], least: readonly number[]): Generator<number[]> {
  const counts = [...least];
  for (;;) {
    yield [...counts];
    let at = 0;
    while (at < counts.length && counts[at] === most[at]) {
      counts[at] = least[at] as number;
      at += 1;
    }
    if (at === counts.length) return;
    counts[at] = (counts[at] as number) + 1;
  }
}

describe('what is proposed', () => {
  it('is the best of all ways there are, on small questions', () => {
    const random = new Random(seeded(20_261_201));
    let tried = 0;
    let short = 0;
    while (tried < rounds(120, 1500)) {
      const question = smallQuestion(random);
      const chooser = new Chooser(question);
      const { choices } = chooser;
      const ways = choices.reduce((product, { least, most }) => product * (most - least + 1), 1);
      if (ways > MOST_WAYS) continue;
      tried += 1;
      const asked = askedOf(question);
      const catalog = kindCatalog(question.kinds);
      const judge = (counts: readonly number[]) => {
        const units = choices.flatMap(({ kind }, at) =>
          counts[at] === 0 ? [] : [{ id: `u${at}`, kind: kind.id, count: counts[at] as number, condition: 'ready' as const }],
        );
        const sum = (of: (choice: (typeof choices)[number]) => number) =>
          choices.reduce((all, choice, at) => all + of(choice) * (counts[at] as number), 0);
        return {
          met: inOrder(coverageNow(problemFor(question, asked, units), catalog)),
          money: choices.reduce((all, { priceMinor, stock }, at) => all + priceMinor * Math.max(0, (counts[at] as number) - stock), 0),
          massG: sum(({ massG }) => massG),
        };
      };
      const { money = Number.POSITIVE_INFINITY, massG = Number.POSITIVE_INFINITY } = question.limits;
      let best: ReturnType<typeof judge> | null = null;
      const [first, second] = question.first?.[0] === 'lightest' ? (['massG', 'money'] as const) : (['money', 'massG'] as const);
      for (const counts of waysOf(
        choices.map(({ most }) => most),
        choices.map(({ least }) => least),
      )) {
        const own = judge(counts);
        if (own.money > money || own.massG > massG) continue;
        const more = best === null ? 1 : compareInOrder(own.met, best.met);
        if (best === null || more > 0 || (more === 0 && (own[first] - best[first] || own[second] - best[second]) < 0)) best = own;
      }
      const held = chooser.mostHeld();
      if (best === null) {
        expect(held, `question ${tried}`).toBeNull();
        continue;
      }
      const found = bestOf(chooser, held as Best, question.first ?? []);
      expect(judge(found.counts), `question ${tried}`).toEqual(best);
      expect(found.isProven).toBe(true);
      const all = judge(choices.map(({ most }) => most));
      if (compareInOrder(best.met, all.met) < 0) short += 1;
    }
    expect(short).toBeGreaterThan(tried / 8);
  });

  it('takes one unit more where pieces come in packs that do not come out even', () => {
    const random = new Random(3);
    const [pattern] = madeUpKinds(random, ['C.roll'], 1) as [Kind];
    const kind = (id: string, pieces: number, priceMinor: number): Kind => ({
      ...pattern,
      id,
      pieces,
      priceMinor,
      family: 'other',
      grades: { 'C.roll': 'primary' },
      moreParts: [],
      requires: {},
      provides: [],
      tool: false,
      skill: null,
    });
    const ask = (least: number, kinds: readonly Kind[]) => {
      const needs = [{ need: 'C.roll' as const, least, ideal: least }];
      const chooser = new Chooser({ needs, school: madeUpSchool(random, ['C.dress']), on: TODAY, kinds, limits: {} });
      return bestOf(chooser, chooser.mostHeld() as Best, ['cheapest']).counts;
    };
    expect(ask(3, [kind('twos', 2, 100)])).toEqual([2]);
    expect(ask(3, [kind('tens', 10, 100)])).toEqual([1]);
    expect(ask(3, [kind('twos', 2, 100), kind('ones', 1, 60)])).toEqual([1, 1]);
  });
});
