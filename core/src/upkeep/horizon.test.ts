import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { compareInOrder, inOrder } from '../coverage/inOrder.ts';
import type { AskedNeed, StockUnit } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import { CarriedKitSchema } from '../model/loadout.ts';
import { NEED_IDS } from '../model/need.ts';
import { addDays, type PlainDate, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type HorizonKit, horizon, inspectionDays } from './horizon.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];

const kit = (id: string, more: Partial<HorizonKit>): HorizonKit => ({
  id,
  name: id,
  layer: 'worn',
  person: null,
  needs: [],
  school: SCHOOL,
  skills: [],
  isChecked: false,
  units: [],
  inspectedOn: TODAY,
  inspectEveryDays: 90,
  ...more,
});

function randomStock(random: Random, days: number): { needs: AskedNeed[]; units: StockUnit[] } {
  const needs = NEED_IDS.filter(() => random.next() < 0.3).map((need): AskedNeed => {
    const least = 1 + random.below(2);
    return { need, least, ideal: least + random.below(2) };
  });
  const wanted = KINDS.filter((kind) => needs.some(({ need }) => kind.grades[need] !== undefined));
  const units = Array.from({ length: 2 + random.below(14) }, (_, index): StockUnit => {
    const kind = (random.next() < 0.9 && wanted.length > 0 ? wanted : KINDS)[random.below(Math.max(1, wanted.length))];
    return {
      id: `u${index}`,
      kind: kind?.id ?? 'marker',
      count: 1 + random.below(2),
      condition: random.next() < 0.9 ? 'ready' : 'opened',
      expiresOn: random.next() < 0.8 ? addDays(TODAY, random.below(days) - 3) : null,
    };
  });
  return { needs, units };
}

