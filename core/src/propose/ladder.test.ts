import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { pick } from '../coverage/madeUpFixture.ts';
import { Random } from '../fit/random.ts';
import { skillsOf } from '../model/brief.ts';
import { plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { climbed, type LadderStep } from './ladder.ts';
import { proposed } from './propose.ts';
import type { ProposeQuestion } from './question.ts';

const CATALOG = kindCatalog();

function anyQuestion(random: Random): ProposeQuestion {
  const { brief } = pick(random, TEMPLATES);
  const school = pick(random, SCHOOLS);
  return { needs: deriveNeeds(brief, school), school, on: plainDate('2026-12-01'), kinds: KINDS, skills: skillsOf(brief), limits: {} };
}

/** What is there after each step, from what joins and what is swapped out. */
function after(steps: readonly LadderStep[]): Map<string, number>[] {
  const there = new Map<string, number>();
  return steps.map(({ adds, drops }) => {
    for (const { kind, count } of adds) there.set(kind, (there.get(kind) ?? 0) + count);
    for (const { kind, count } of drops) there.set(kind, (there.get(kind) ?? 0) - count);
    return new Map([...there].filter(([, count]) => count !== 0));
  });
}

describe('the ladder', () => {
  it('takes at each step the least that holds the needs so far, and whoever keeps everything pays at least that', () => {
    const random = new Random(seeded(20_261_208));
    for (let round = 0; round < rounds(4); round += 1) {
      const question = anyQuestion(random);
      const along = pick(random, ['money', 'massG'] as const);
      const { steps, nested, regret, never } = climbed(question, along, CATALOG);
      const [free, kept] = [after(steps), after(nested)];
      const costOf = (there: Map<string, number> | undefined) =>
        [...(there ?? [])].reduce((sum, [kind, count]) => {
          const own = CATALOG.get(kind);
          return sum + count * ((along === 'money' ? own?.priceMinor : own?.massG) ?? 0);
        }, 0);
      for (const [index, { need, value, proven }] of steps.entries()) {
        const where = `round ${round}, step ${need}`;
        expect(proven, where).toBe(true);
        expect(costOf(free[index]), where).toBe(value);
        expect(costOf(kept[index]), where).toBe(nested[index]?.value);
        expect(nested[index]?.value, where).toBeGreaterThanOrEqual(value);
        expect(nested[index]?.drops, where).toEqual([]);
        expect(value, where).toBeGreaterThanOrEqual(steps[index - 1]?.value ?? 0);
        // A proposal without limits that is asked as much costs as much.
        if (index % 4 === 0 && along === 'money') {
          const asked = question.needs.filter((one) => !never.includes(one.need));
          const [cheapest] = proposed({ ...question, needs: asked, upTo: need }, [['cheapest']], CATALOG).proposals;
          expect(cheapest?.total.money, where).toBe(value);
        }
      }
      expect(regret).toBe((nested.at(-1)?.value ?? 0) - (steps.at(-1)?.value ?? 0));
    }
  });

  it('never falls where things are packed, though a later step may find what an earlier one did not', () => {
    const school = SCHOOLS.find(({ id }) => id === 'committee-first') as (typeof SCHOOLS)[number];
    const container = CONTAINERS.find(({ id }) => id === 'life-vest-pouch') as (typeof CONTAINERS)[number];
    const position = POSITIONS.find(({ id }) => id === 'life-vest-pocket') as (typeof POSITIONS)[number];
    const { brief } = TEMPLATES.find(({ id }) => id === 'every-day') as (typeof TEMPLATES)[number];
    const question: ProposeQuestion = {
      needs: deriveNeeds(brief, school),
      school,
      on: plainDate('2026-12-01'),
      kinds: KINDS,
      skills: skillsOf(brief),
      limits: { container, position },
    };
    for (const along of ['money', 'thicknessMm'] as const) {
      const { steps } = climbed(question, along, CATALOG);
      const values = steps.map(({ value }) => value);
      expect(values.length).toBeGreaterThan(4);
      expect(values).toEqual([...values].sort((a, b) => a - b));
    }
  });

  it('swaps out what a better plan no longer takes, and keeps what costs nothing to keep', () => {
    const [pattern] = KINDS as [(typeof KINDS)[number]];
    const kind = (id: string, priceMinor: number, grades: object) => ({
      ...pattern,
      id,
      priceMinor,
      grades,
      requires: {},
      provides: [],
      tool: false,
      pieces: 1,
      skill: null,
      family: 'other' as const,
    });
    const kinds = [
      kind('single', 300, { 'C.roll': 'primary' }),
      kind('twin', 300, { 'C.roll': 'primary' }),
      kind('double', 500, { 'C.tape': 'primary' }),
      { ...kind('both', 450, { 'C.roll': 'primary', 'C.tape': 'primary' }), pieces: 2 },
    ];
    const school = SCHOOLS[0] as (typeof SCHOOLS)[number];
    const needs = (['C.roll', 'C.tape'] as const).map((need) => ({ need, least: 1, ideal: 1 }));
    const { steps, nested, regret } = climbed(
      { needs, school, on: plainDate('2026-12-01'), kinds, limits: {} },
      'money',
      kindCatalog(kinds),
    );
    expect(steps.map(({ value }) => value)).toEqual([300, 450]);
    expect(steps[1]).toMatchObject({ adds: [{ kind: 'both', count: 1 }], drops: [{ count: 1 }] });
    expect(nested[1]).toMatchObject({ value: 750, adds: [{ kind: 'both', count: 1 }], drops: [] });
    expect(regret).toBe(300);
  });
});
