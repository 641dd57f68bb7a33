import { plainDate } from '@ivrak/core/model';
import type { Ladder, LadderStep, Proposal } from '@ivrak/core/propose';
import { describe, expect, it } from 'vitest';
import {
  differenceText,
  headOf,
  heldText,
  lapseText,
  moreThan,
  nextStep,
  orderedText,
  orderText,
  provenText,
  stepsWithin,
  stepText,
  sumText,
  whyText,
} from './words.ts';

const step = (need: LadderStep['need'], value: number, more: Partial<LadderStep> = {}): LadderStep => ({
  need,
  value,
  adds: [],
  drops: [],
  proven: true,
  ...more,
});
const ladder: Ladder = {
  steps: [
    step('M.pack', 350, { adds: [{ kind: 'plain-gauze', count: 1 }] }),
    step('M.limb', 1700, { adds: [{ kind: 'elastic-wrap-tourniquet', count: 1 }] }),
    step('R.seal', 4500, { adds: [{ kind: 'vented-seals', count: 2 }], drops: [{ kind: 'plain-gauze', count: 1 }] }),
  ],
  nested: [],
  regret: 0,
  never: [],
};
const proposal = (more: Partial<Proposal>): Proposal => ({
  first: 'cheapest',
  firstLapse: null,
  things: [],
  total: { money: 4500, massG: 176.4, thicknessMm: 21, things: 3 },
  needs: [],
  press: 0,
  proven: true,
  bound: null,
  ...more,
});

describe('words of a proposal', () => {
  it('say how much of what is asked is held, and how much of it by what stands in', () => {
    const need = (state: string, least = 1) => ({ state, least }) as Proposal['needs'][number];
    expect(heldText({ needs: [need('held'), need('thin'), need('gap'), need('off', 0), need('elsewhere')] })).toBe(
      'Holds 2 of 3, 1 by what stands in.',
    );
    expect(heldText({ needs: [need('full'), need('held', 0)] })).toBe('Holds 1 of 1.');
  });

  it('compare one with another by what differs only', () => {
    const other = proposal({ total: { money: 5820, massG: 152.4, thicknessMm: 21, things: 3 } });
    expect(differenceText(other, proposal({}))).toBe('13.20\u00a0€ more, 24 g lighter.');
    expect(differenceText(proposal({}), proposal({}))).toBe('As dear, heavy and thick as the first.');
    const things = [
      { kind: 'gloves', count: 2 },
      { kind: 'marker', count: 1 },
    ];
    expect(moreThan({ things }, { things: [{ kind: 'gloves', count: 1 }] })).toEqual([
      { kind: 'gloves', count: 1 },
      { kind: 'marker', count: 1 },
    ]);
  });

  it('tell what is proven from what was only found, with its bound', () => {
    expect(provenText({ proven: true, bound: null })).toBe('proven');
    expect(provenText({ proven: false, bound: { what: 'money', value: 1700 } })).toBe('best found, 17.00\u00a0€ or more');
    expect(provenText({ proven: false, bound: { what: 'litres', value: 0.65 } })).toBe('best found, 0.7 l or more');
  });

  it('name what would have to give: one limit or another, or two at once', () => {
    expect(
      whyText([
        { need: 'R.seal', relax: { what: 'money', by: 2800 } },
        { need: 'R.seal', relax: { what: 'thicknessMm', by: 6 } },
      ]),
    ).toBe('takes 28.00\u00a0€ more, or 6 mm more room');
    expect(whyText([{ need: 'R.seal', relax: { what: 'money', by: 100 }, and: { what: 'thicknessMm', by: 6 } }])).toBe(
      'takes 1.00\u00a0€ more and 6 mm more room',
    );
    expect(whyText([{ need: 'A.airway', relax: { what: 'skill', by: 'airway' } }])).toBe('takes somebody trained for nasal airway');
    expect(whyText([{ need: 'C.defib', relax: { what: 'nothing', by: null } }])).toBe('nothing in the catalogue serves it');
  });
});

describe('words of an order', () => {
  it('name packs, shipping, what is left over and what nobody offers', () => {
    const euros = (minor: number) => `${minor / 100} €`;
    expect(orderedText({ total: 7120, leftover: [{ count: 4 }] }, 1, 0, euros)).toBe(
      'In whole packs: 71.2 € with shipping, 4 pieces left over.',
    );
    expect(orderedText({ total: 21_000, leftover: [] }, 3, 1200, euros)).toBe(
      '3 alike in whole packs: 210 € with shipping; 12 € more for what nobody offers.',
    );
  });
});

describe('words of the ladder', () => {
  it('find what a sum holds and what comes next', () => {
    expect(stepsWithin(ladder, 1700).map(({ need }) => need)).toEqual(['M.pack', 'M.limb']);
    expect(nextStep(ladder, 1700)?.need).toBe('R.seal');
    expect(nextStep(ladder, 4500)).toBeNull();
    expect(sumText(ladder, 'money', 2000)).toBe('2 needs, 3.00\u00a0€ left; next at 45.00\u00a0€: chest seals');
    expect(sumText(ladder, 'money', 400)).toMatch(/^1 need, /);
    expect(sumText(ladder, 'money', 9000)).toMatch(/nothing more to buy$/);
  });

  it('read a step with what joins and what is swapped out', () => {
    const last = ladder.steps[2] as LadderStep;
    expect(stepText(last, 'money', 3, 3)).toBe(
      'Step 3 of 3: chest seals from 45.00\u00a0€; 2 × Vented seal pair in, Compressed plain gauze out.',
    );
  });
});

it('heads cards by what they are, an order by what comes first', () => {
  expect(headOf(['cheapest'])).toBe('Cheapest');
  expect(headOf(['cheapest', 'lightest', 'fewest'])).toBe('Cheapest, lightest and fewest things');
  expect(orderText(['soonest', 'cheapest'])).toBe('Soonest in hand, then cheapest');
  expect(lapseText({ firstLapse: null })).toBe('');
  expect(lapseText({ firstLapse: plainDate('2028-01-01') })).toBe('The first of what is owned lapses 01 Jan 2028.');
});
