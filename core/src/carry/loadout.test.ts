import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { type AskedNeed, coverage, type StockUnit } from '../coverage/coverage.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import { LoadoutSchema } from '../model/loadout.ts';
import { SKILLS } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { fetchS } from '../reach/fetch.ts';
import { type LoadoutKit, loadoutView, sharedKits } from './loadout.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];
const unit = (id: string, kind: string): StockUnit => ({ id, kind, count: 1, condition: 'ready', expiresOn: addDays(TODAY, 300) });
const limb: AskedNeed[] = [{ need: 'M.limb', least: 1, ideal: 2, windowS: 180 }];
const kit = (id: string, units: StockUnit[], more: Partial<LoadoutKit> = {}): LoadoutKit => ({
  id,
  name: id,
  needs: limb,
  school: SCHOOL,
  skills: SKILLS,
  units,
  massG: 400,
  drawS: 3,
  ...more,
});
const loadout = (kits: object[], more: object = {}) => LoadoutSchema.parse({ id: 'l', name: 'L', kits, ...more });
const mapOf = (...kits: LoadoutKit[]) => new Map(kits.map((one) => [one.id, one]));

describe('seconds to fetch a kit (planning values: 2.5 m/s on foot, 4 m/s by safety boat and 10 s each end)', () => {
  // Worked out by hand.
  it.each([
    [{ distanceM: 0, by: 'foot', isBrought: false }, 0],
    [{ distanceM: 50, by: 'foot', isBrought: false }, 40],
    [{ distanceM: 50, by: 'foot', isBrought: true }, 20],
    [{ distanceM: 400, by: 'boat', isBrought: false }, 220],
    [{ distanceM: 400, by: 'boat', isBrought: true }, 110],
  ] as const)('%j is %d', (carried, expected) => {
    expect(fetchS(carried)).toBe(expected);
  });
});

describe('a loadout', () => {
  it('holds what is at hand in time; what is too far off is there and late', () => {
    const kits = mapOf(kit('vest', []), kit('shed', [unit('t', 'windlass-tourniquet')], { drawS: 6 }));
    const far = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'shed', distanceM: 500 }]), kits, TODAY, CATALOG);
    expect(far?.coverage.needs[0]).toMatchObject({ state: 'gap', late: 1 });
    expect(far?.needs[0]).toEqual({ need: 'M.limb', from: [], earliestS: 406 });
    const near = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'shed', distanceM: 100 }]), kits, TODAY, CATALOG);
    expect(near?.needs[0]).toEqual({ need: 'M.limb', from: [{ kitId: 'shed', reachS: 86 }], earliestS: 86 });
    expect(near?.massG).toBe(800);
  });

  it('leaves out kits that are gone, and is nothing without any', () => {
    const kits = mapOf(kit('vest', [unit('t', 'windlass-tourniquet')]));
    expect(loadoutView(loadout([{ kitId: 'gone' }, { kitId: 'vest' }]), kits, TODAY, CATALOG)?.reach).toHaveLength(1);
    expect(loadoutView(loadout([{ kitId: 'gone' }]), kits, TODAY, CATALOG)).toBeNull();
  });

  it('with windows that nothing can miss holds what plain coverage of the kits together holds, on 100 seeded cases', () => {
    const random = new Random(12);
    const all = [...CATALOG.keys()];
    for (let round = 0; round < 100; round += 1) {
      const needs = deriveNeeds(BriefSchema.parse({ persons: 1 + random.below(3), penetrating: random.next() < 0.5 }), SCHOOL).map(
        (need) => ({
          ...need,
          windowS: null,
        }),
      );
      const kits = ['a', 'b', 'c'].map((id) =>
        kit(
          id,
          Array.from({ length: random.below(12) }, (_, index) => unit(`${id}${index}`, all[random.below(all.length)] as string)),
          { needs },
        ),
      );
      const carried = kits.map(({ id }) => ({ kitId: id, distanceM: random.below(5000) }));
      const view = loadoutView(loadout(carried), mapOf(...kits), TODAY, CATALOG);
      const stock = kits.map(({ id, units }) => ({ id, units }));
      const plain = coverage(
        { needs: joinedNeeds(kits.map((one) => one.needs)), school: SCHOOL, skills: SKILLS, on: TODAY, kits: stock },
        CATALOG,
      );
      expect(view?.coverage.needs.map(({ need, state, have }) => [need, state, have])).toEqual(
        plain.needs.map(({ need, state, have }) => [need, state, have]),
      );
    }
  });
});

describe('kits in two loadouts', () => {
  it('are told where different people would have them: a kit is in one place at a time', () => {
    const mine = loadout([{ kitId: 'vest' }], { id: 'mine', personId: 'isla' });
    const also = loadout([{ kitId: 'vest' }], { id: 'also', personId: 'isla' });
    const theirs = loadout([{ kitId: 'vest' }, { kitId: 'bag' }], { id: 'theirs', personId: 'tomas' });
    expect(sharedKits([mine, also])).toEqual([]);
    expect(sharedKits([mine, theirs])).toEqual([{ kitId: 'vest', loadouts: ['mine', 'theirs'] }]);
  });
});
