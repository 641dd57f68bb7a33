import type { FitResult } from '@ivrak/core/fit';
import type { PlainDate } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { type Asked, askedOf, kitMark, liesTogether } from './asked.ts';
import { type Deed, notBegun, type Sitting, sit } from './sitting.ts';
import { againText, dueText, worstText } from './words.ts';

const box = (id: string, compartment = 'main') => ({ id, compartment }) as Asked['boxes'][number]; // what is asked of it
const thing = (kind: string, ...boxes: string[]): Asked => ({
  kind,
  call: kind,
  why: 'due',
  where: 'main//front',
  boxes: boxes.map((id) => box(id)),
  inKit: null,
});
const after = (...deeds: Deed[]): Sitting => deeds.reduce(sit, notBegun);
const begin: Deed = { do: 'begin', asked: [thing('seal', 's'), thing('gauze', 'g', 'g:2')], nowMs: 1000 };

describe('a sitting', () => {
  it('counts what was pointed at wrongly, and the seconds until it was found', () => {
    const state = after(
      begin,
      { do: 'open', compartment: 'main' },
      { do: 'point', boxes: ['g'], nowMs: 2000 },
      { do: 'point', boxes: ['x', 's'], nowMs: 4260 },
    );
    expect(state).toMatchObject({ outcome: 'found', misses: 1, answers: [{ kind: 'seal', seconds: 3.3, misses: 1, isFound: true }] });
  });

  it('is closed again for the next, and asks of nothing that is settled', () => {
    const found = after(begin, { do: 'open', compartment: 'main' }, { do: 'point', boxes: ['s'], nowMs: 2000 });
    expect(sit(found, { do: 'point', boxes: ['g'], nowMs: 2500 })).toBe(found);
    expect(sit(found, { do: 'show', nowMs: 2500 })).toBe(found);
    const next = sit(found, { do: 'next', nowMs: 9000 });
    expect(next).toMatchObject({ at: 1, open: null, misses: 0, outcome: null, startedMs: 9000 });
    expect(sit(next, { do: 'next', nowMs: 9100 })).toBe(next);
    expect(sit(next, { do: 'point', boxes: ['g:2'], nowMs: 11_000 }).answers.at(-1)).toMatchObject({
      kind: 'gauze',
      seconds: 2,
      isFound: true,
    });
  });

  it('of kits that are carried as one asks in which a thing lies, and takes no place in this one for it', () => {
    const elsewhere: Deed = { do: 'begin', asked: [{ ...thing('strap'), inKit: 'belt' }, thing('seal', 's')], nowMs: 0 };
    const state = after(elsewhere, { do: 'point', boxes: ['s'], nowMs: 1000 }, { do: 'point', boxes: [kitMark('belt')], nowMs: 2000 });
    expect(state).toMatchObject({ outcome: 'found', misses: 1 });
    const next = sit(state, { do: 'next', nowMs: 3000 });
    expect(sit(next, { do: 'point', boxes: [kitMark('belt')], nowMs: 4000 })).toMatchObject({ outcome: null, misses: 1 });
    const others = [{ id: 'belt', name: 'Belt', units: [{ kind: 'strap' }, { kind: 'seal' }] }];
    expect([...liesTogether(new Map([['seal', 'main//front']]), others)]).toEqual([
      ['seal', 'main//front'],
      ['strap', kitMark('belt')],
    ]);
  });

  it('opens where the thing lies when it has to be shown, which is not found', () => {
    expect(after(begin, { do: 'show', nowMs: 5000 })).toMatchObject({ open: 'main', outcome: 'shown', answers: [{ isFound: false }] });
  });
});

describe('what is called', () => {
  const units = [
    { id: 'u1', kind: 'vented-seal' },
    { id: 'u2', kind: 'plain-gauze' },
    { id: 'u3', kind: 'kaolin-gauze' },
    { id: 'u4', kind: 'key-ring' },
  ];
  const packed = {
    units: units as never,
    modules: [],
    result: { placed: units.map(({ id }) => box(id)), blockedBy: {}, blocks: [] } as unknown as FitResult, // what is asked of it
    needs: [
      { need: 'R.seal' as const, by: [{ unitId: 'u1', kind: 'vented-seal' }] },
      {
        need: 'M.pack' as const,
        by: [
          { unitId: 'u2', kind: 'plain-gauze' },
          { unitId: 'u3', kind: 'kaolin-gauze' },
        ],
      },
    ],
    lies: new Map(units.map(({ kind }) => [kind, 'main//front'])),
    nameOf: (kind: string) => kind.replace('-', ' '),
  };
  const due = (...kinds: string[]) => kinds.map((kind) => ({ kind, why: 'due' as const, dueOn: null }));

  it('is what it is needed for where that is one thing, else the thing by its name', () => {
    const asked = askedOf(due('vented-seal', 'plain-gauze', 'key-ring'), packed);
    expect(asked.map(({ call }) => call)).toEqual(['chest seal', 'plain gauze', 'key ring']);
    // Gauze that is called by its name is no other gauze.
    expect(asked[1]?.boxes.map(({ id }) => id)).toEqual(['u2']);
  });

  it('is no more than ten minutes hold', () => {
    expect(askedOf(due(...Array.from({ length: 40 }, () => 'key-ring')), packed)).toHaveLength(20);
  });
});

it('says what is due, when it comes again, and what would gain most', () => {
  expect(dueText([{ why: 'moved' }, { why: 'due' }, { why: 'due' }], 12)).toBe(
    '1 thing that lies elsewhere now, 2 things due; of 12 in it.',
  );
  expect(dueText([], 12)).toBe('Nothing is due today; of 12 in it.');
  expect([0, 1, 9].map((days) => againText(`2026-12-${String(1 + days).padStart(2, '0')}` as PlainDate, '2026-12-01T10:00:00Z'))).toEqual([
    'today',
    'tomorrow',
    'in 9 days',
  ]);
  expect(worstText({ asked: 3, missed: 3, slowestS: null }, 'Needle')).toBe('Nobody finds the needle: move it or practise.');
  expect(worstText({ asked: 3, missed: 1, slowestS: 9 }, 'Needle')).toBe('1 of 3 do not find the needle: move it or practise.');
  expect(worstText({ asked: 3, missed: 0, slowestS: 21.2 }, 'Seal')).toBe('The seal takes 21 s at worst: move it or practise.');
});
