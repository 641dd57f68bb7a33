import { toMm, toTenths } from '../fit/lays.ts';
import { type Box, isInFrontOf, isLooseBefore, packedThickness, roomsOf, stackingOf } from '../fit/prepare.ts';
import type { FitResult, PlacedItem } from '../fit/problem.ts';
import type { Container } from '../model/container.ts';
import { type PackStep, packOrder } from './packOrder.ts';

/** One thing put in by hand, with what it lies on and what will be in its way. */
export interface PackingStep extends PackStep {
  box: PlacedItem;
  /** What it comes to lie on: behind it, or below where the container opens at the top. Empty: the wall, the ground or a slot. */
  on: string[];
  /** What comes in front of it later, or above it. */
  inFront: string[];
  /** How many lie behind one another up to it; 0: at the back, or on the ground. */
  layer: number;
  /** Of everything that is in by then, mm, without the walls. */
  thicknessMm: number;
}

const boxOf = ({ xMm, yMm, zMm, wMm, hMm, dMm }: PlacedItem, room: number): Box => ({
  item: 0,
  room,
  x: toTenths(xMm),
  y: toTenths(yMm),
  z: toTenths(zMm),
  w: toTenths(wMm),
  h: toTenths(hMm),
  d: toTenths(dMm),
  lay: 0,
});

/** A packing as hands put it together, one thing after another in the order of the pack sheet. */
export function packingSteps(container: Container, result: FitResult): PackingStep[] {
  const rooms = roomsOf({ container });
  const placed = new Map(result.placed.map((box) => [box.id, box]));
  const things = packOrder(container, result).flatMap((step) => {
    const own = placed.get(step.id);
    const room = rooms.findIndex(({ compartment, slot }) => compartment === step.compartment && slot === step.slot);
    return own === undefined ? [] : [{ step, own, box: boxOf(own, room), room: rooms[room] }];
  });
  const stacking = stackingOf({ container }, rooms);
  const layers: number[] = [];
  return things.map(({ step, own, box, room }, index) => {
    const isTop = room?.top === true;
    const isBefore = (b: (typeof things)[number], a: (typeof things)[number]) =>
      isInFrontOf(b.box, a.box, isTop) || isLooseBefore(rooms, b.box.room, a.box.room);
    const behind = things.flatMap((other, at) => (at < index && isBefore({ step, own, box, room }, other) ? [{ ...other, at }] : []));
    const touches = (other: Box) => other.room === box.room && (isTop ? other.y + other.h === box.y : other.z + other.d === box.z);
    const layer = behind.reduce((most, { at }) => Math.max(most, (layers[at] ?? 0) + 1), 0);
    layers.push(layer);
    return {
      ...step,
      box: own,
      on: behind.filter((other) => touches(other.box)).map(({ own: { id } }) => id),
      inFront: things.slice(index + 1).flatMap((other) => (isBefore(other, { step, own, box, room }) ? [other.own.id] : [])),
      layer,
      thicknessMm: toMm(
        packedThickness(
          { stacking, rooms },
          things.slice(0, index + 1).map((one) => one.box),
        ),
      ),
    };
  });
}
