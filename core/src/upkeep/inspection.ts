import type { Family } from '../model/family.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { Layer } from '../model/kit.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { type Condition, isGoodOn, type Unit } from '../model/unit.ts';
import type { Inspection, InspectionAnswer, KitUpkeep } from '../model/upkeep.ts';
import { heatedInterval, LEAST_INTERVAL_DAYS } from './heat.ts';
import { UPKEEP_PLAN } from './upkeep.ts';

export interface InspectionInterval {
  days: number;
  /** "Every 30 days: 90 (planning value) divided by 3.1 for heat" */
  why: string;
}

/** Days between inspections of a kit: its own or the planning value of its layer, brought forward by heat and never put off. */
export function inspectionInterval(
  layer: Layer,
  { everyDays, routine }: KitUpkeep,
  factor: number,
  isAssumed: boolean,
): InspectionInterval {
  const base = everyDays ?? (layer === 'base' ? UPKEEP_PLAN.inspectIndoorsDays : UPKEEP_PLAN.inspectMovingDays);
  const days = heatedInterval(base, factor);
  const source = everyDays === null ? 'planning value' : 'set for this kit';
  const heat = isAssumed ? 'the heat assumed of the place' : 'the heat logged there';
  const floor = days > base / factor ? `, but never under ${LEAST_INTERVAL_DAYS} days` : '';
  const why =
    days === base
      ? `Every ${base} days (${source})`
      : `Every ${days} days: ${base} (${source}) brought forward by ${heat} (ageing ${factor.toFixed(1)} times as fast)${floor}`;
  return { days, why: routine === '' ? why : `${why}; ${routine}` };
}

export interface InspectionStep {
  unitId: Unit['id'];
  kind: string;
  count: number;
  /** What to do with the hands. */
  prompt: string;
  /** What the record says of its date. */
  date: 'good' | 'lapsed' | 'notRead' | 'none';
  expiresOn: PlainDate | null;
  lot: string | null;
  /** Needs practice or authority: worth asking whether it is still known how. */
  asksRecall: boolean;
}

/** What the hand does to find out whether a thing is sound. Common practice, no source. */
const PROMPTS: Partial<Record<Family, string>> = {
  gloves: 'Stretch one finger: a glove that tears, sticks or crackles is done.',
  tape: 'Lift the end: it must stick, and come off clean.',
  marker: 'Write a time on skin or tape.',
  pen: 'Write a line on paper.',
  shears: 'Cut a strip of cloth or tape, and look for rust at the screw.',
  beltCutter: 'Pull a strip of cloth through it, and look for rust on the edge.',
  knife: 'Open it with gloves on, and try the edge on cloth.',
  whistle: 'Blow it once.',
  cohesiveWrap: 'Unwind a hand of it: old wrap sticks to itself and tears.',
  elasticBandage: 'Pull a hand of it: it must spring back.',
  foilBlanket: 'Feel for holes along the folds; a blanket that crackles loudly may be cracked.',
};

const BY_DATING: Record<Kind['dating'], string> = {
  printed: 'Press the bag: air must not come out. Look for a crushed corner, then read the date.',
  battery: 'Turn it on and leave it on for ten seconds. Look for white at the contacts.',
  condition: 'Touch it all over: stiff, sticky or frayed is done.',
  none: 'Take it out, work every part, look for cracks and frayed stitching.',
};

export function promptFor(kind: Kind): string {
  if (kind.grades['M.limb'] !== undefined && kind.dating === 'none')
    return 'Run the strap through its whole length, turn the rod, look at the stitching. No sun-bleached straps.';
  return PROMPTS[kind.family] ?? BY_DATING[kind.dating];
}

/**
 * The things of a kit, one at a time, in the order given (packing order reversed is how they come out); what is not in the
 * order follows as it lies on the sheet. Used and practice things are left out.
 */
export function inspectionSteps(
  units: readonly Unit[],
  order: readonly string[],
  catalog: KindCatalog,
  today: PlainDate,
): InspectionStep[] {
  const place = new Map(order.map((id, index) => [id.split(':')[0] as string, index]));
  return units
    .filter(({ condition, kind }) => condition !== 'used' && condition !== 'practice' && catalog.has(kind))
    .map((unit, index) => ({ unit, at: place.get(unit.id) ?? order.length + index }))
    .sort((a, b) => a.at - b.at)
    .map(({ unit }) => {
      const kind = catalog.get(unit.kind) as Kind; // the others were left out
      return {
        unitId: unit.id,
        kind: unit.kind,
        count: unit.count,
        prompt: promptFor(kind),
        date: dateOf(unit, kind, today),
        expiresOn: unit.expiresOn,
        lot: unit.lot,
        asksRecall:
          kind.skill !== null || kind.caution !== null || kind.grades['M.limb'] !== undefined || kind.grades['M.pack'] !== undefined,
      };
    });
}

function dateOf(unit: Unit, kind: Kind, today: PlainDate): InspectionStep['date'] {
  if (unit.expiresOn !== null) return isGoodOn(unit.expiresOn, today) ? 'good' : 'lapsed';
  return kind.dating === 'printed' ? 'notRead' : 'none';
}

/** What a finding makes of a thing: fine leaves it as it was, even where an earlier answer of this inspection had changed it. */
export function conditionAfter(answer: InspectionAnswer['answer'], before: Condition): Condition {
  if (before === 'practice' || before === 'used') return before;
  return answer === 'fine' ? before : answer === 'replace' ? 'damaged' : 'suspect';
}

/** How far an inspection has come: things of the kit that have no answer yet. */
export const openSteps = (steps: readonly InspectionStep[], inspection: Pick<Inspection, 'answers'>): InspectionStep[] => {
  const done = new Set(inspection.answers.map(({ unitId }) => unitId));
  return steps.filter(({ unitId }) => !done.has(unitId));
};
