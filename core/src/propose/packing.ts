import type { Coverage } from '../coverage/coverage.ts';
import { flatBagCapacity } from '../fit/film.ts';
import { OUTCOME_MAKES } from '../fit/problem.ts';
import { carryCheck, kitCarry, type outerOf } from '../kit/carryCheck.ts';
import { kitFitProblem } from '../kit/kitFit.ts';
import { isOutside } from '../kit/outside.ts';
import { packForPlace } from '../kit/packForPlace.ts';
import type { Container, Position } from '../model/container.ts';
import { type Kind, type KindCatalog, solidityOf } from '../model/kind.ts';
import { plainUnit, type Unit, UnitIdSchema } from '../model/unit.ts';

/** Where it all is to go, and how thick that may be when it is closed. */
export interface Room {
  container: Container;
  position?: Position | undefined;
  /** Outside, walls included, mm. */
  thicknessMm?: number | undefined;
}
/** How things lie: as they are sold, or each as flat as it may lie and pressed by hand. */
export interface Way {
  isFlat: boolean;
  press: number;
}
export interface PackedSo {
  way: Way;
  /** Outside, mm. */
  outerTMm: number;
}
export type Counted = readonly { kind: Kind; count: number }[];

/** Larger than any place: nothing is asked of that side. */
const ANYWHERE_MM = 2000;
const WAYS: readonly Way[] = [
  { isFlat: false, press: 0 },
  { isFlat: true, press: 1 },
];
const NOTHING_BOOKED: Coverage = { needs: [], singlePoints: [], sharedTools: [], wantedTwice: [] };

/** Where what is chosen has to go in. */
export interface Rooms {
  /** Packings made: the measure of work. */
  readonly packed: number;
  /** What a kind takes of the room at the least, and what the room holds at the most, in tenths of a cubic centimetre. */
  leastVolume(kind: Kind): number;
  mostVolume(): number;
  /** How it goes in; `never` where that is proven not to be, and `notFound` where a short search found no way. */
  of(chosen: Counted, mayPack?: boolean): PackedSo | 'never' | 'notFound' | 'notTried';
}

/** Packs what is chosen, remembers what went in and what did not, and draws what follows from that. */
export class Packings implements Rooms {
  packed = 0;
  private readonly known = new Map<string, PackedSo | 'never' | 'notFound'>();
  private readonly wentIn: { counts: ReadonlyMap<string, number>; so: PackedSo }[] = [];
  private readonly failed: { counts: ReadonlyMap<string, number>; isSure: boolean }[] = [];
  private readonly place: Position;

  constructor(
    readonly room: Room,
    private readonly catalog: KindCatalog,
    private readonly decodes: number,
    private readonly seed: number,
  ) {
    const { position, thicknessMm = Number.POSITIVE_INFINITY } = room;
    const place = position ?? { ...NOWHERE, wMm: ANYWHERE_MM, hMm: ANYWHERE_MM, tMm: ANYWHERE_MM };
    const around = { ...place, tMm: Math.max(0.1, Math.min(place.tMm, thicknessMm)) };
    // What sticks out of its place whatever is in it was chosen all the same: then only its thickness is looked at.
    const { outlineFits } = carryCheck(
      room.container,
      around,
      { thicknessMm: 0, ...(isOutcome(room.container) ? { outer: NOTHING } : {}) },
      0,
    );
    this.place = outlineFits ? around : { ...around, wMm: ANYWHERE_MM, hMm: ANYWHERE_MM };
  }

  /** Nothing of it is less than that, however it lies. */
  leastVolume(kind: Kind): number {
    const { container } = this.room;
    if (isOutside({ kind: kind.id }, container, this.catalog) || (container.outside?.length ?? 0) > 0) return 0;
    const isFilm = isOutcome(container);
    const boxes = kind.states.map(({ wMm, hMm, tMm }) => wMm * hMm * tMm);
    const share = isFilm ? Math.min(1 - kind.give, solidityOf(kind)) : 1 - kind.give;
    return Math.floor((Math.min(...boxes) * share) / 100);
  }

  mostVolume(): number {
    const { container } = this.room;
    const [first] = container.compartments;
    if (first === undefined) return 0;
    const inside = Math.max(0, this.place.tMm - container.wallMm);
    if (container.make === 'flatBag')
      return Math.ceil(Math.min(flatBagCapacity(first.wMm, first.hMm), first.wMm * first.hMm * inside) / 100);
    if (!isOutcome(container))
      return Math.ceil(
        container.compartments.reduce((sum, { wMm, hMm, dMm, maxDMm = dMm }) => sum + wMm * hMm * Math.min(maxDMm, inside), 0) / 100,
      );
    return Math.ceil(((this.place.wMm + ANYWHERE_MM) * (this.place.hMm + ANYWHERE_MM) * inside) / 100);
  }

