import { type AskedKit, type NeedHeld, needsHeld } from '../coverage/coverage.ts';
import { isBarred } from '../coverage/grades.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import type { StockKit } from '../coverage/problem.ts';
import { type AskedOn, closingDays, type NeedFall, needFalls } from '../kit/falls.ts';
import { catalogWith, ownKit } from '../loadout/ownThing.ts';
import { type Brief, briefOn, skillsOf } from '../model/brief.ts';
import type { KindCatalog } from '../model/kind.ts';
import { LAYER_NAMES, LAYERS, type Layer } from '../model/kit.ts';
import type { Loadout, OwnThing } from '../model/loadout.ts';
import { type NeedId, rungOf } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { bookBy } from './courses.ts';
import { UPKEEP_PLAN } from './upkeep.ts';

/** A kit with what is needed to look along its dates. */
export interface HorizonKit extends AskedKit {
  layer: Layer;
  person: { id: string; name: string } | null;
  inspectedOn: PlainDate | null;
  /** Days between inspections, heat included. */
  inspectEveryDays: number;
  /** Of a kit that is carried as one with others, what their bearer has of his own. */
  own?: readonly OwnThing[] | undefined;
  /** What its needs and skills follow from, where people are named in it whose courses lapse. */
  brief?: Brief | undefined;
}

export interface HorizonNeed {
  need: NeedId;
  least: number;
  isHeld: boolean;
  lapsesOn: PlainDate | null;
  /** Last day to order what holds it; never before the first day looked at. */
  orderBy: PlainDate | null;
  /** It falls with a course: last day to book the next one, so that nothing is missed in between; null: it falls with a thing, or not at all. */
  bookBy: PlainDate | null;
}
export interface HorizonRow {
  id: string;
  name: string;
  of: 'kit' | 'layer' | 'person' | 'loadout';
  kitIds: string[];
  gapNow: boolean;
  /** Last day on which everything that is held now still is; null: nothing lapses in the span. */
  holdsUntil: PlainDate | null;
  needs: HorizonNeed[];
  /** Due days of inspections in the span, each as if the one before was done in time. */
  inspections: PlainDate[];
}

interface Group extends Pick<HorizonRow, 'of' | 'id' | 'name'> {
  kits: readonly [HorizonKit, ...HorizonKit[]];
  stock: readonly StockKit[];
  /** What a security check would take stays behind, whichever kit it is in. */
  isChecked: boolean;
}

function rowOf(group: Group, span: Span, catalog: KindCatalog): HorizonRow {
  const { of, id, name, kits } = group;
  const asked = askedOf(group);
  const falls = fallsOf(kits, asked, span, catalog);
  const held = needsHeld(
    asked(span.from, (brief) => briefOn(brief, span.from)),
    catalog,
  )
    .map((need) => inSpan(need, falls === null ? plainFall(need) : falls.get(need.need), span))
    .filter(({ least, bookBy: book }) => least > 0 || book !== null);
  const lapses = held.flatMap(({ lapsesOn, need }) => (lapsesOn === null || rungOf(need) === 'D' ? [] : [lapsesOn])).sort();
  return {
    id,
    name,
    of,
    kitIds: kits.map((kit) => kit.id),
    gapNow: held.some(({ isHeld }) => !isHeld),
    holdsUntil: lapses[0] === undefined ? null : addDays(lapses[0], -1),
    needs: held,
    inspections: of === 'kit' ? inspectionDays(kits[0], span) : [],
  };
}

/** What is asked of kits together on a day, by their briefs as they stand on another. */
const askedOf =
  ({ kits, stock, isChecked }: Group): AskedOn =>
  (on, briefs) => {
    const asked = kits.map((kit) => {
      if (kit.brief === undefined) return kit;
      const brief = briefs(kit.brief);
      return { needs: deriveNeeds(brief, kit.school), skills: skillsOf(brief) };
    });
    const needs = kits.length === 1 ? (asked[0]?.needs ?? []) : joinedNeeds(asked.map((one) => one.needs));
    return { needs, school: kits[0].school, skills: [...new Set(asked.flatMap(({ skills }) => skills))], isChecked, on, kits: stock };
  };

function fallsOf(kits: readonly HorizonKit[], asked: AskedOn, span: Span, catalog: KindCatalog): Map<NeedId, NeedFall> | null {
  const briefs = kits.flatMap(({ brief }) => brief ?? []);
  if (closingDays(briefs, span.from).length === 0) return null;
  return new Map(needFalls(asked, briefs, span.from, catalog).map((fall) => [fall.need, fall]));
}

