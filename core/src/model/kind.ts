import * as z from 'zod';
import { FamilySchema } from './family.ts';
import { NeedIdSchema, RUNGS, SkillSchema } from './need.ts';
import { TraitsSchema } from './traits.ts';
import type { Unit } from './unit.ts';

export const GRADES = ['primary', 'substitute', 'improvised'] as const;
export const GradeSchema = z.enum(GRADES);
/** How well a kind serves a need: made for it, accepted second, makeshift. */
export type Grade = z.infer<typeof GradeSchema>;

export const DRAWINGS = [
  'strapBundle',
  'elasticRoll',
  'zfold',
  'packet',
  'barBandage',
  'sealPair',
  'airwayTube',
  'tube',
  'roll',
  'gloves',
  'shears',
  'cutter',
  'pen',
  'blanket',
  'card',
  'eyeShields',
  'triangle',
  'splint',
  'lamp',
  'whistle',
  'mask',
  'oximeter',
  'ampoule',
  'strips',
  'bag',
  'phone',
  'radio',
  'bottle',
  'injector',
  'gauzePad',
  'nonAdherentPad',
  'absorbentPad',
  'compressionBandage',
  'hemostaticPad',
  'granules',
  'blisterDressing',
  'burnGel',
  'burnSachet',
  'wipe',
  'sanitiser',
  'lubricant',
  'sutures',
  'sugar',
  'nosePlug',
  'faceMask',
  'gown',
  'ointment',
  'jelly',
  'barrier',
  'needle',
  'syringe',
  'stethoscope',
  'lightStick',
  'penlight',
  'torch',
  'lighter',
  'knife',
  'stapler',
  'scalpel',
  'razor',
  'tweezers',
  'thermometer',
  'pressureCuff',
  'bagMask',
  'suction',
  'flatTape',
  'cord',
  'safetyPin',
  'magnifier',
  'tickRemover',
  'needleAndThread',
  'notebook',
  'guide',
  'plaster',
  'blisterPack',
  'defibrillator',
  'litter',
  'dragStrap',
  'messenger',
  'coldPack',
  'filmDressing',
  'oralAirway',
  'smokeHood',
  'ratchetStrap',
  'bungee',
  'elasticBandage',
  'cohesive',
  'heavyBlanket',
  'combination',
  'sprayBottle',
] as const;
export type DrawingId = (typeof DRAWINGS)[number];

/** A way the thing may lie in a kit: as sold, outer wrapper off, laid flat. Millimetres. */
export const KindStateSchema = z.object({
  id: z.string(),
  label: z.string().trim().min(1, 'say how it lies').max(60),
  wMm: z.number().positive(),
  hMm: z.number().positive(),
  tMm: z.number().positive(),
});
export type KindState = z.infer<typeof KindStateSchema>;

/** A part that serves needs of its own beside the first one: the packing gauze inside a wrap. */
export const PartSchema = z.object({
  name: z.string().trim().min(1, 'give the part a name').max(60),
  /** Pieces of it in one unit. */
  pieces: z.number().int().positive().max(1000),
  pieceName: z.string().trim().max(40),
  grades: z.partialRecord(NeedIdSchema, GradeSchema),
});
export type Part = z.infer<typeof PartSchema>;

const KindFields = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1, 'give it a name'),
  /** With the traits, what everything that is said about it follows from. */
  family: FamilySchema.default('other'),
  /** Other words that people look for it by. */
  alsoCalled: z.array(z.string().trim().min(1).max(60)).max(20).default([]),
  rung: z.enum(RUNGS),
  /** `slab` keeps its thickness along the depth; `brick` and `rigid` turn freely; `tube` has w as length, h = t as diameter. */
  shape: z.enum(['slab', 'soft', 'brick', 'rigid', 'tube']),
  drawing: z.enum(DRAWINGS),
  states: z.array(KindStateSchema).min(1),
  foldable: z.boolean(),
  /** Share of the thickness that firm pressing takes away, 0 to 1. Planning value. */
  give: z.number().min(0).max(1),
  /** Share of the box around it that the thing fills; film closes the nearer for it. Absent: as its shape usually does. Planning value. */
  solidity: z.number().min(0.05).max(1).optional(),
  massG: z.number().positive(),
  /** Usual price of one unit in minor units of money. */
  priceMinor: z.number().int().nonnegative(),
  /** `printed` carries an expiry date; the others go by condition, by battery, or last. */
  dating: z.enum(['printed', 'condition', 'battery', 'none']),
  /** Not used up by use: it serves every need that it can at once. */
  tool: z.boolean().default(false),
  /** Pieces of the first part in one unit; needs are counted in pieces. */
  pieces: z.number().int().positive(),
  pieceName: z.string(),
  /** Once opened, what is left no longer counts. */
  sterile: z.boolean(),
  grades: z.partialRecord(NeedIdSchema, GradeSchema),
  /** Further parts, each with pieces and grades of its own. */
  moreParts: z.array(PartSchema).max(4).default([]),
  /** Serves that need only together with something that provides the named companion, which is used up unless it is a tool. */
  requires: z.partialRecord(NeedIdSchema, z.string()),
  provides: z.array(z.string()),
  /** Without this skill in the brief it does not count; null: what the need itself asks for, if anything. */
  skill: SkillSchema.nullable(),
  /** Shown wherever the thing is chosen or used. */
  caution: z.string().nullable(),
  barredAtSecurity: z.boolean(),
  /** Bought from an unverified cheap seller it is suspect. */
  sellerMatters: z.boolean(),
  /** Where mass and size come from. */
  source: z.enum(['practice', 'memory']),
  traits: TraitsSchema.default({}),
});
export type Kind = z.infer<typeof KindFields>;

