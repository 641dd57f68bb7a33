import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { OWN_THINGS } from '../catalog/ownThings.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverage } from '../coverage/coverage.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import type { AskedNeed } from '../coverage/problem.ts';
import { Random } from '../fit/random.ts';
import { BriefSchema } from '../model/brief.ts';
import type { Bearer } from '../model/container.ts';
import { LoadoutSchema } from '../model/loadout.ts';
import { SKILLS } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { fetchS } from '../reach/fetch.ts';
import { reachPlan } from '../reach/plan.ts';
import { type CarryWorld, kitsAlone, type LoadoutKit, loadoutView } from './loadout.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS as readonly [School];
const unit = (id: string, kind: string, more: object = {}): LoadoutKit['units'][number] => ({
  id,
  kind,
  count: 1,
  condition: 'ready',
  state: 'asSold',
  expiresOn: addDays(TODAY, 300),
  ...more,
});
const limb: AskedNeed[] = [{ need: 'M.limb', least: 1, ideal: 2, windowS: 180 }];
const kit = (id: string, units: LoadoutKit['units'], more: Partial<LoadoutKit> = {}): LoadoutKit => ({
  id,
  name: id,
  needs: limb,
  needsOfOne: limb,
  school: SCHOOL,
  skills: SKILLS,
  isChecked: false,
  units,
  modules: [],
  massG: 400,
  container: CONTAINERS.find((one) => one.id === 'belt-pouch'),
  positionId: 'belt-side',
  blockedBy: null,
  hasSlits: true,
  ...more,
});
const loadout = (kits: object[], more: object = {}) => LoadoutSchema.parse({ id: 'l', name: 'L', kits, ...more });
const worldOf = (...kits: LoadoutKit[]): CarryWorld => ({
  kits: new Map(kits.map((one) => [one.id, one])),
  positions: new Map(POSITIONS.map((one) => [one.id, one])),
  catalog: CATALOG,
  plan: reachPlan(),
  measured: new Map(),
  on: TODAY,
});
const stateOf = (view: ReturnType<typeof loadoutView>, need: string) => view?.coverage.needs.find((one) => one.need === need)?.state;

describe('seconds to fetch a kit (planning values: 2.5 m/s on foot, 4 m/s by safety boat and 10 s each end)', () => {
  // Worked out by hand.
  it.each([
    [{ distanceM: 0, by: 'foot', isBrought: false }, 0],
    [{ distanceM: 50, by: 'foot', isBrought: false }, 40],
    [{ distanceM: 50, by: 'foot', isBrought: true }, 20],
    [{ distanceM: 400, by: 'boat', isBrought: false }, 220],
    [{ distanceM: 400, by: 'boat', isBrought: true }, 110],
    [{ distanceM: 0, minutes: 12, by: 'foot', isBrought: false }, 1440],
    [{ distanceM: 900, minutes: 0, by: 'foot', isBrought: false }, 0],
  ] as const)('%j is %d', (carried, expected) => {
    expect(fetchS({ minutes: null, ...carried }, reachPlan())).toBe(expected);
  });
});