const plainFall = ({ need, lapsesOn }: NeedHeld): NeedFall | undefined =>
  lapsesOn === null ? undefined : { need, on: lapsesOn, lapses: [] };

interface Span {
  from: PlainDate;
  to: PlainDate;
}

function inSpan({ need, least, isHeld }: NeedHeld, fall: NeedFall | undefined, { from, to }: Span): HorizonNeed {
  const none = { need, least, isHeld, lapsesOn: null, orderBy: null, bookBy: null };
  if (fall === undefined || fall.on > to) return none;
  const books = fall.lapses.map((lapse) => bookBy(lapse.lapsesOn, from)).sort();
  if (books[0] !== undefined) return { ...none, lapsesOn: fall.on, bookBy: books[0] };
  const orderBy = addDays(fall.on, -(UPKEEP_PLAN.supplierLeadDays + UPKEEP_PLAN.orderBufferDays));
  return { ...none, lapsesOn: fall.on, orderBy: orderBy < from ? from : orderBy };
}

/** Own things of those who carry these kits as one with others, each once. */
const ownOf = (kits: readonly HorizonKit[]): OwnThing[] => [
  ...new Map(kits.flatMap(({ own = [] }) => own.map((thing) => [thing.id, thing] as const))).values(),
];

/** Days on which a kit is to be looked through, from the first day looked at. */
export function inspectionDays(kit: Pick<HorizonKit, 'inspectedOn' | 'inspectEveryDays'>, { from, to }: Span): PlainDate[] {
  const first = kit.inspectedOn === null ? from : addDays(kit.inspectedOn, kit.inspectEveryDays);
  const days: PlainDate[] = [];
  for (let day = first < from ? from : first; day <= to; day = addDays(day, kit.inspectEveryDays)) days.push(day);
  return days;
}

/**
 * Until when each need of each kit, each layer, each person's kits and each loadout together is held if nothing is done, by sweeping the
 * dates on which something lapses. Rows of layers and people are given
 * only where more than one kit is in them.
 */
export function horizon(
  kits: readonly HorizonKit[],
  from: PlainDate,
  to: PlainDate,
  catalog: KindCatalog,
  loadouts: readonly Pick<Loadout, 'id' | 'name' | 'kits' | 'own' | 'passesSecurity'>[] = [],
): HorizonRow[] {
  const span = { from, to };
  const isTaken = (id: string): boolean => {
    const kind = catalog.get(id);
    return kind !== undefined && isBarred(kind);
  };
  // Of kits together each is checked by itself.
  const stockOf = ({ id, units, isChecked }: HorizonKit): StockKit => ({
    id,
    units: isChecked ? units.filter(({ kind }) => !isTaken(kind)) : units,
  });
  const row = (group: Omit<Group, 'stock' | 'isChecked'>) => {
    const [first, ...more] = group.kits;
    const own = ownOf(group.kits);
    // A kit that is carried as one with others holds as long as all of them do.
    const stock = more.length === 0 ? [stockOf(first), ...(first.beside ?? [])] : [...group.kits.map(stockOf), ...ownKit(own)];
    return rowOf({ ...group, stock, isChecked: false }, span, catalogWith(catalog, own));
  };
  const rows = kits.map((kit) => row({ of: 'kit', id: kit.id, name: kit.name, kits: [kit] }));
  const group = (of: HorizonRow['of'], id: string, name: string, members: readonly HorizonKit[]) => {
    const [first, second, ...more] = members;
    if (first !== undefined && second !== undefined) rows.push(row({ of, id, name, kits: [first, second, ...more] }));
  };
  for (const layer of LAYERS)
    group(
      'layer',
      layer,
      LAYER_NAMES[layer].name,
      kits.filter((kit) => kit.layer === layer),
    );
  const people = new Map(kits.flatMap(({ person }) => (person === null ? [] : [[person.id, person.name] as const])));
  for (const [id, name] of people)
    group(
      'person',
      id,
      name,
      kits.filter(({ person }) => person?.id === id),
    );
  for (const { id, name, kits: carried, own, passesSecurity } of loadouts) {
    const members = kits.filter((kit) => carried.some(({ kitId }) => kitId === kit.id));
    const [first, ...more] = members;
    // A loadout of one kit is still asked for by its name.
    if (first === undefined) continue;
    const stock = [...members.map((kit) => ({ id: kit.id, units: kit.units })), ...ownKit(own)];
    const group: Group = { of: 'loadout', id, name, kits: [first, ...more], stock, isChecked: passesSecurity };
    rows.push(rowOf(group, span, catalogWith(catalog, own)));
  }
  return rows;
}