describe('the horizon', () => {
  it('gives the dates that evaluating every single day gives, on random stocks', () => {
    const random = new Random(seeded(77));
    const DAYS = 60;
    let lapses = 0;
    for (let round = 0; round < rounds(300); round += 1) {
      const { needs, units } = randomStock(random, DAYS);
      const [row] = horizon([kit('k', { needs, units })], TODAY, addDays(TODAY, DAYS), CATALOG);
      const held = new Map<string, boolean>();
      let before: number[] | null = null;
      const falls = new Map<string, PlainDate>();
      for (let day = 0; day <= DAYS; day += 1) {
        const on = addDays(TODAY, day);
        const result = coverage({ needs, school: SCHOOL, skills: [], on, kits: [{ id: 'k', units }] }, CATALOG);
        const now = new Set(result.needs.flatMap(({ need, state }) => (state === 'gap' ? [] : [need])));
        // Film and tape made a seal, the tape lapsed, and the film is free for another need: a need may come back, the whole never.
        const booked = inOrder(result.needs);
        if (before !== null) expect(compareInOrder(booked, before), `day ${day} in round ${round}`).toBeLessThanOrEqual(0);
        for (const { need } of result.needs) {
          const isHeld = now.has(need);
          if (day === 0) held.set(need, isHeld);
          else if (held.get(need) === true && !isHeld && !falls.has(need)) falls.set(need, on);
        }
        before = booked;
      }
      for (const need of row?.needs ?? []) {
        expect(need.isHeld, `${need.need} in round ${round}`).toBe(held.get(need.need));
        expect(need.lapsesOn, `${need.need} in round ${round}`).toBe(falls.get(need.need) ?? null);
        if (need.lapsesOn !== null) lapses += 1;
      }
    }
    expect(lapses).toBeGreaterThan(rounds(200));
  });

  const gauze = (id: string, lasts: number): StockUnit => ({
    id,
    kind: 'kaolin-gauze',
    count: 1,
    condition: 'ready',
    expiresOn: addDays(TODAY, lasts),
  });
  const packing: AskedNeed[] = [{ need: 'M.pack', least: 1, ideal: 1 }];

  it('says by when to order, and never before today', () => {
    const [late, soon] = horizon(
      [kit('late', { needs: packing, units: [gauze('a', 100)] }), kit('soon', { needs: packing, units: [gauze('b', 5)] })],
      TODAY,
      addDays(TODAY, 365),
      CATALOG,
    );
    expect(late?.holdsUntil).toBe(addDays(TODAY, 100));
    // Lead of 14 days and a buffer of 7 before the first day without.
    expect(late?.needs[0]?.orderBy).toBe(addDays(TODAY, 101 - 21));
    expect(soon?.needs[0]?.orderBy).toBe(TODAY);
  });

  it('puts the kits of a layer, and those of a person, together: what one lacks the other may hold', () => {
    const person = { id: 'p', name: 'Mira' };
    const rows = horizon(
      [
        kit('one', { needs: packing, units: [gauze('a', 10)], person }),
        kit('two', { needs: packing, units: [gauze('b', 200)], person }),
        kit('base', { needs: packing, units: [], layer: 'base' }),
      ],
      TODAY,
      addDays(TODAY, 365),
      CATALOG,
    );
    expect(rows.map(({ of, id, holdsUntil, gapNow }) => [of, id, holdsUntil, gapNow])).toEqual([
      ['kit', 'one', addDays(TODAY, 10), false],
      ['kit', 'two', addDays(TODAY, 200), false],
      ['kit', 'base', null, true],
      ['layer', 'worn', addDays(TODAY, 200), false],
      ['person', 'p', addDays(TODAY, 200), false],
    ]);
  });

  it('gives a row for a loadout, of one kit too, and leaves out kits that are gone', () => {
    const kits = [
      kit('one', { needs: packing, units: [gauze('a', 10)] }),
      kit('two', { needs: packing, units: [gauze('b', 200)], layer: 'base' }),
    ];
    const carried = (...ids: string[]) => ids.map((id) => CarriedKitSchema.parse({ kitId: id }));
    const loadouts = [
      { id: 'afloat', name: 'Afloat', kits: carried('one', 'two'), own: [], passesSecurity: false },
      { id: 'shore', name: 'Shore', kits: carried('one', 'gone'), own: [], passesSecurity: false },
      { id: 'none', name: 'None', kits: carried('gone'), own: [], passesSecurity: false },
    ];
    const rows = horizon(kits, TODAY, addDays(TODAY, 365), CATALOG, loadouts).filter(({ of }) => of === 'loadout');
    expect(rows.map(({ id, holdsUntil }) => [id, holdsUntil])).toEqual([
      ['afloat', addDays(TODAY, 200)],
      ['shore', addDays(TODAY, 10)],
    ]);
  });

  it('asks of kits together the most that one of them asks: two of a thing where one kit wants two', () => {
    const two: AskedNeed[] = [{ need: 'M.pack', least: 2, ideal: 2 }];
    const stock = (second: AskedNeed[]) => [
      kit('one', { needs: packing, units: [gauze('a', 10)] }),
      kit('two', { needs: second, units: [gauze('b', 200)] }),
    ];
    const layer = (kits: HorizonKit[]) => horizon(kits, TODAY, addDays(TODAY, 365), CATALOG).find(({ of }) => of === 'layer')?.holdsUntil;
    expect(layer(stock(packing))).toBe(addDays(TODAY, 200));
    expect(layer(stock(two))).toBe(addDays(TODAY, 10));
    expect(layer(stock(two).toReversed())).toBe(addDays(TODAY, 10));
  });

  it('does not tell what lies past its end', () => {
    const [row] = horizon([kit('k', { needs: packing, units: [gauze('a', 100)] })], TODAY, addDays(TODAY, 90), CATALOG);
    expect(row).toMatchObject({ holdsUntil: null, needs: [{ isHeld: true, lapsesOn: null, orderBy: null }] });
  });
});

describe('days of inspection', () => {
  const span = { from: TODAY, to: addDays(TODAY, 200) };

  it('follow each other by the interval, from the last one', () => {
    expect(inspectionDays({ inspectedOn: addDays(TODAY, -30), inspectEveryDays: 90 }, span)).toEqual([
      addDays(TODAY, 60),
      addDays(TODAY, 150),
    ]);
  });

  it('begin today where the first was missed or never done', () => {
    expect(inspectionDays({ inspectedOn: addDays(TODAY, -300), inspectEveryDays: 90 }, span)[0]).toBe(TODAY);
    expect(inspectionDays({ inspectedOn: null, inspectEveryDays: 90 }, span)[0]).toBe(TODAY);
  });
});
