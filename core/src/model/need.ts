import * as z from 'zod';

export const RUNGS = ['M', 'A', 'R', 'C', 'H', 'S', 'D'] as const;
export type Rung = (typeof RUNGS)[number];

export const RUNG_NAMES: Record<Rung, string> = {
  M: 'massive bleeding',
  A: 'airway',
  R: 'respiration',
  C: 'circulation',
  H: 'hypothermia, head, help',
  S: 'hands, cutter, light',
  D: 'day to day',
};

/** In MARCH order, then S, then D. Bleeding comes first because it kills within minutes, before a blocked airway does. */
export const NEED_IDS = [
  'M.limb',
  'M.limbSmall',
  'M.pack',
  'M.press',
  'A.airway',
  'R.seal',
  'R.breath',
  'R.decompress',
  'C.dress',
  'C.roll',
  'C.tape',
  'C.record',
  'C.pupil',
  'C.vitals',
  'C.defib',
  'H.warm',
  'H.head',
  'H.call',
  'H.move',
  'S.hands',
  'S.cut',
  'S.light',
  'S.clean',
  'D.wound',
  'D.burn',
  'D.sprain',
  'D.splint',
  'D.blister',
  'D.bite',
  'D.flush',
  'D.close',
  'D.sugar',
  'D.allergy',
  'D.chestPain',
  'D.meds',
  'D.dental',
] as const;

export const NeedIdSchema = z.enum(NEED_IDS);
export type NeedId = z.infer<typeof NeedIdSchema>;

/**
 * What somebody may be trained in. `airway` is a nasal tube, `airwayOral` a tube through the mouth. Bleeding control is open
 * to anybody, so its skills gate nothing; they say who has practised it.
 */
export const SKILLS = [
  'tourniquet',
  'packing',
  'pressure',
  'seal',
  'airway',
  'airwayOral',
  'breath',
  'bagMask',
  'decompression',
  'vitals',
  'splinting',
  'closing',
  'medicines',
] as const;
export const SkillSchema = z.enum(SKILLS);
export type Skill = z.infer<typeof SkillSchema>;

export interface SkillFacts {
  name: string;
  /** Training alone is not enough: an authority must allow it, and local rules may still forbid it. */
  needsAuthority: boolean;
  /** A carer far from help may be talked through it. */
  remoteStandsIn: boolean;
}
const skill = (name: string, needsAuthority = false, remoteStandsIn = false): SkillFacts => ({ name, needsAuthority, remoteStandsIn });

/** Common practice, no source; what needs authority differs from place to place, and local rules win. */
export const SKILL_FACTS: Record<Skill, SkillFacts> = {
  tourniquet: skill('tourniquet'),
  packing: skill('packing'),
  pressure: skill('pressure dressing'),
  seal: skill('chest seal'),
  airway: skill('nasal airway', false, true),
  airwayOral: skill('oral airway', false, true),
  breath: skill('breath barrier'),
  bagMask: skill('bag-mask'),
  decompression: skill('decompression', true),
  vitals: skill('vital signs', false, true),
  splinting: skill('splinting', false, true),
  closing: skill('closing wounds', true, true),
  medicines: skill('medicines by protocol', true, true),
};

export interface NeedFacts {
  /** The one noun for it on every screen: "tourniquets". */
  label: string;
  /** One piece of it, and several: "tourniquet", "tourniquets". */
  one: string;
  many: string;
  /** Planning value in seconds: how soon the first piece should be in the hand; null where nothing is at stake. */
  windowS: number | null;
  /** The skill that must be in the brief before pieces are counted. */
  skill: Skill | null;
  /** What an unmet need leaves open, in words. */
  without: string;
  /** Sorts are counted apart: two of one sort are one. */
  countsSorts: boolean;
}

const need = (
  label: string,
  one: string,
  many: string,
  windowS: number | null,
  without: string,
  skill: Skill | null = null,
  countsSorts = false,
): NeedFacts => ({ label, one, many, windowS, without, skill, countsSorts });

