import * as z from 'zod';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { Module } from '../model/kit.ts';
import type { NeedId } from '../model/need.ts';
import { KitIdSchema, type Unit, UnitIdSchema } from '../model/unit.ts';
import { piecesUsedOf, type Written } from './log.ts';

export const FATES = ['used', 'opened', 'spoiled', 'lost', 'cleaned', 'untouched'] as const;
export type Fate = (typeof FATES)[number];
export const FATE_NAMES: Record<Fate, string> = {
  used: 'used up',
  opened: 'opened, not used',
  spoiled: 'soiled or wet',
  lost: 'lost',
  cleaned: 'cleaned, goes back',
  untouched: 'not used after all',
};

export const LessonSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('missing'), kitId: KitIdSchema, text: z.string().trim().min(1, 'say what was missing').max(300) }),
  z.object({
    what: z.literal('slow'),
    kitId: KitIdSchema,
    kind: z.string().min(1).max(80),
    /** From deciding to having it in the hand. */
    seconds: z.number().min(0.2, 'must be at least 0.2 s').max(3600, 'must be at most an hour'),
    text: z.string().trim().max(300).default(''),
  }),
  z.object({ what: z.literal('other'), text: z.string().trim().min(1, 'write what was learned').max(300) }),
]);
export type Lesson = z.infer<typeof LessonSchema>;

export const DebriefSchema = z.object({
  units: z
    .array(
      z.object({
        unitId: UnitIdSchema,
        fate: z.enum(FATES),
        /** Pieces that this became of. */
        pieces: z.number().int().min(1, 'must be at least 1').max(1000),
      }),
    )
    .max(400),
  /** Steps that were done, by id. */
  steps: z.array(z.string().max(120)).max(200).default([]),
  lessons: z.array(LessonSchema).max(40).default([]),
});
export type Debrief = z.infer<typeof DebriefSchema>;

const KEPT: readonly NeedId[] = ['S.cut', 'S.light', 'H.call', 'C.record', 'C.vitals'];

/** Whether a thing may go back after cleaning. Sterile things, tourniquets and what lay on skin never do. Common practice, no source. */
export function canBeCleaned(kind: Kind): boolean {
  if (kind.sterile || kind.grades['M.limb'] !== undefined) return false;
  if (kind.grades['D.splint'] === 'primary') return kind.shape === 'rigid';
  return KEPT.some((need) => kind.grades[need] === 'primary');
}

/** What may become of a thing, the likeliest first. */
export function fatesOf(kind: Kind): Fate[] {
  const fates = FATES.filter((fate) => (fate === 'cleaned' ? canBeCleaned(kind) : fate === 'opened' ? kind.sterile : true));
  return canBeCleaned(kind) ? ['cleaned', ...fates.filter((fate) => fate !== 'cleaned')] : fates;
}
/** Whether pieces leave the kit by it. */
export const leavesKit = (fate: Fate): boolean => fate !== 'cleaned' && fate !== 'untouched';

export interface DebriefLine {
  unitId: string;
  kitId: string;
  kind: string;
  /** Pieces that were logged and not yet accounted for. */
  logged: number;
  fates: Fate[];
}

export interface DebriefKit {
  id: string;
  name: string;
  units: readonly Unit[];
  modules: readonly Module[];
  /** Sealed in film, so that opening it undid it. */
  isVacuumPacked: boolean;
}

export interface DebriefStep {
  id: string;
  kitId: string;
  text: string;
  why: string;
}

/** Pieces of each unit that earlier debriefs of the log have dealt with. */
function piecesAccountedFor(debriefs: readonly Pick<Debrief, 'units'>[]): Map<string, number> {
  const pieces = new Map<string, number>();
  for (const { units } of debriefs) for (const one of units) pieces.set(one.unitId, (pieces.get(one.unitId) ?? 0) + one.pieces);
  return pieces;
}

/** Pieces of our own units that a log used and nobody has said yet what became of, by unit; only those of which some are left. */
export function piecesOpen(log: Written, debriefs: readonly Pick<Debrief, 'units'>[]): Map<string, number> {
  const done = piecesAccountedFor(debriefs);
  const open = [...piecesUsedOf(log)].map(([unitId, used]) => [unitId, used - (done.get(unitId) ?? 0)] as const);
  return new Map(open.filter(([, pieces]) => pieces > 0));
}

