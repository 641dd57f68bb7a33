import type { PackingStep } from '@ivrak/core/staging';
import css from './fit.module.css';
import type { RoomDrawing } from './frames.ts';
import type { ReachEntry } from './reachOrder.ts';

interface LayersProps {
  room: RoomDrawing;
  steps: readonly PackingStep[];
  order: readonly ReachEntry[];
}

/** What lies behind one another, from the back wall forward, by name. */
export function Layers({ room, steps, order }: LayersProps) {
  const layers = layersOf(steps, room.id, order);
  if (layers.length < 2) return null;
  const isTop = room.access === 'top';
  const where = (index: number) =>
    index === 0 ? (isTop ? 'At the bottom' : 'At the back') : index === layers.length - 1 ? (isTop ? 'On top' : 'In front') : 'Then';
  return (
    <ol className={css.layers}>
      {layers.map((names, index) => (
        <li key={names.join()}>
          <b>{where(index)}:</b> {names.join(', ')}
        </li>
      ))}
    </ol>
  );
}

function layersOf(steps: readonly PackingStep[], compartment: string, order: readonly ReachEntry[]): string[][] {
  const entry = new Map(order.map((one) => [one.id, one]));
  const layers: string[][] = [];
  for (const step of steps) {
    if (step.compartment !== compartment) continue;
    const own = entry.get(step.id);
    const names = layers[step.layer] ?? [];
    names.push(own === undefined ? step.id : `${own.place} ${own.name}`);
    layers[step.layer] = names;
  }
  return layers.filter((names) => names !== undefined);
}
