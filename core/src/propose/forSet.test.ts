import { beforeAll, describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { coverage } from '../coverage/coverage.ts';
import { Random } from '../fit/random.ts';
import { catalogWith, ownKit } from '../loadout/ownThing.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import { OwnThingSchema } from '../model/loadout.ts';
import type { NeedId } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { plainConditions } from '../model/reach.ts';
import { plainUnit, type UnitId, UnitIdSchema } from '../model/unit.ts';
import { reachPlan } from '../reach/plan.ts';
import { layProposal, warnedOf } from './forKit.ts';
import { type KitOfSet, type ProposedForSet, proposeForSet, type SetAsk, type SetProposal, type SetWorld } from './forSet.ts';
import { Packings } from './packing.ts';
import { toEnd } from './propose.ts';
import { problemFor } from './question.ts';

const TODAY = plainDate('2026-12-01');
const catalog = kindCatalog();
const ASK: SetAsk = { limits: {}, goal: 'least', locked: [], barred: [], takesStores: true };
type Template = (typeof TEMPLATES)[number];
const template = TEMPLATES.find(({ id }) => id === 'car') as Template;

/** Asks for less, since every case packs kits by the dozen. */
const FEW: KitDraft['brief'] = { ...template.brief, dayToDay: false, persons: 2, threats: [] };

const draftIn = (containerId: string, positionId: string, units: KitDraft['units'] = [], brief: KitDraft['brief'] = FEW): KitDraft => ({
  name: 'Kit',
  layer: template.layer,
  personId: null,
  containerId,
  positionId,
  schoolId: template.schoolId,
  brief,
  setAside: [],
  ...nothingMadeReady(),
  units,
});
const unit = (id: string, kind: string, more: object = {}) => ({ ...plainUnit(UnitIdSchema.parse(id), kind), ...more });
const kit = (id: string, draft: KitDraft, more: Partial<KitOfSet> = {}): KitOfSet => ({ id, draft, alone: [], fetchS: 0, ...more });
const world = (more: Partial<SetWorld> = {}): SetWorld => ({
  catalog,
  school: SCHOOLS.find(({ id }) => id === template.schoolId) as SetWorld['school'],
  today: TODAY,
  containers: CONTAINERS,
  positions: POSITIONS,
  spares: [],
  plan: reachPlan(),
  own: [],
  ...more,
});
const forSet = (kits: readonly [KitOfSet, ...KitOfSet[]], ask: Partial<SetAsk> = {}, more: Partial<SetWorld> = {}): ProposedForSet =>
  toEnd(proposeForSet(kits, { ...ASK, ...ask }, world(more)));

/** A pouch on the vest, and a case in the load area a minute away. */
const POUCH = (brief = FEW) => kit('pouch', draftIn('vest-pouch', 'vest-front', [], brief));
const CASE = (brief = FEW) => kit('case', draftIn('hard-case', 'load-area', [], brief), { fetchS: 60 });

let next = 0;
const newId = () => `new-${next++}` as UnitId;
const sharesOf = ({ kits }: SetProposal) => new Map(kits.map(({ kitId, things }) => [kitId, things]));
const countIn = (things: SetProposal['kits'][number]['things'], need: NeedId) =>
  things.reduce((sum, { kind, count }) => sum + (catalog.get(kind)?.grades[need] === 'primary' ? count : 0), 0);

/** What lies in the kits once a proposal is laid out in each of them. */
const laidOut = (kits: readonly KitOfSet[], proposal: SetProposal) =>
  kits.map(({ id, draft }) => {
    const share = proposal.kits.find(({ kitId }) => kitId === id) as SetProposal['kits'][number];
    const { units, planned } = layProposal(draft, share, true, newId);
    return { id, units: [...units, ...planned.map((one) => ({ ...one, condition: 'ready' as const }))] };
  });

describe('a proposal for a set', () => {
  let found: ProposedForSet;
  const kits = [POUCH(template.brief), CASE(template.brief)] as const;
  beforeAll(() => {
    found = forSet(kits);
  });

  it('holds together what it promises, once it lies in its kits', () => {
    expect(found.proposals.map(({ first }) => first)).toEqual(['cheapest', 'lightest', 'fewest']);
    for (const proposal of found.proposals) {
      const problem = problemFor({ school: world().school, on: TODAY }, proposal.needs, []);
      const { needs } = coverage({ ...problem, kits: laidOut(kits, proposal) }, catalog);
      expect(needs.map(({ need, state, have }) => [need, state, have])).toEqual(
        proposal.needs.map(({ need, state, have }) => [need, state, have]),
      );
      expect(proposal.needs.filter(({ least, state }) => least > 0 && state === 'gap')).toEqual([]);
    }
  });

  it('doubles nothing: of the cheapest no thing can be taken out of any kit without loss', () => {
    const [cheapest] = found.proposals as [SetProposal];
    const problem = problemFor({ school: world().school, on: TODAY }, cheapest.needs, []);
    const lying = laidOut(kits, cheapest);
    const held = (stock: typeof lying) => coverage({ ...problem, kits: stock }, catalog).needs.map(({ state }) => state);
    for (const { id, units } of lying)
      for (const one of units) {
        const less = lying.map((own) =>
          own.id === id
            ? {
                id,
                units: units.flatMap((other) =>
                  other === one ? (other.count > 1 ? [{ ...other, count: other.count - 1 }] : []) : [other],
                ),
              }
            : own,
        );
        expect(held(less), `${one.kind} out of ${id}`).not.toEqual(held(lying));
      }
  });

  it('lays what stops bleeding where the hand is soonest, and what can wait where there is room', () => {
    for (const proposal of found.proposals) {
      const pouch = sharesOf(proposal).get('pouch') ?? [];
      const box = sharesOf(proposal).get('case') ?? [];
      expect(countIn(pouch, 'M.limb')).toBeGreaterThan(0);
      expect(countIn(box, 'M.limb')).toBe(0);
      expect(countIn(box, 'H.warm')).toBeGreaterThan(0);
      const limb = proposal.inHand.find(({ need }) => need === 'M.limb');
      expect(limb?.kitId).toBe('pouch');
      expect(limb?.seconds).toBeLessThan(20);
    }
  });

  it('keeps each kit within its place', () => {
    for (const { kits: shares } of found.proposals)
      for (const { kitId, thicknessMm } of shares) {
        const position = POSITIONS.find(({ id }) => id === kits.find((own) => own.id === kitId)?.draft.positionId);
        expect(thicknessMm).toBeLessThanOrEqual(position?.tMm ?? 0);
      }
  });
});

it('a kit that must hold a need by itself does, though the other holds it too; the other is not asked for it twice', () => {
  const kits = [POUCH(), { ...CASE(), alone: ['M.limb' as const] }] as const;
  const [cheapest] = forSet(kits).proposals as [SetProposal];
  const shares = sharesOf(cheapest);
  expect(countIn(shares.get('case') ?? [], 'M.limb')).toBeGreaterThan(0);
  const { proposals } = forSet([POUCH(), CASE()]);
  expect(cheapest.total.money).toBeGreaterThanOrEqual(proposals[0]?.total.money ?? 0);
});

it('what lies in a kit stays in it', () => {
  const tourniquet = [...catalog.values()].find(({ family }) => family === 'windlassTourniquet')?.id as string;
  const filled = kit('case', draftIn('hard-case', 'load-area', [unit('t1', tourniquet)]), { fetchS: 60 });
  const { proposals } = forSet([POUCH(), filled]);
  for (const proposal of proposals) {
    const [thing] =
      sharesOf(proposal)
        .get('case')
        ?.filter(({ kind }) => kind === tourniquet) ?? [];
    expect(thing?.fromStock).toContain('t1');
  }
});

it('counts what the bearer has of his own, sells it to nobody, and sees by its light', () => {
  const lamp = OwnThingSchema.parse({ id: 'lamp', name: 'Lamp', family: 'handLight', grades: { 'S.light': 'primary' }, drawS: 4 });
  const own = { own: ownKit([lamp]), catalog: catalogWith(catalog, [lamp]) };
  const [lit, unlit] = [forSet([POUCH(), CASE()], {}, own), forSet([POUCH(), CASE()])];
  const lights = (found: ProposedForSet) =>
    found.proposals.map(({ kits }) => kits.reduce((sum, { things }) => sum + countIn(things, 'S.light'), 0));
  expect(Math.max(...lights(lit))).toBe(0);
  expect(Math.min(...lights(unlit))).toBeGreaterThan(0);
  for (const { kits } of lit.proposals) expect(kits.flatMap(({ things }) => things.map(({ kind }) => kind))).not.toContain('own/lamp');
  // In the dark things are found by it: nothing is bought for light here, so that it is the only one.
  const conditions = { ...plainConditions(), isDark: true };
  const seconds = (found: ProposedForSet) => found.proposals[0]?.inHand.find(({ need }) => need === 'M.limb')?.seconds ?? 0;
  const barred = [...catalog.values()].filter(({ grades }) => grades['S.light'] !== undefined).map(({ id }) => id);
  expect(seconds(forSet([POUCH(), CASE()], { barred }, { ...own, conditions }))).toBeLessThan(
    seconds(forSet([POUCH(), CASE()], { barred }, { conditions })),
  );
});

it('sees in the dark by a light at hand, and not by one that must be fetched', () => {
  const lamp = [...catalog.values()].find(({ grades }) => grades['S.light'] === 'primary')?.id as string;
  const barred = [...catalog.values()].filter(({ grades }) => grades['S.light'] !== undefined).map(({ id }) => id);
  const conditions = { ...plainConditions(), isDark: true };
  const seconds = (pouch: KitDraft['units'], far: KitDraft['units']) => {
    const kits = [
      kit('pouch', draftIn('vest-pouch', 'vest-front', pouch)),
      kit('case', draftIn('hard-case', 'load-area', far), { fetchS: 60 }),
    ] as const;
    return forSet([...kits], { barred }, { conditions }).proposals[0]?.inHand.find(({ need }) => need === 'M.limb')?.seconds ?? 0;
  };
  const [none, near, far] = [seconds([], []), seconds([unit('l', lamp)], []), seconds([], [unit('l', lamp)])];
  expect(near).toBeLessThan(none);
  expect(far).toBe(none);
});

it('gives way where the rules warn of a thing and something else holds as much', () => {
  const { brief } = TEMPLATES.find(({ id }) => id === 'wall-box') as Template;
  const kits = [POUCH(brief), CASE(brief)] as const;
  const beside = { ...world(), beside: [] };
  for (const { kits: shares } of forSet([...kits]).proposals)
    for (const [at, { things }] of shares.entries())
      expect(warnedOf((kits[at] as KitOfSet).draft, { isKept: true }, { things, press: 0 }, beside)).toEqual([]);
});

it('of what the rules warn of lets go what can be replaced, where not all of it can', () => {
  const { brief, schoolId } = TEMPLATES.find(({ id }) => id === 'days-out') as Template;
  const school = SCHOOLS.find((one) => one.id === schoolId) as SetWorld['school'];
  const kits = [POUCH(brief), CASE(brief)] as const;
  const all = { ...world({ school }), beside: [] };
  const { proposals } = forSet([...kits], {}, { school });
  const warned = proposals.flatMap(({ kits: shares }) =>
    shares.flatMap(({ things }, at) => warnedOf((kits[at] as KitOfSet).draft, { isKept: true }, { things, press: 0 }, all)),
  );
  // A tourniquet of another make does as much; of what is left, nothing else does.
  expect(warned.map((kind) => catalog.get(kind)?.family)).not.toContain('elasticWrapTourniquet');
  expect(warned.length).toBeGreaterThan(0);
});

it('adds nothing to what is carried bare, and carries one thing so where nothing is', () => {
  const bare = (units: KitDraft['units']) => kit('bare', draftIn('bare', 'belt-side', units));
  const tourniquet = [...catalog.values()].find(({ family }) => family === 'windlassTourniquet')?.id as string;
  for (const units of [[], [unit('t1', tourniquet)]])
    for (const proposal of forSet([bare(units), CASE()]).proposals) {
      const things = sharesOf(proposal).get('bare') ?? [];
      expect(things.reduce((sum, { count }) => sum + count, 0)).toBe(1);
    }
});

it('says what is worth moving: a tourniquet in a case six minutes away, where the pouch has room; not where the pouch has its own', () => {
  const tourniquet = [...catalog.values()].find(({ family }) => family === 'windlassTourniquet')?.id as string;
  const far = kit('case', draftIn('hard-case', 'load-area', [unit('t1', tourniquet)]), { fetchS: 360 });
  const [move, ...others] = forSet([POUCH(), far]).moves;
  expect(others).toEqual([]);
  expect(move).toMatchObject({ unitId: 't1', from: 'case', to: 'pouch', need: 'M.limb' });
  expect(move?.seconds).toBeLessThan(20);
  expect(move?.wasS).toBeGreaterThan(360);
  const holding = kit('pouch', draftIn('vest-pouch', 'vest-front', [unit('t2', tourniquet), unit('t3', tourniquet)]));
  expect(forSet([holding, far]).moves).toEqual([]);
});

describe('laws of sets', () => {
  const PLACES = [
    ['back-pocket-pouch', 'back-pocket'],
    ['life-vest-pouch', 'life-vest-pocket'],
    ['belt-pouch', 'belt-side'],
    ['vest-pouch', 'vest-front'],
    ['hard-case', 'load-area'],
    ['shoulder-bag', 'boot'],
  ] as const;

  // Few needs, since each case packs kits by the dozen.
  const { brief } = TEMPLATES.find(({ id }) => id === 'every-day') as Template;

  it('whatever the kits: every share goes into its place, and together they hold what is promised', () => {
    for (let round = 0; round < rounds(3, 60); round += 1) {
      const random = new Random(seeded(round));
      const kits = Array.from({ length: 2 + random.below(2) }, (_, index) => {
        const [containerId, positionId] = PLACES[random.below(PLACES.length)] as (typeof PLACES)[number];
        return kit(`k${index}`, draftIn(containerId, positionId, [], brief), { fetchS: [0, 0, 20, 120][random.below(4)] as number });
      }) as [KitOfSet, ...KitOfSet[]];
      const money = random.below(2) === 0 ? {} : { money: 2000 + random.below(20_000) };
      const { proposals } = forSet(kits, { limits: money });
      for (const proposal of proposals) {
        expect(proposal.total.money).toBeLessThanOrEqual(money.money ?? Number.POSITIVE_INFINITY);
        const problem = problemFor({ school: world().school, on: TODAY }, proposal.needs, []);
        const { needs } = coverage({ ...problem, kits: laidOut(kits, proposal) }, catalog);
        expect(needs.map(({ have }) => have)).toEqual(proposal.needs.map(({ have }) => have));
        for (const { kitId, things } of proposal.kits) {
          const draft = kits.find(({ id }) => id === kitId)?.draft;
          const container = CONTAINERS.find(({ id }) => id === draft?.containerId) as (typeof CONTAINERS)[number];
          const position = POSITIONS.find(({ id }) => id === draft?.positionId);
          const counted = things.map(({ kind, count }) => ({ kind: catalog.get(kind) as never, count }));
          expect(typeof new Packings({ container, position }, catalog, 600, 1).of(counted), `${kitId} in ${position?.name}`).toBe('object');
        }
      }
    }
  });
});
