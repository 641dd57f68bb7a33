import { useKits } from '../data/queries.ts';
import { useDrillsDue, useWho } from './queries.ts';

/** How much of a kit is due to be found again by whoever acts here. */
export interface DrillDue {
  kitId: string;
  kitName: string;
  count: number;
}

/** What is due for "You are", kit by kit; undefined until it is known. */
export function useMyDrills(): DrillDue[] | undefined {
  const who = useWho();
  const kits = useKits().data?.kits ?? [];
  const told = useDrillsDue();
  if (told.isPending) return undefined;
  return (told.data?.due ?? []).flatMap(({ personId, kitId, count }): DrillDue[] => {
    const kit = kits.find(({ id }) => id === kitId);
    return personId !== who || kit === undefined ? [] : [{ kitId, kitName: kit.name, count }];
  });
}