/** Windows are planning values, adjustable, never clinical limits. */
export const NEEDS: Record<NeedId, NeedFacts> = {
  'M.limb': need('tourniquets', 'tourniquet', 'tourniquets', 180, 'an arm or leg would bleed on'),
  'M.limbSmall': need(
    'tourniquets for small limbs',
    'tourniquet for small limbs',
    'tourniquets for small limbs',
    180,
    'nothing closes on a small limb for certain',
  ),
  'M.pack': need('packing gauze', 'packing gauze', 'packing gauze', 180, 'a groin, armpit or neck wound could not be packed'),
  'M.press': need('pressure dressings', 'pressure dressing', 'pressure dressings', 300, 'nothing would hold the packing down'),
  'A.airway': need('airway tubes', 'airway tube', 'airway tubes', 240, 'positioning only', 'airway'),
  'R.seal': need('chest seals', 'chest seal', 'chest seals', 600, 'an entry or exit wound would stay open'),
  'R.breath': need('breath barrier', 'breath barrier', 'breath barriers', 240, 'compressions alone'),
  'R.decompress': need(
    'decompression needle',
    'decompression needle',
    'decompression needles',
    900,
    'trapped air could not be let out',
    'decompression',
  ),
  'C.dress': need('dressing pads', 'dressing pad', 'dressing pads', 1200, 'smaller wounds would stay uncovered'),
  'C.roll': need('wraps', 'wrap', 'wraps', 1200, 'nothing would hold a pad in place'),
  'C.tape': need('tape', 'tape', 'tape', 1200, 'ends and pads could not be fixed'),
  'C.record': need(
    'marker and card',
    'marker or card',
    'markers and cards',
    1200,
    'the tourniquet time could not be written down',
    null,
    true,
  ),
  'C.pupil': need('pupil light', 'pupil light', 'pupil lights', null, 'pupils could not be looked at'),
  'C.vitals': need('vital signs', 'measure of vital signs', 'measures of vital signs', 1200, 'no trend for the next carer', 'vitals', true),
  'C.defib': need('defibrillator', 'defibrillator', 'defibrillators', 240, 'no shock before the ambulance comes'),
  'H.warm': need('warm covers', 'warm cover', 'warm covers', 1200, 'a cooling body clots badly'),
  'H.head': need('eye shields', 'eye shield', 'eye shields', 1200, 'an eye could not be shielded'),
  'H.call': need('means to call', 'means to call', 'means to call', 300, 'nobody could be called or found', null, true),
  'H.move': need('means to carry', 'means to carry', 'means to carry', null, 'a casualty who cannot walk stays where they lie'),
  'S.hands': need('gloves', 'glove pair', 'glove pairs', 60, 'bare hands'),
  'S.cut': need('cutter', 'cutter', 'cutters', 60, 'clothing would stay over the wound'),
  'S.light': need('light', 'light', 'lights', 60, 'working blind in the dark'),
  'S.clean': need('wipes and bags', 'wipe or bag', 'wipes or bags', null, 'no place for waste'),
  'D.wound': need('small dressings', 'small dressing', 'small dressings', null, 'small wounds stay open'),
  'D.burn': need('burn dressings', 'burn dressing', 'burn dressings', null, 'burns stay uncovered'),
  'D.sprain': need('sprain wrap and cold', 'wrap or cold pack', 'wrap and cold pack', null, 'a sprain swells unheld', null, true),
  'D.splint': need('splints and slings', 'splint or sling', 'splints and slings', null, 'a break could not be held still'),
  'D.blister': need('blister dressings', 'blister dressing', 'blister dressings', null, 'blisters stay bare'),
  'D.bite': need('bite treatment', 'bite treatment', 'bite treatments', null, 'stings untreated'),
  'D.flush': need('wound wash', 'ml of wound wash', 'ml of wound wash', null, 'dirt and salt stay in'),
  'D.close': need('wound closures', 'wound closure', 'wound closures', null, 'clean cuts stay open'),
  'D.sugar': need('sugar', 'dose of sugar', 'doses of sugar', null, 'nothing for a level that falls'),
  'D.allergy': need('allergy rescue', 'allergy injector', 'allergy injectors', 300, 'nothing for a severe reaction'),
  'D.chestPain': need('chest-pain medicine', 'dose for chest pain', 'doses for chest pain', null, 'nothing for chest pain'),
  'D.meds': need('daily medicines', 'dose', 'doses', null, 'medicines run out'),
  'D.dental': need('dental repair', 'dental repair', 'dental repairs', null, 'no dental repair'),
};

/** Of a need that tells sorts apart, how much of one: doses of a medicine. */
export const AskedLineSchema = z.object({
  /** What a thing must be of: a substance; empty: any that no other line names. */
  sort: z.string(),
  label: z.string(),
  least: z.number().int().nonnegative(),
});
export type AskedLine = z.infer<typeof AskedLineSchema>;
/** The same with what there is of it. */
export const HeldLineSchema = AskedLineSchema.extend({ have: z.number() });
export type HeldLine = z.infer<typeof HeldLineSchema>;

/** What is at stake: minutes; the state of a casualty; comfort and everyday. What serves a circle is booked before the next one. */
export type Circle = 0 | 1 | 2;
const CIRCLES: Record<Rung, Circle> = { M: 0, A: 0, R: 0, C: 1, H: 1, S: 1, D: 2 };
export const circleOf = (id: NeedId): Circle => CIRCLES[rungOf(id)];

export const rungOf = (id: NeedId): Rung => id[0] as Rung; // ids are rung, dot, name

/** Life-saving rungs, whose things lie in front and whose single points are reported. */
export const isLifeSaving = (id: NeedId): boolean => 'MARCH'.includes(id[0] ?? '');

const RANK = new Map<string, number>(NEED_IDS.map((id, index) => [id, index]));
export const needRank = (id: NeedId): number => RANK.get(id) ?? NEED_IDS.length;
