import * as z from 'zod';
import { countsOn, KnownSkillSchema } from './course.ts';
import { NeedIdSchema, SKILL_FACTS, SKILLS, type Skill, SkillSchema } from './need.ts';
import type { PlainDate } from './plainDate.ts';
import { PersonIdSchema } from './unit.ts';

export const TRAININGS = ['untrained', 'bleedingControl', 'trauma', 'advanced'] as const;
export const TrainingSchema = z.enum(TRAININGS);
export type Training = z.infer<typeof TrainingSchema>;

export const TRAINING_NAMES: Record<Training, { name: string; means: string }> = {
  untrained: { name: 'Untrained', means: 'first aid from common sense; bleeding control only' },
  bleedingControl: { name: 'Bleeding control', means: 'tourniquet, packing, pressure, rescue breaths' },
  trauma: { name: 'Trauma course', means: 'also seals, nasal airways, splints and vital signs' },
  advanced: { name: 'Authorised', means: 'also decompression, trained and authorised for it here' },
};

const BLEEDING: readonly Skill[] = ['tourniquet', 'packing', 'pressure', 'breath'];
const TRAUMA: readonly Skill[] = [...BLEEDING, 'seal', 'airway', 'vitals', 'splinting'];

/** The skills that a level of training brings. Local rules win: an authority may allow less. */
export const TRAINING_SKILLS: Record<Training, readonly Skill[]> = {
  untrained: [],
  bleedingControl: BLEEDING,
  trauma: TRAUMA,
  advanced: [...TRAUMA, 'airwayOral', 'bagMask', 'decompression', 'closing', 'medicines'],
};

/** Threats beside the penetrating, and cold or wet, which are fields of their own. */
export const THREATS = ['machinery', 'vehicle', 'fall', 'burn', 'eye', 'bites', 'allergic', 'cardiac', 'drowning'] as const;
export const ThreatSchema = z.enum(THREATS);
export type Threat = z.infer<typeof ThreatSchema>;

export const THREAT_NAMES: Record<Threat, { name: string; hint: string }> = {
  machinery: { name: 'Machinery or crush', hint: 'winches, propellers, saws' },
  vehicle: { name: 'Vehicle', hint: 'collision, being run over' },
  fall: { name: 'Fall', hint: 'from height, or on hard ground' },
  burn: { name: 'Burn', hint: 'flame, steam, hot liquid' },
  eye: { name: 'Eye', hint: 'chips, splashes, hooks' },
  bites: { name: 'Bites and stings', hint: 'insects, animals, jellyfish' },
  allergic: { name: 'Allergic reaction', hint: 'somebody known to react, or stings' },
  cardiac: { name: 'Cardiac', hint: 'older people, hard effort' },
  drowning: { name: 'Drowning or overdose', hint: 'breathing stops first' },
};

/** What a kit is for; the first question of a brief. Needs outside of it are another kit's. */
export const PURPOSES = ['bleeding', 'trauma', 'individual', 'everyday', 'medicines'] as const;
export type Purpose = (typeof PURPOSES)[number];
export const PURPOSE_NAMES: Record<Purpose, { name: string; means: string }> = {
  bleeding: { name: 'Bleeding control only', means: 'tourniquet, packing, pressure, and what goes with them' },
  trauma: { name: 'Trauma', means: 'one casualty from the first minute to the handover, without the small things' },
  individual: { name: 'Individual first aid', means: 'trauma, and day-to-day things where they are asked for' },
  everyday: { name: 'Everyday', means: 'plasters, blisters, sprains; nothing that stops a death' },
  medicines: { name: 'Medicines', means: 'daily doses and rescue medicines, by person' },
};

export const SURROUNDINGS = ['boat', 'vehicle', 'trail', 'house', 'town'] as const;
export type Surroundings = (typeof SURROUNDINGS)[number];
export const SURROUNDING_NAMES: Record<Surroundings, string> = {
  boat: 'On a boat or by the water',
  vehicle: 'In a vehicle, on a road',
  trail: 'On a trail, in the open',
  house: 'In a house or workshop',
  town: 'In a town',
};

const count = (least: number, most: number, fallback: number) => z.number().int().min(least).max(most).default(fallback);

/** Somebody who carries the kit or helps, with what they have been trained in and are allowed to do. */
export const CarerSchema = z.object({
  name: z.string().trim().min(1, 'say who: a name or a role').max(60),
  carries: z.boolean().default(false),
  skills: z.array(SkillSchema).max(SKILLS.length).default([]),
  /** Of the skills that need authority: those that an authority has allowed this person here. */
  authorised: z.array(SkillSchema).max(SKILLS.length).default([]),
  /** Somebody on the crew's list, whose skills and courses stand there and nowhere else; null: named only here. */
  personId: PersonIdSchema.nullable().default(null),
  /** What that list says of them, filled in wherever a kit is read. Counts on a day only: `briefOn`. */
  knows: z.array(KnownSkillSchema).max(SKILLS.length).default([]),
});
export type Carer = z.infer<typeof CarerSchema>;

const amount = z.number().int('must be a whole number').min(0).max(10_000).nullable().default(null);

/** A quantity or window set by hand; null keeps what was derived. The reason stays visible wherever the figure is. */
export const OverrideSchema = z
  .object({
    least: amount,
    ideal: amount,
    windowS: z.number().min(1, 'must be at least 1 s').max(86_400, 'must be at most a day').nullable().default(null),
    reason: z.string().trim().min(3, 'say why, in a few words').max(200),
  })
  .refine(({ least, ideal }) => least === null || ideal === null || ideal >= least, {
    path: ['ideal'],
    message: 'must not be under the least',
  });
export type Override = z.infer<typeof OverrideSchema>;

