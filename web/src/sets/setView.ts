import { type CoverageProblem, classifyKit, type KitClassing } from '@ivrak/core/coverage';
import { type Judgement, judgedTogether, judgeKit } from '@ivrak/core/kit';
import { catalogWith, OWN_ID, ownKit } from '@ivrak/core/loadout';
import { type KitSet, type NeedId, type PlainDate, skillsOn } from '@ivrak/core/model';
import { catalogNow, containerOf, schoolOf } from '../data/catalog.ts';
import type { MusteredKit } from '../data/queries.ts';

/** Stands in the address until a set is saved. */
export const NEW_SET = 'new';

/** A kit of the set, or what its bearer has of his own. */
export interface Holder {
  id: string;
  name: string;
  place: string;
  isKit: boolean;
  /** Pieces of a need that it holds. */
  piecesOf: (need: NeedId) => number;
  /** Of a need that it must hold by itself, what it holds without the others. */
  aloneOf: (need: NeedId) => { have: number; least: number } | null;
}

/** What kits hold as one, as they stand in the form. */
export interface SetView extends ReturnType<typeof judgedTogether> {
  /** The kit whose brief and school are those of all. */
  model: MusteredKit;
  together: Judgement['together'];
  holders: Holder[];
  classing: KitClassing;
}

/** A set that is to be, of kits that are by themselves yet: called after the first. */
export function newSet(ids: readonly string[], kits: readonly MusteredKit[]): KitSet {
  const free = ids.flatMap((id) => kits.find((kit) => kit.id === id && kit.inSet === null) ?? []);
  const [first] = free;
  return {
    id: '',
    name: first === undefined ? '' : `${first.name} and more`,
    personId: first?.personId ?? null,
    kitIds: free.map(({ id }) => id),
    own: [],
    alone: {},
  };
}

/** What follows from kits that are carried as one; null: there is no kit in it. */
export function viewOfSet(set: KitSet, kits: readonly MusteredKit[], today: PlainDate): SetView | null {
  const members = set.kitIds.flatMap((id) => kits.find((kit) => kit.id === id) ?? []);
  const model = members.find(({ inSet }) => inSet?.id === set.id) ?? members[0];
  if (model === undefined) return null;
  const { brief } = model;
  const school = schoolOf(model);
  const catalog = catalogWith(catalogNow(), set.own);
  const own = ownKit(set.own);
  const judged = members.map((kit) => {
    const others = members.filter(({ id }) => id !== kit.id).map(({ id, units }) => ({ id, units }));
    const inSet = { beside: [...others, ...own], alone: set.alone[kit.id] ?? [] };
    return {
      kit,
      judgement: judgeKit({ id: kit.id, brief, units: kit.units, inSet }, school, containerOf(kit.containerId), today, catalog),
    };
  });
  const [first, ...others] = judged;
  if (first === undefined) return null;
  const problem: Omit<CoverageProblem, 'needs'> = {
    school,
    on: today,
    skills: skillsOn(brief, today),
    isChecked: brief.securityChecks,
    kits: [...members.map(({ id, units }) => ({ id, units })), ...own],
  };
  return {
    ...judgedTogether([first.judgement, ...others.map(({ judgement }) => judgement)], set.own),
    model,
    together: first.judgement.together,
    holders: holdersOf(set, judged),
    classing: classifyKit(problem, model.layer, catalog),
  };
}

function holdersOf(set: KitSet, judged: readonly { kit: MusteredKit; judgement: Judgement }[]): Holder[] {
  const holders = judged.map(({ kit, judgement: { shares } }): Holder => {
    const shareOf = (need: NeedId) => shares.find((share) => share.need === need);
    return {
      id: kit.id,
      name: kit.name,
      place: kit.position.name,
      isKit: true,
      piecesOf: (need) => shareOf(need)?.here ?? 0,
      aloneOf: (need) => shareOf(need)?.alone ?? null,
    };
  });
  if (set.own.length === 0) return holders;
  const shares = judged[0]?.judgement.shares ?? [];
  const bearer: Holder = {
    id: OWN_ID,
    name: 'On the bearer',
    place: set.own.map(({ name }) => name).join(', '),
    isKit: false,
    piecesOf: (need) => shares.find((share) => share.need === need)?.others.find(({ kitId }) => kitId === OWN_ID)?.pieces ?? 0,
    aloneOf: () => null,
  };
  return [...holders, bearer];
}
