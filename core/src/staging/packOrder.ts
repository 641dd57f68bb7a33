import type { FitResult, PlacedItem } from '../fit/problem.ts';
import type { Container } from '../model/container.ts';

export interface PackStep {
  id: string;
  /** 1 goes in first. */
  number: number;
  compartment: string;
  slot: string | null;
  /** "bottom left, against the back wall, lengthways" */
  where: string;
  folded: boolean;
}

/**
 * The order in which things go in: compartment by compartment, and in each nothing before what lies behind it (or, where it
 * opens at the top, below it).
 */
export function packOrder(container: Container, result: FitResult): PackStep[] {
  return container.compartments
    .flatMap((room) =>
      inOrder(
        result.placed.filter(({ compartment }) => compartment === room.id),
        room,
      ).map((box) => ({ box, room })),
    )
    .map(({ box, room }, index) => ({
      id: box.id,
      number: index + 1,
      compartment: room.id,
      slot: box.slot ?? null,
      where: box.slot === undefined ? placeInWords(box, sizeFor(container, room, result)) : `in ${box.slot}`,
      folded: box.folded,
    }));
}

const sizeFor = (container: Container, room: Container['compartments'][number], result: FitResult) =>
  container.make === 'soft' || container.make === 'rigid' || result.outer === undefined
    ? { wMm: room.wMm, hMm: room.hMm }
    : { wMm: result.outer.wMm, hMm: result.outer.hMm };

function inOrder(boxes: readonly PlacedItem[], { access, loose }: Container['compartments'][number]): PlacedItem[] {
  // What is loose before the slots goes in after what is in them.
  const isAfter = ({ slot }: PlacedItem) => Number(slot === undefined && loose?.isBefore === true);
  const depth = (box: PlacedItem) => (access === 'top' ? box.yMm : box.zMm);
  const far = (box: PlacedItem) => (access === 'top' ? box.yMm + box.hMm : box.zMm + box.dMm);
  // What begins deeper goes in first; of those at one depth the larger, so that it is not pushed aside.
  return [...boxes].sort(
    (a, b) => isAfter(a) - isAfter(b) || depth(a) - depth(b) || far(b) - far(a) || b.wMm * b.hMm - a.wMm * a.hMm || (a.id < b.id ? -1 : 1),
  );
}

const THIRD = 1 / 3;

function placeInWords(box: PlacedItem, room: { wMm: number; hMm: number }): string {
  const x = (box.xMm + box.wMm / 2) / room.wMm;
  const y = (box.yMm + box.hMm / 2) / room.hMm;
  const isWide = box.wMm > room.wMm * 2 * THIRD;
  const isHigh = box.hMm > room.hMm * 2 * THIRD;
  const across = isWide ? 'across the width' : x < 0.5 - THIRD / 4 ? 'left' : x > 0.5 + THIRD / 4 ? 'right' : 'middle';
  const up = isHigh ? 'full height' : y < 0.5 - THIRD / 4 ? 'bottom' : y > 0.5 + THIRD / 4 ? 'top' : 'half way up';
  const behind = box.zMm < 1 ? 'against the back' : `${Math.round(box.zMm)} mm from the back`;
  const turned = box.wMm >= box.hMm ? 'lying' : 'upright';
  return `${up}, ${across}, ${behind}, ${turned}`;
}