export const AGE_GROUPS = ['infants', 'small', 'older'] as const;
export type AgeGroup = (typeof AGE_GROUPS)[number];

/** A prescribed injector and where it is: on the person, or in this kit by agreement. */
export const InjectorSchema = z.object({
  who: z.string().trim().min(1, 'say whose: a name or a role').max(60),
  where: z.enum(['person', 'kit']).default('person'),
});
/** A person's daily medicine, as the label names it. */
export const DailyMedicineSchema = z.object({
  who: z.string().trim().max(60).default(''),
  substance: z.string().trim().min(1, 'name the substance, as on the label').max(80),
  perDay: z.number().int().min(1, 'must be at least 1').max(40),
});

/** Who may be hurt, by what, how far from care, and who is there to help. */
export const BriefSchema = z.object({
  purpose: z.enum(PURPOSES).default('individual'),
  surroundings: z.enum(SURROUNDINGS).nullable().default(null),
  persons: count(1, 500, 2),
  /** Planned for at once; null: derived from the number of persons. */
  casualties: z.number().int().min(1).max(100).nullable().default(null),
  helpers: count(1, 100, 1),
  hoursToCare: z.number().min(0).max(720).default(0.5),
  daysOut: count(0, 90, 0),
  penetrating: z.boolean().default(false),
  coldWet: z.boolean().default(false),
  dark: z.boolean().default(false),
  training: TrainingSchema.default('bleedingControl'),
  standsAlone: z.boolean().default(true),
  /** Stays in a vehicle, boat or building rather than being worn. */
  staysPut: z.boolean().default(false),
  /** Children of any age; true as well where their ages are not known. */
  children: z.boolean().default(false),
  dayToDay: z.boolean().default(false),
  /** Day-to-day needs that are switched on or off by themselves. */
  daily: z.partialRecord(NeedIdSchema, z.boolean()).default({}),
  /** Daily doses each, of medicines that are not named yet. */
  dosesPerDay: count(0, 40, 0),
  medicines: z.array(DailyMedicineSchema).max(60).default([]),
  injectors: z.array(InjectorSchema).max(60).default([]),

  childrenByAge: z.object({ infants: count(0, 500, 0), small: count(0, 500, 0), older: count(0, 500, 0) }).prefault({}),
  animals: count(0, 100, 0),
  olderPersons: count(0, 500, 0),
  onBloodThinners: count(0, 500, 0),
  withAllergies: count(0, 500, 0),
  withDiabetes: count(0, 500, 0),
  threats: z.array(ThreatSchema).max(THREATS.length).default([]),
  phoneCover: z.boolean().default(true),
  securityChecks: z.boolean().default(false),
  strangers: z.boolean().default(false),
  remoteAdvice: z.boolean().default(false),
  /** Named carers; empty: everybody who helps has the training level. */
  carers: z.array(CarerSchema).max(30).default([]),
  overrides: z.partialRecord(NeedIdSchema, OverrideSchema).default({}),
});
export type Brief = z.infer<typeof BriefSchema>;

export const defaultBrief = (): Brief => BriefSchema.parse({});

export const childrenIn = ({ childrenByAge }: Brief): number => AGE_GROUPS.reduce((sum, group) => sum + childrenByAge[group], 0);
export const hasChildren = (brief: Brief): boolean => brief.children || childrenIn(brief) > 0;
export const hasThreat = (brief: Brief, ...threats: readonly Threat[]): boolean => threats.some((threat) => brief.threats.includes(threat));

/** Whether a carer may act on a skill: trained, and allowed where that is asked for. */
export const mayUse = (carer: Carer, skill: Skill): boolean =>
  carer.skills.includes(skill) && (!SKILL_FACTS[skill].needsAuthority || carer.authorised.includes(skill));

/**
 * A brief as it stands on a day: of those on the crew's list, the skills whose courses still count. Before that they bring none, so that
 * nothing is asked of a brief without its day.
 */
export function briefOn(brief: Brief, on: PlainDate): Brief {
  if (brief.carers.every(({ personId }) => personId === null)) return brief;
  const carers = brief.carers.map((carer): Carer => {
    if (carer.personId === null) return carer;
    const counting = carer.knows.filter((known) => countsOn(known, on));
    const authorised = counting.flatMap(({ skill, isAuthorised }) => (isAuthorised ? [skill] : []));
    return { ...carer, skills: counting.map(({ skill }) => skill), authorised };
  });
  return { ...brief, carers };
}

/** A brief as it is kept: what the crew's list says of people stands there only. */
export const briefToKeep = (brief: Brief): Brief => ({
  ...brief,
  carers: brief.carers.map((carer) =>
    carer.personId === null ? { ...carer, knows: [] } : { ...carer, skills: [], authorised: [], knows: [] },
  ),
});

/** Skills of the people there, without anybody on the phone. */
export function ownSkillsOf(brief: Brief): Skill[] {
  if (brief.carers.length === 0) return [...TRAINING_SKILLS[brief.training]];
  return SKILLS.filter((skill) => brief.carers.some((carer) => mayUse(carer, skill)));
}

/**
 * Skills that count in this brief: those of the people there, and where remote medical advice may stand in for one, those
 * that somebody can be talked through. Decompression is never among these.
 */
export function skillsOf(brief: Brief): Skill[] {
  const own = ownSkillsOf(brief);
  return SKILLS.filter((skill) => own.includes(skill) || (brief.remoteAdvice && SKILL_FACTS[skill].remoteStandsIn));
}

/** The same on a day. */
export const skillsOn = (brief: Brief, on: PlainDate): Skill[] => skillsOf(briefOn(brief, on));

/** How many help: the named ones, where they are named. */
export const helpersIn = (brief: Brief): number => (brief.carers.length > 0 ? brief.carers.length : brief.helpers);
