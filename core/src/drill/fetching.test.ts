import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import type { LoadoutKit } from '../loadout/loadout.ts';
import { BriefSchema, skillsOf } from '../model/brief.ts';
import { type Spot, SpotSchema } from '../model/placesPlan.ts';
import { plainDate } from '../model/plainDate.ts';
import { plainConditions } from '../model/reach.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { REACH_FACTS, reachPlan } from '../reach/plan.ts';
import { fetchLines } from './fetching.ts';

const [SCHOOL] = SCHOOLS as readonly [School];
const PLAN = reachPlan();
const spot = (id: string, xM: number, yM: number, ...kitIds: string[]): Spot =>
  SpotSchema.parse({ id, name: id, sort: 'building', xM, yM, kitIds });
const brief = BriefSchema.parse({ penetrating: true });
const kitOf = (id: string): LoadoutKit => ({
  ...{ id, name: id, school: SCHOOL, skills: skillsOf(brief), isChecked: false, needs: deriveNeeds(brief, SCHOOL), needsOfOne: [] },
  ...{
    modules: [],
    massG: 0,
    container: CONTAINERS.find((one) => one.id === 'belt-pouch'),
    positionId: 'console',
    blockedBy: null,
    hasSlits: false,
  },
  units: ['windlass-tourniquet', 'plain-gauze'].map((kind) => ({
    id: `${id}-${kind}`,
    kind,
    count: 1,
    condition: 'ready' as const,
    state: 'asSold',
  })),
});
const world = (...ids: string[]) => ({
  ...{ kits: new Map(ids.map((id) => [id, kitOf(id)])), positions: new Map(POSITIONS.map((one) => [one.id, one])), catalog: kindCatalog() },
  ...{ plan: PLAN, measured: new Map(), on: plainDate('2026-12-02') },
});
const kit = (id: string, personId: string | null = null, positionId = 'console') => ({ id, name: id, personId, positionId });
const ana = { id: 'ana', name: 'Ana', told: ['box'] };
const ben = { id: 'ben', name: 'Ben', told: [] };
const HERE = spot('here', 0, 0);
const ask = (spots: Spot[], kits: ReturnType<typeof kit>[], people = [ana, ben], shoreM: number | null = null) =>
  fetchLines(
    { places: { id: 'places', shoreM, spots }, at: HERE, kits, people, conditions: plainConditions() },
    world(...kits.map(({ id }) => id)),
  );

describe('who fetches what', () => {
  it('goes there and back, and says what it brings in its window and what it does not', () => {
    const [near] = ask([spot('store', 30, 40, 'box')], [kit('box')]);
    expect(near).toMatchObject({ distanceM: 50, by: 'foot', fetcher: { id: 'ana' }, isTold: true });
    const tourniquet = near?.needs.find(({ need }) => need === 'M.limb');
    expect(tourniquet?.windowS).toBe(180);
    expect(tourniquet?.seconds).toBeGreaterThan((2 * 50) / REACH_FACTS.footMs.value);
    expect(tourniquet?.seconds).toBeLessThan((2 * 50) / REACH_FACTS.footMs.value + 60);
    expect(near?.seconds).toBe(Math.min(...(near?.needs.map(({ seconds }) => seconds) ?? [])));
    // Over water it takes a boat, however near.
    const [afloat] = ask([spot('boat', 30, 40, 'box')], [kit('box')], [ana], 20);
    expect(afloat).toMatchObject({ by: 'boat' });
    expect(afloat?.seconds).toBeGreaterThan(near?.seconds ?? 0);
  });

  it('sends each of those who are there once, whoever was told of it first, and says where nobody was', () => {
    const lines = ask(
      [spot('a', 10, 0, 'bag'), spot('b', 100, 0, 'box'), spot('c', 200, 0, 'case')],
      [kit('case'), kit('box'), kit('bag')],
    );
    expect(lines.map(({ kitId }) => kitId)).toEqual(['bag', 'box', 'case']);
    expect(lines.map(({ fetcher, isTold }) => [fetcher?.id ?? null, isTold])).toEqual([
      ['ana', false],
      ['ben', false],
      [null, false],
    ]);
    const [box] = ask([spot('b', 100, 0, 'box')], [kit('box')], [ben, ana]);
    expect(box?.fetcher?.id).toBe('ana');
    const [own] = ask([spot('b', 100, 0, 'box')], [kit('box', 'ben')], [ana, ben]);
    expect(own).toMatchObject({ fetcher: { id: 'ben' }, isTold: true });
  });

  it('is there at once with whoever wears it, and is not known where nobody drew its place', () => {
    const [worn, lost] = ask([], [kit('box'), kit('vest', 'ben', 'vest-front')]);
    expect(worn).toMatchObject({ kitId: 'vest', on: { id: 'ben' }, fetcher: { id: 'ben' }, distanceM: 0, isTold: true });
    expect(lost).toMatchObject({ kitId: 'box', distanceM: null, seconds: null, needs: [] });
  });

  it('is never sooner from farther away, on random plans', () => {
    const random = new Random(seeded(91));
    for (let round = 0; round < rounds(60); round += 1) {
      const spots = ['one', 'two', 'three'].map((id) => spot(id, random.below(1000), random.below(600), id));
      const lines = ask(spots, [kit('one'), kit('two'), kit('three')]);
      for (const [index, line] of lines.entries()) {
        const before = lines[index - 1];
        expect(before === undefined || (before.distanceM ?? 0) <= (line.distanceM ?? 0)).toBe(true);
      }
      const sent = lines.flatMap(({ fetcher }) => fetcher?.id ?? []);
      expect(new Set(sent).size).toBe(sent.length);
    }
  });
});