describe('a loadout', () => {
  it('holds what is at hand in time; what is too far off is there and late', () => {
    const world = worldOf(kit('vest', []), kit('shed', [unit('t', 'windlass-tourniquet')], { positionId: 'wall-box' }));
    const far = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'shed', distanceM: 500 }]), world);
    expect(far?.coverage.needs[0]).toMatchObject({ state: 'gap', late: 1 });
    // 400 s of way, 6 to draw, 2 of zip, 0.35 to find the only thing.
    expect(far?.needs[0]?.lanes).toMatchObject([{ from: 'shed', unitId: 't', grade: 'primary', inTime: false }]);
    expect(far?.needs[0]?.lanes[0]?.s).toBeCloseTo(408.35, 6);
    const near = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'shed', distanceM: 100 }]), world);
    expect(near?.needs[0]?.lanes[0]).toMatchObject({ from: 'shed', inTime: true });
    expect(stateOf(near, 'M.limb')).toBe('held');
    expect(near?.massG).toBe(400);
    expect(near?.bodyMassG).toBe(400);
  });

  it('judges every thing by its own seconds: one in front is in time, one at the back of the same kit is not', () => {
    const two = kit('box', [unit('a', 'windlass-tourniquet'), unit('b', 'windlass-tourniquet')], { blockedBy: { b: ['a', 'x', 'y'] } });
    const asked = { ...two, needs: [{ need: 'M.limb' as const, least: 1, ideal: 2, windowS: 8 }] };
    const view = loadoutView(loadout([{ kitId: 'box' }]), worldOf(asked));
    expect(view?.coverage.needs[0]).toMatchObject({ have: 1, late: 1, state: 'held' });
  });

  it('leaves out kits that are gone, and is nothing without any', () => {
    const world = worldOf(kit('vest', [unit('t', 'windlass-tourniquet')]));
    expect(loadoutView(loadout([{ kitId: 'gone' }, { kitId: 'vest' }]), world)?.kits).toHaveLength(1);
    expect(loadoutView(loadout([{ kitId: 'gone' }]), world)).toBeNull();
  });

  it('loses what hangs on clothes that are not worn, and still asks for what that kit asks', () => {
    const world = worldOf(
      kit('belt', [unit('t', 'windlass-tourniquet')]),
      kit('box', [], { positionId: 'wall-box', needs: [], needsOfOne: [] }),
    );
    const wearing = (bearers: Bearer[] | null) => loadoutView(loadout([{ kitId: 'belt' }, { kitId: 'box' }], { bearers }), world);
    expect(stateOf(wearing(null), 'M.limb')).toBe('held');
    expect(stateOf(wearing(['belt', 'building']), 'M.limb')).toBe('held');
    const bare = wearing(['shorts', 'building']);
    expect(stateOf(bare, 'M.limb')).toBe('gap');
    expect(bare?.kits[0]).toMatchObject({ kitId: 'belt', why: 'needs belt', firstS: null, onBody: false });
    // In another pocket it is there again.
    const moved = loadoutView(loadout([{ kitId: 'belt', positionId: 'front-pocket' }], { bearers: ['shorts'] }), world);
    expect(moved?.kits[0]).toMatchObject({ why: null, positionId: 'front-pocket' });
  });

  it('says where only the other hand reaches', () => {
    const view = loadoutView(
      loadout([{ kitId: 'belt' }], { conditions: { hands: 'left' } }),
      worldOf(kit('belt', [unit('t', 'windlass-tourniquet')])),
    );
    expect(view?.kits[0]?.why).toBe('only the right hand reaches: belt side');
    expect(stateOf(view, 'M.limb')).toBe('gap');
  });

  it('counts own things with their grade, each once', () => {
    const needs: AskedNeed[] = [
      { need: 'H.call', least: 1, ideal: 1, windowS: 300 },
      { need: 'S.light', least: 1, ideal: 1, windowS: 60 },
    ];
    const world = worldOf(kit('vest', [], { needs, needsOfOne: needs }));
    const own = (...ids: string[]) => OWN_THINGS.filter(({ id }) => ids.includes(id));
    const withPhone = loadoutView(loadout([{ kitId: 'vest' }], { own: own('phone') }), world);
    // The phone calls and lights at once: it is not used up.
    expect([stateOf(withPhone, 'H.call'), stateOf(withPhone, 'S.light')]).toEqual(['full', 'thin']);
    const both = loadoutView(loadout([{ kitId: 'vest' }], { own: own('phone', 'pocket-light') }), world);
    expect([stateOf(both, 'H.call'), stateOf(both, 'S.light')]).toEqual(['full', 'full']);
    expect(both?.needs[1]?.lanes[0]).toMatchObject({ from: 'own', grade: 'primary', s: 4 });
    expect(both?.bodyMassG).toBe(650);
  });

  it('that passes a security check leaves behind what is barred, and tells what is worse for it', () => {
    const needs: AskedNeed[] = [{ need: 'S.cut', least: 1, ideal: 1, windowS: 60 }, ...limb];
    const world = worldOf(kit('belt', [unit('s', 'shears'), unit('t', 'windlass-tourniquet')], { needs, needsOfOne: needs }));
    const view = loadoutView(loadout([{ kitId: 'belt' }], { passesSecurity: true }), world);
    expect(view?.security).toEqual({
      behind: [{ from: 'belt', unitId: 's', name: 'Shears, full size' }],
      worse: [
        { need: 'S.cut', before: { state: 'full', have: 1, least: 1, ideal: 1 }, after: { state: 'gap', have: 0, least: 1, ideal: 1 } },
      ],
    });
    expect(loadoutView(loadout([{ kitId: 'belt' }]), world)?.security).toBeNull();
  });

  it('leaves a second casualty the tools, but neither a wrap that was used up beside a pad nor a bottle that was opened', () => {
    const asks = (...needs: AskedNeed['need'][]): AskedNeed[] => needs.map((need) => ({ need, least: 1, ideal: 1 }));
    const second = (needs: AskedNeed[], ...kinds: string[]) => {
      const own = kit(
        'belt',
        kinds.map((kind, index) => unit(`u${index}`, kind)),
        { needs, needsOfOne: needs },
      );
      const view = loadoutView(loadout([{ kitId: 'belt' }]), worldOf(own));
      return view?.second.filter(({ isHeld }) => isHeld).map(({ need }) => need);
    };
    expect(second(asks('S.cut', 'C.vitals'), 'shears', 'thermometer')).toEqual(['S.cut', 'C.vitals']);
    expect(second(asks('M.press', 'C.roll'), 'abdominal-pad', 'cohesive-wrap')).toEqual([]);
    expect(second(asks('C.roll'), 'cohesive-wrap', 'cohesive-wrap')).toEqual(['C.roll']);
    const washing: AskedNeed[] = [{ need: 'D.flush', least: 100, ideal: 100 }];
    expect(second(washing, 'saline-250')).toEqual([]);
    expect(second(washing, 'saline-250', 'saline-250')).toEqual(['D.flush']);
  });

  it('gives a second casualty what the first leaves', () => {
    const world = worldOf(
      kit('vest', [unit('a', 'windlass-tourniquet')]),
      kit('box', [unit('b', 'windlass-tourniquet')], { positionId: 'console' }),
    );
    const one = loadoutView(loadout([{ kitId: 'vest' }]), world);
    expect(one?.second).toEqual([{ need: 'M.limb', isHeld: false, s: null }]);
    const two = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'box' }]), world);
    expect(two?.second[0]).toMatchObject({ need: 'M.limb', isHeld: true });
  });

  it('tells of each kit alone what it lacks, however much lies in the others', () => {
    const cut: AskedNeed[] = [...limb, { need: 'S.cut', least: 1, ideal: 1, windowS: 60 }];
    const world = worldOf(
      kit('vest', [unit('a', 'windlass-tourniquet')], { needs: cut, needsOfOne: cut }),
      kit('box', [unit('s', 'shears')]),
    );
    expect(kitsAlone(loadout([{ kitId: 'vest' }, { kitId: 'box', distanceM: 90 }, { kitId: 'gone' }]), world)).toEqual([
      { kitId: 'vest', held: 1, asked: 2, gaps: ['S.cut'] },
      { kitId: 'box', held: 0, asked: 1, gaps: ['M.limb'] },
    ]);
  });

  it('names its single things, with what would be next', () => {
    const world = worldOf(
      kit('vest', [unit('a', 'windlass-tourniquet')]),
      kit('shed', [unit('b', 'windlass-tourniquet')], { positionId: 'wall-box' }),
    );
    const view = loadoutView(loadout([{ kitId: 'vest' }, { kitId: 'shed', distanceM: 500 }]), world);
    expect(view?.singles).toMatchObject([{ need: 'M.limb', unitId: 'a', from: 'vest', next: { from: 'shed' } }]);
  });

  it('finds a cutter for a bag without slits before it is torn', () => {
    const bag = CONTAINERS.find((one) => one.id === 'vacuum-roll');
    const sealed = kit('bag', [unit('t', 'windlass-tourniquet')], { container: bag, positionId: 'life-vest-pocket', hasSlits: false });
    expect(loadoutView(loadout([{ kitId: 'bag' }]), worldOf(sealed))?.kits[0]?.why).toContain('no cutter is at hand');
    const knife = OWN_THINGS.filter(({ id }) => id === 'knife');
    // 3 to draw, 4 for the knife, 10 to cut, 0.35 to find.
    expect(loadoutView(loadout([{ kitId: 'bag' }], { own: knife }), worldOf(sealed))?.needs[0]?.lanes[0]?.s).toBeCloseTo(17.35, 6);
    const checked = loadout([{ kitId: 'bag' }], { own: knife, passesSecurity: true });
    expect(loadoutView(checked, worldOf(sealed))?.kits[0]?.why, 'the knife stays behind').toContain('no cutter is at hand');
  });

  it('is found in the dark by a light that still works, and only by such', () => {
    const at = (lamp: object) => {
      const vest = kit('vest', [unit('t', 'windlass-tourniquet'), unit('l', 'headlamp', lamp)]);
      const dark = { hands: 'both', isSeated: false, isDark: true, isGloved: false };
      return loadoutView(loadout([{ kitId: 'vest' }], { conditions: dark }), worldOf(vest))?.needs[0]?.lanes[0]?.s ?? 0;
    };
    expect(at({ expiresOn: addDays(TODAY, -1) })).toBeGreaterThan(at({}));
    expect(at({ condition: 'damaged' })).toBe(at({ expiresOn: addDays(TODAY, -1) }));
  });

  it('with windows that nothing can miss holds what plain coverage of the kits together holds, on random cases', () => {
    const random = new Random(seeded(12));
    const all = [...CATALOG.keys()];
    for (let round = 0; round < rounds(100); round += 1) {
      const brief = BriefSchema.parse({ persons: 1 + random.below(3), penetrating: random.next() < 0.5 });
      const needs = deriveNeeds(brief, SCHOOL).map((need) => ({ ...need, windowS: null }));
      const kits = ['a', 'b', 'c'].map((id) =>
        kit(
          id,
          Array.from({ length: random.below(12) }, (_, index) => unit(`${id}${index}`, all[random.below(all.length)] as string)),
          { needs, needsOfOne: needs },
        ),
      );
      const carried = kits.map(({ id }) => ({ kitId: id, distanceM: random.below(5000) }));
      const view = loadoutView(loadout(carried), worldOf(...kits));
      const plain = coverage(
        {
          needs: joinedNeeds(kits.map((one) => one.needs)),
          school: SCHOOL,
          skills: SKILLS,
          on: TODAY,
          kits: kits.map(({ id, units }) => ({ id, units })),
        },
        CATALOG,
      );
      expect(view?.coverage.needs.map(({ need, state, have }) => [need, state, have])).toEqual(
        plain.needs.map(({ need, state, have }) => [need, state, have]),
      );
    }
  });
});
