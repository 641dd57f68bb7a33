import * as z from 'zod';

const AGES = ['infants', 'small', 'older', 'adults'] as const;
export type Age = (typeof AGES)[number];
const AGE_NAMES: Record<Age, string> = {
  infants: 'under 1',
  small: '1 to 7',
  older: '8 to 14',
  adults: 'adults',
};

/** What wears a thing out, or asks for care where it lies. */
const CARES = ['oozes', 'leaks', 'brittleInCold', 'brittleInHeat', 'looseEnd', 'nickedByZip', 'driesOut'] as const;
const CARE_NAMES: Record<(typeof CARES)[number], string> = {
  oozes: 'oozes in the warm',
  leaks: 'can leak',
  brittleInCold: 'brittle in the cold',
  brittleInHeat: 'perishes in heat',
  looseEnd: 'has a loose end',
  nickedByZip: 'tears where a zip nicks it',
  driesOut: 'dries out once opened',
};

export const GLOVE_SIZES = ['S', 'M', 'L', 'XL'] as const;
const AGENTS = ['kaolin', 'chitosan', 'other'] as const;
export const COLOURS = ['training', 'highVisibility', 'subdued', 'light', 'dark'] as const;
const COLOUR_NAMES: Record<(typeof COLOURS)[number], string> = {
  training: 'training colour',
  highVisibility: 'high visibility',
  subdued: 'subdued',
  light: 'light',
  dark: 'dark',
};
/** Vital signs that a device measures; two of one are one measure. */
const MEASURES = ['oxygen', 'temperature', 'pressure', 'bloodSugar'] as const;
const BARRED = ['blade', 'needle', 'liquid'] as const;

/** What a medicine is for. Never a dose. */
const MEDICINE_PURPOSES = ['sugar', 'allergy', 'chestPain', 'daily', 'pain', 'other'] as const;
export type MedicinePurpose = (typeof MEDICINE_PURPOSES)[number];
const MEDICINE_PURPOSE_NAMES: Record<MedicinePurpose, string> = {
  sugar: 'low blood sugar',
  allergy: 'rescue in a severe allergy',
  chestPain: 'chest pain',
  daily: 'a person’s daily medicine',
  pain: 'pain',
  other: 'something else',
};
const MEDICINE_EXCLUDES = ['children', 'bleeding', 'allergy'] as const;
const MEDICINE_EXCLUDE_NAMES: Record<(typeof MEDICINE_EXCLUDES)[number], string> = {
  children: 'children',
  bleeding: 'anybody who bleeds or may need an operation',
  allergy: 'anybody allergic to it',
};

/** Words for what a trait may be, by trait; the keys stand in the order in which they are asked. */
export const TRAIT_NAMES = {
  ages: AGE_NAMES,
  care: CARE_NAMES,
  colour: COLOUR_NAMES,
  agent: { kaolin: 'kaolin', chitosan: 'chitosan', other: 'another' },
  measures: { oxygen: 'oxygen', temperature: 'temperature', pressure: 'blood pressure', bloodSugar: 'blood sugar' },
  purposes: MEDICINE_PURPOSE_NAMES,
  excludes: MEDICINE_EXCLUDE_NAMES,
} as const satisfies Record<string, Record<string, string>>;

const words = (most: number) => z.string().trim().max(most);

export const MedicineSchema = z.object({
  /** Active substance, as on the label; empty: not named yet. */
  substance: words(80).default(''),
  strength: words(40).default(''),
  /** Tablet, gel, spray, injector. */
  form: words(40).default(''),
  purposes: z.array(z.enum(MEDICINE_PURPOSES)).max(MEDICINE_PURPOSES.length).default([]),
  /** For whom not; from the label. */
  excludes: z.array(z.enum(MEDICINE_EXCLUDES)).max(MEDICINE_EXCLUDES.length).default([]),
  /** Keeps between these, degrees C; null: not said. */
  keepsC: z
    .object({ from: z.number().min(-40).max(60), to: z.number().min(-40).max(80) })
    .refine(({ from, to }) => from <= to, { path: ['to'], message: 'must not be under the lower end' })
    .nullable()
    .default(null),
});
export type Medicine = z.infer<typeof MedicineSchema>;

const Range = z
  .object({ from: z.number().nonnegative().max(2000), to: z.number().positive().max(2000) })
  .refine(({ from, to }) => from <= to, { path: ['to'], message: 'must not be under the lower end' });

/** Everything about a thing that rules, staging, inspection, heat and clocks read beyond its family; absent: not known, or not of it. */
export const TraitsSchema = z
  .object({
    /** Hands that it takes to apply it. */
    handsToApply: z.enum(['one', 'two']),
    opensWithOneHand: z.boolean(),
    ages: z.array(z.enum(AGES)).min(1),
    /** Girth of the limb that it closes on, mm. */
    limbMm: Range,
    airwayFr: z.number().min(4).max(60),
    lengthMm: z.number().positive().max(2000),
    gloveSize: z.enum(GLOVE_SIZES),
    agent: z.enum(AGENTS),
    vented: z.boolean(),
    gauge: z.number().int().min(6).max(32),
    cuts: z.array(z.enum(['cloth', 'belt'])),
    locks: z.boolean(),
    folds: z.boolean(),
    /** Leaves both hands free while it shines. */
    handsFree: z.boolean(),
    colour: z.enum(COLOURS),
    latex: z.boolean(),
    prescription: z.boolean(),
    barred: z.array(z.enum(BARRED)),
    care: z.array(z.enum(CARES)),
    /** Width and length unfolded or unrolled, mm. */
    unfoldedMm: z.object({ w: z.number().positive().max(5000), l: z.number().positive().max(20_000) }),
    /** Liquid in one unit, ml. */
    ml: z.number().positive().max(20_000),
    /** How often a tube or bottle serves. */
    uses: z.number().int().positive().max(10_000),
    measures: z.enum(MEASURES),
    /** Reaches somebody beyond phone cover. */
    beyondCover: z.boolean(),
    medicine: MedicineSchema,
    /** Nothing it does holds before something binds it on. */
    needsBinding: z.boolean(),
    /** Under a vacuum or in a bag its packet is torn at a notch before it is in use. */
    inPacket: z.boolean(),
    /** Bought staged or set up by the carrier before it counts as quick. */
    isStaged: z.boolean(),
  })
  .partial();
export type Traits = z.infer<typeof TraitsSchema>;
