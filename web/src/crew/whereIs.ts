import type { CarryKit } from '@ivrak/core/loadout';
import type { Loadout, Person, PlacesPlan, Position } from '@ivrak/core/model';

export interface KitWhere {
  kit: CarryKit;
  /** On whom, or at which place of the plan; in words. */
  where: string;
  /** What was written down on staging: "on the hook beside the door". */
  exactly: string;
  carrier: Person | null;
  told: Person[];
}

/** Where each kit is to be found: worn kits with who carries them, the others at their place of the plan. */
export function whereIs(
  kits: readonly CarryKit[],
  people: readonly Person[],
  places: PlacesPlan,
  positions: readonly Pick<Position, 'id' | 'name' | 'onBody'>[],
): KitWhere[] {
  return kits.map((kit) => {
    const carrier = people.find(({ id }) => id === kit.personId) ?? null;
    const spot = places.spots.find(({ kitIds }) => kitIds.includes(kit.id));
    const position = positions.find(({ id }) => id === kit.positionId);
    const at = position?.name.toLowerCase() ?? kit.positionId;
    const onBody = position?.onBody === true;
    const where = onBody ? `${carrier?.name ?? 'nobody in particular'}, ${at}` : spot === undefined ? at : `${spot.name}, ${at}`;
    return { kit, where, exactly: kit.hangsAt, carrier, told: people.filter(({ told }) => told.includes(kit.id)) };
  });
}

/** Loadouts of a person among those that are theirs or anybody's. */
export const loadoutsOf = (loadouts: readonly Loadout[], personId: string): Loadout[] =>
  loadouts.filter((loadout) => loadout.personId === personId);
