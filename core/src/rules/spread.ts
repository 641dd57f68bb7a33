import { isAsked } from '../coverage/states.ts';
import type { Compartment } from '../model/container.ts';
import { circleOf } from '../model/need.ts';
import { inWords } from '../model/words.ts';
import type { Fix } from './applyFix.ts';
import { bulkOf, roomOf } from './room.ts';
import { idsOf, type Rule, type Thing, warn } from './rule.ts';

/** Share of a compartment that boxes of unlike size fill when hands pack them. Planning value. */
const FILLED = 0.75;

/** Under stress one zip is found, and not three. Common practice, no source. */
export const SPREAD_RULES: readonly Rule[] = [
  {
    id: 'life-saving-spread',
    title: 'Life-saving things in several compartments',
    check: (facts) => {
      const { lies, container, coverage, draft } = facts.given;
      // Two panels that face each other open as one.
      if (lies === undefined || container === undefined || container.compartments.length < 2 || container.facing === true) return [];
      const saves = new Set(
        coverage.needs.flatMap(({ need, state, by }) => (isAsked(state) && circleOf(need) === 0 ? by.map(({ unitId }) => unitId) : [])),
      );
      const byRoom = new Map<Compartment, Thing[]>();
      for (const thing of facts.things.filter(({ unit }) => saves.has(unit.id))) {
        const id = draft.fit.pins[thing.unit.id] ?? lies.get(thing.unit.id);
        const room = container.compartments.find((one) => one.id === id);
        if (room !== undefined) byRoom.set(room, [...(byRoom.get(room) ?? []), thing]);
      }
      if (byRoom.size < 2) return [];
      const rooms = [...byRoom].sort(([a, own], [b, others]) => others.length - own.length || roomOf(b) - roomOf(a));
      const things = rooms.flatMap(([, own]) => own);
      const told = rooms.map(([{ id }, own]) => `${own.map(({ kind }) => kind.name.toLowerCase()).join(', ')} in ${id}`);
      return [
        warn(
          `Life-saving things lie in ${rooms.length} compartments: ${inWords(told)}. One opening should give all of them.`,
          idsOf(things),
          gather(container.compartments, rooms, things),
        ),
      ];
    },
  },
];

/** Into the compartment that holds most of them and takes all by its volume; null where none does. */
function gather(all: readonly Compartment[], rooms: readonly (readonly [Compartment, Thing[]])[], things: readonly Thing[]): Fix | null {
  const bulk = things.reduce((sum, thing) => sum + bulkOf(thing.unit, thing.kind), 0);
  const order = [...rooms.map(([room]) => room), ...all.toSorted((a, b) => roomOf(b) - roomOf(a))];
  const room = order.find((one) => roomOf(one) * FILLED >= bulk);
  return room === undefined
    ? null
    : {
        do: 'gather',
        label: `Put them all into ${room.id}; it is packed anew, and Fit says whether all go in`,
        unitIds: things.map(({ unit }) => unit.id),
        compartment: room.id,
      };
}
