import { type AskedKit, type NeedHeld, needsHeld } from '../coverage/coverage.ts';
import { joinedNeeds } from '../coverage/joined.ts';
import type { StockKit } from '../coverage/prepare.ts';
import { catalogWith, OWN_ID, ownUnits } from '../loadout/ownThing.ts';
import type { KindCatalog } from '../model/kind.ts';
import { LAYER_NAMES, LAYERS, type Layer } from '../model/kit.ts';
import type { Loadout } from '../model/loadout.ts';
import { type NeedId, rungOf } from '../model/need.ts';
import { addDays, type PlainDate } from '../model/plainDate.ts';
import { UPKEEP_PLAN } from './upkeep.ts';

/** A kit with what is needed to look along its dates. */
export interface HorizonKit extends AskedKit {
  layer: Layer;
  person: { id: string; name: string } | null;
  inspectedOn: PlainDate | null;
  /** Days between inspections, heat included. */
  inspectEveryDays: number;
}

export interface HorizonNeed {
  need: NeedId;
  least: number;
  isHeld: boolean;
  lapsesOn: PlainDate | null;
  /** Last day to order what holds it; never before the first day looked at. */
  orderBy: PlainDate | null;
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

function rowOf(
  of: HorizonRow['of'],
  id: string,
  name: string,
  kits: readonly [HorizonKit, ...HorizonKit[]],
  span: Span,
  catalog: KindCatalog,
  beside: readonly StockKit[] = [],
): HorizonRow {
  const needs = kits.length === 1 ? kits[0].needs : joinedNeeds(kits.map(({ needs: own }) => own));
  const skills = [...new Set(kits.flatMap((kit) => kit.skills))];
  const stock = [...kits.map((kit) => ({ id: kit.id, units: kit.units })), ...beside];
  const held = needsHeld({ needs, school: kits[0].school, skills, on: span.from, kits: stock }, catalog)
    .filter(({ least }) => least > 0)
    .map((need) => inSpan(need, span));
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

interface Span {
  from: PlainDate;
  to: PlainDate;
}

function inSpan({ need, least, isHeld, lapsesOn }: NeedHeld, { from, to }: Span): HorizonNeed {
  const seen = lapsesOn !== null && lapsesOn <= to ? lapsesOn : null;
  if (seen === null) return { need, least, isHeld, lapsesOn: null, orderBy: null };
  const orderBy = addDays(seen, -(UPKEEP_PLAN.supplierLeadDays + UPKEEP_PLAN.orderBufferDays));
  return { need, least, isHeld, lapsesOn: seen, orderBy: orderBy < from ? from : orderBy };
}

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
  loadouts: readonly Pick<Loadout, 'id' | 'name' | 'kits' | 'own'>[] = [],
): HorizonRow[] {
  const span = { from, to };
  const rows = kits.map((kit) => rowOf('kit', kit.id, kit.name, [kit], span, catalog));
  const group = (of: HorizonRow['of'], id: string, name: string, members: readonly HorizonKit[]) => {
    const [first, second, ...more] = members;
    if (first !== undefined && second !== undefined) rows.push(rowOf(of, id, name, [first, second, ...more], span, catalog));
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
  for (const { id, name, kits: carried, own } of loadouts) {
    const members = kits.filter((kit) => carried.some(({ kitId }) => kitId === kit.id));
    const [first, ...more] = members;
    // A loadout of one kit is still asked for by its name.
    if (first !== undefined)
      rows.push(rowOf('loadout', id, name, [first, ...more], span, catalogWith(catalog, own), [{ id: OWN_ID, units: ownUnits(own) }]));
  }
  return rows;
}