  of(chosen: Counted, mayPack = true): PackedSo | 'never' | 'notFound' | 'notTried' {
    const counts = countsOf(chosen);
    const key = [...counts].map(([kind, count]) => `${kind}:${count}`).join();
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const larger = this.wentIn.find((one) => holds(one.counts, counts));
    if (larger !== undefined) return larger.so;
    const smaller = this.failed.find((one) => holds(counts, one.counts));
    if (smaller !== undefined) return smaller.isSure ? 'never' : 'notFound';
    if (!mayPack) return 'notTried';
    const found = this.pack(chosen);
    this.known.set(key, found);
    if (typeof found === 'string') this.failed.push({ counts, isSure: found === 'never' });
    else this.wentIn.push({ counts, so: found });
    return found;
  }

  private pack(chosen: Counted): PackedSo | 'never' | 'notFound' {
    let isSure = chosen.every(({ kind }) => kind.states.length === 1);
    for (const way of WAYS) {
      if (way.isFlat && chosen.every(({ kind }) => kind.states.length === 1 && kind.give === 0)) continue;
      const found = this.packSo(chosen, way);
      if (typeof found !== 'string') return found;
      if (found === 'notFound') isSure = false;
    }
    return isSure ? 'never' : 'notFound';
  }

  private packSo(chosen: Counted, way: Way): PackedSo | 'never' | 'notFound' {
    const { container } = this.room;
    const units = layOut(chosen, way);
    const asked = kitFitProblem({
      units,
      container,
      position: this.place,
      coverage: NOTHING_BOOKED,
      catalog: this.catalog,
      seed: this.seed,
      isThinnest: true,
      fit: { locks: {}, pins: {}, folds: {}, press: way.press },
    });
    if (!asked.ok) return 'notFound';
    this.packed += 1;
    const carryOf = (packed: Parameters<typeof outerOf>[1]) =>
      kitCarry({ units, container, position: this.place, packed, catalog: this.catalog });
    const packed = packForPlace(asked.problem, carryOf, this.decodes);
    const carry = carryOf(packed);
    if (packed.feasible && carry.overMm === 0 && carry.outlineFits) return { way, outerTMm: carry.outerTMm };
    const atLeast = carryOf({ ...packed, thicknessMm: packed.bound.valueMm });
    return packed.verdict === 'cannot' || atLeast.overMm > 0 ? 'never' : 'notFound';
  }
}

const NOTHING = { wMm: 0, hMm: 0, tMm: 0 };
/** Film and bands take their shape from what they hold. */
export const isOutcome = ({ make }: Container): boolean => OUTCOME_MAKES.includes(make);

const NOWHERE: Position = {
  id: 'anywhere',
  name: 'anywhere',
  wMm: 1,
  hMm: 1,
  tMm: 1,
  massG: null,
  onBody: false,
  heat: 'room',
  hands: 'both',
  drawS: 0,
  seated: true,
  bearers: [],
  spot: null,
  isSeen: false,
};

/** How a kind lies as it is sold: the first of its states. */
export const SOLD_SO = 'asSold';

/** How a kind lies where things lie so. */
export const stateOf = ({ states }: Kind, { isFlat }: Way): string => {
  const thin = ({ wMm, hMm, tMm }: Kind['states'][number]) => Math.min(wMm, hMm, tMm);
  const flattest = states.reduce((best, one) => (thin(one) < thin(best) ? one : best));
  return !isFlat || flattest === states[0] ? SOLD_SO : flattest.id;
};

/** Things as units that are only thought of, one a kind, lying one way or the other. */
const layOut = (chosen: Counted, way: Way): Unit[] =>
  chosen.flatMap(({ kind, count }, index) =>
    count === 0 ? [] : [{ ...plainUnit(UnitIdSchema.parse(`p${index}`), kind.id), count, state: stateOf(kind, way) }],
  );

export function countsOf(chosen: Counted): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { kind, count } of chosen) if (count > 0) counts.set(kind.id, (counts.get(kind.id) ?? 0) + count);
  return new Map([...counts].sort(([a], [b]) => (a < b ? -1 : 1)));
}

const holds = (larger: ReadonlyMap<string, number>, smaller: ReadonlyMap<string, number>): boolean =>
  [...smaller].every(([kind, count]) => (larger.get(kind) ?? 0) >= count);
