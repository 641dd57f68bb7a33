import { freeId } from '@ivrak/core/catalog';
import type { OutsidePoint } from '@ivrak/core/model';
import { ActionIcon, Button, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import css from './places.module.css';

const MOST_POINTS = 12;

interface OutsidePointsProps {
  points: readonly OutsidePoint[];
  change: (points: OutsidePoint[]) => void;
}

/** Loops, clips and sleeves on the outside, each with the largest thing that it takes. */
export function OutsidePoints({ points, change }: OutsidePointsProps) {
  const add = () => {
    const name = `loop ${points.length + 1}`;
    change([...points, { id: freeId(name, new Set(points.map(({ id }) => id))), name, wMm: 175, hMm: 70, tMm: 45 }]);
  };
  return (
    <>
      {points.map((point, index) => {
        const set = (part: Partial<OutsidePoint>) => change(points.map((one, at) => (at === index ? { ...one, ...part } : one)));
        return (
          <fieldset key={point.id} className={css.roomFields}>
            <legend>Outside: {point.name}</legend>
            <div className="row">
              <TextInput
                className="grow"
                label="Called"
                maxLength={60}
                value={point.name}
                onChange={(event) => set({ name: event.currentTarget.value })}
              />
              <ActionIcon
                variant="subtle"
                size={34}
                aria-label={`Remove ${point.name}`}
                onClick={() => change(points.filter((_, at) => at !== index))}
              >
                <IconTrash size={17} />
              </ActionIcon>
            </div>
            <div className={parts.fieldRow}>
              <MeasureInput label="Takes, long" value={point.wMm} onChange={(wMm) => set({ wMm })} />
              <MeasureInput label="Wide" value={point.hMm} onChange={(hMm) => set({ hMm })} />
              <MeasureInput label="Thick" value={point.tMm} onChange={(tMm) => set({ tMm })} />
            </div>
          </fieldset>
        );
      })}
      <div>
        <Button variant="default" size="compact-sm" disabled={points.length >= MOST_POINTS} onClick={add}>
          Add a loop, clip or sleeve outside
        </Button>
      </div>
    </>
  );
}
