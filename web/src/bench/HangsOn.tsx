import { goesOn, hangsOn } from '@ivrak/core/kit';
import type { Kind, Unit } from '@ivrak/core/model';
import { Select } from '@mantine/core';
import { containerOf } from '../data/catalog.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';

const INSIDE = 'inside';

/** Where the container has loops, clips or sleeves: in it, or on one of those that take the thing and hold no other. */
export function HangsOn({ unit, kind }: { unit: Unit; kind: Kind }) {
  const { draft } = useKit();
  const container = containerOf(draft.containerId);
  if (container?.outside === undefined || unit.count > 1) return null;
  const { hung = {} } = draft.fit;
  const now = hangsOn(unit.id, container, hung);
  const taken = draft.units.flatMap(({ id }) => (id === unit.id ? [] : (hangsOn(id, container, hung)?.id ?? [])));
  const free = container.outside.filter((point) => point.id === now?.id || (!taken.includes(point.id) && goesOn(kind, unit, point)));
  if (free.length === 0) return null;
  const hang = (point: string | null) =>
    edit((before) => {
      const { [unit.id]: _, ...others } = before.fit.hung ?? {};
      return { ...before, fit: { ...before.fit, hung: point === null || point === INSIDE ? others : { ...others, [unit.id]: point } } };
    });
  return (
    <Select
      label="Where"
      description="Outside it is in the hand in one step, and adds to the thickness"
      data={[{ value: INSIDE, label: 'inside' }, ...free.map(({ id, name }) => ({ value: id, label: `outside: ${name}` }))]}
      value={now?.id ?? INSIDE}
      onChange={hang}
    />
  );
}