/** Kinds as they are written; a kind of before families and medicines is read as what it was. */
export const KindSchema = z.preprocess(upgradeKind, KindFields);
export const KIND_CHOICES = {
  shape: KindFields.shape.shape.options,
  drawing: KindFields.shape.drawing.options,
  dating: KindFields.shape.dating.options,
};

/** Needs of earlier versions that mixed unlike things, and the one that a grade for them stood for. */
const EARLIER_PUPIL_LIGHT = 'H.head';

/**
 * A kind from before there were families: doses were for any medicine, and a light served the eyes. What it is cannot be known
 * from that, so it stays "something else" until somebody says so.
 */
export function upgradeKind(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || 'family' in raw || !('grades' in raw)) return raw;
  const kind = raw as { grades?: Record<string, unknown>; drawing?: unknown; dating?: unknown };
  const grades = { ...kind.grades };
  const isLight = kind.grades?.['S.light'] !== undefined;
  if (isLight && grades[EARLIER_PUPIL_LIGHT] !== undefined) {
    grades['C.pupil'] = grades[EARLIER_PUPIL_LIGHT];
    delete grades[EARLIER_PUPIL_LIGHT];
  }
  const isMedicine = grades['D.meds'] !== undefined;
  return {
    ...raw,
    grades,
    family: 'other',
    ...(isMedicine ? { traits: { medicine: { purposes: ['daily'] } } } : {}),
    ...(kind.dating === 'battery' ? { tool: true } : {}),
  };
}

/** What a kind is unless something else is said of it. */
export const PLAIN_KIND = {
  family: 'other',
  alsoCalled: [],
  foldable: false,
  dating: 'none',
  sterile: false,
  tool: false,
  moreParts: [],
  traits: {},
  requires: {},
  provides: [],
  skill: null,
  caution: null,
  barredAtSecurity: false,
  sellerMatters: false,
  source: 'memory',
} satisfies Partial<Kind>;
export type KindCatalog = ReadonlyMap<string, Kind>;

/** Share of its box that a thing of a shape usually fills; a tube is a cylinder in its box. Planning values. */
const SHAPE_SOLIDITY: Record<Kind['shape'], number> = { slab: 0.9, soft: 0.75, brick: 0.8, rigid: 0.7, tube: 0.785 };
export const solidityOf = ({ solidity, shape }: Pick<Kind, 'solidity' | 'shape'>): number => solidity ?? SHAPE_SOLIDITY[shape];

/**
 * Share of its thickness that pressing takes off a thing in a state: never more than presses it to what is left of it as sold, so
 * that what lies in a pressed bag already is not pressed twice.
 */
export function giveOf(kind: Pick<Kind, 'give' | 'states'>, { wMm, hMm, tMm }: Pick<KindState, 'wMm' | 'hMm' | 'tMm'>): number {
  const [sold] = kind.states;
  if (sold === undefined || kind.give === 0) return 0;
  const left = sold.wMm * sold.hMm * sold.tMm * (1 - kind.give);
  return Math.max(0, Math.min(kind.give, 1 - left / (wMm * hMm * tMm)));
}

/** What a kind is found by: its name and the other words for it, in small letters. */
export const searchText = ({ name, alsoCalled }: Pick<Kind, 'name' | 'alsoCalled'>): string =>
  [name, ...alsoCalled].join(' ').toLowerCase();

/** The measures of a kind in a state; an unknown state falls back to the first, which is how the thing is sold. */
/** How large a thing lies: as it was measured, else as its kind does. */
export function sizeOf(kind: Kind, { state, own }: Pick<Unit, 'state' | 'own'>): KindState {
  const usual = measuresOf(kind, state);
  const measured = own?.measured;
  return measured === undefined || measured.state !== usual.id ? usual : { ...usual, ...measured };
}

/** One of it, g: as it was weighed, else as its kind. */
export const massOf = (kind: Pick<Kind, 'massG'> | undefined, { own }: Pick<Unit, 'own'>): number => own?.massG ?? kind?.massG ?? 0;

export function measuresOf(kind: Kind, stateId: string): KindState {
  const state = kind.states.find((candidate) => candidate.id === stateId) ?? kind.states[0];
  if (state === undefined) throw new RangeError(`kind ${kind.id} has no states`);
  return state;
}