/** What the log says was used out of these kits and nobody has said yet what became of. */
export function debriefLines(
  log: Written,
  debriefs: readonly Pick<Debrief, 'units'>[],
  kits: readonly DebriefKit[],
  catalog: KindCatalog,
): DebriefLine[] {
  const open = piecesOpen(log, debriefs);
  return kits.flatMap(({ id: kitId, units }) =>
    units.flatMap((unit): DebriefLine[] => {
      const logged = open.get(unit.id);
      const kind = catalog.get(unit.kind);
      return logged === undefined || kind === undefined ? [] : [{ unitId: unit.id, kitId, kind: unit.kind, logged, fates: fatesOf(kind) }];
    }),
  );
}

/** Cleaning and waste, opened modules and bags: what has to be done with the kit before anything goes back into it. */
export function debriefSteps(
  lines: readonly Pick<DebriefLine, 'unitId' | 'kitId' | 'kind'>[],
  kits: readonly DebriefKit[],
  catalog: KindCatalog,
): DebriefStep[] {
  return kits.flatMap((kit) => {
    const own = lines.filter(({ kitId }) => kitId === kit.id);
    if (own.length === 0) return [];
    const step = (key: string, text: string, why: string): DebriefStep => ({ id: `${kit.id}:${key}`, kitId: kit.id, text, why });
    const touched = new Set(own.map(({ unitId }) => unitId));
    const cleaned = own.filter(({ kind }) => {
      const known = catalog.get(kind);
      return known !== undefined && canBeCleaned(known);
    });
    const names = [...new Set(cleaned.map(({ kind }) => catalog.get(kind)?.name ?? kind))];
    return [
      step('gloves', 'Fresh gloves before the kit is touched', 'There may be blood on it.'),
      step('waste', 'Used things, wrappers and gloves into a waste bag', 'Dispose of them as your service or local rules say.'),
      step('container', `Wipe ${kit.name} out, and let it dry open`, 'Damp closes up in a pocket and spoils wrappers.'),
      ...(names.length > 0 ? [step('clean', `Clean and dry: ${names.join(', ')}`, 'What stays dirty does not go back.')] : []),
      ...(own.some(({ kind }) => catalog.get(kind)?.grades['M.limb'] === 'primary')
        ? [step('tourniquet', 'Used tourniquets out of the kit for good', 'A strap that was loaded once is not trusted again.')]
        : []),
      ...kit.modules
        .filter(({ unitIds }) => unitIds.some((id) => touched.has(id)))
        .map((module) =>
          step(`module:${module.id}`, `Module ${module.name} was opened: check each thing in it`, 'It is filled and closed again as one.'),
        ),
      ...(kit.isVacuumPacked
        ? [
            step(
              'film',
              'The film bag was opened: a new bag when it is whole',
              'A film bag that was opened never goes back to its thickness.',
            ),
          ]
        : []),
    ];
  });
}

/** Steps that a debrief left undone; modules and the film are in the checklist of the kit anyway. */
export const undoneSteps = (steps: readonly DebriefStep[], done: readonly string[]): Pick<DebriefStep, 'id' | 'text' | 'why'>[] =>
  steps.filter(({ id }) => !done.includes(id) && !/:(module:|film$)/.test(id)).map(({ id, text, why }) => ({ id, text, why }));

/** What speaks against a debrief; empty: nothing. Paths are those of the debrief. */
export function debriefIssues(debrief: Debrief, lines: readonly DebriefLine[]): { path: string; message: string }[] {
  const said = new Map<string, number>();
  const issues: { path: string; message: string }[] = [];
  for (const [index, { unitId, fate, pieces }] of debrief.units.entries()) {
    said.set(unitId, (said.get(unitId) ?? 0) + pieces);
    const line = lines.find((one) => one.unitId === unitId);
    if (line !== undefined && !line.fates.includes(fate))
      issues.push({
        path: `units.${index}.fate`,
        message: `cannot be "${FATE_NAMES[fate]}" for this kind; choose one of: ${line.fates.join(', ')}`,
      });
  }
  for (const { unitId, logged } of lines)
    if ((said.get(unitId) ?? 0) < logged)
      issues.push({ path: 'units', message: `say what became of ${logged} piece${logged === 1 ? '' : 's'} of unit ${unitId}` });
  return issues;
}
