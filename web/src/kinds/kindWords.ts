import { type DrawingId, RUNG_NAMES, RUNGS, SKILL_FACTS, SKILLS } from '@ivrak/core/model';

const DRAWING_NAMES: Record<DrawingId, string> = {
  strapBundle: 'strap bundle',
  elasticRoll: 'elastic roll',
  zfold: 'z-fold',
  packet: 'packet with tear notch',
  barBandage: 'bandage with bar',
  sealPair: 'seal pair',
  airwayTube: 'airway tube',
  tube: 'tube',
  roll: 'roll',
  gloves: 'gloves',
  shears: 'shears',
  cutter: 'cutter',
  pen: 'pen',
  blanket: 'folded blanket',
  card: 'card',
  eyeShields: 'eye shields',
  triangle: 'triangle',
  splint: 'splint',
  lamp: 'lamp',
  whistle: 'whistle',
  mask: 'mask',
  oximeter: 'small device',
  ampoule: 'ampoule',
  strips: 'strips',
  bag: 'bag',
  phone: 'phone',
  radio: 'radio',
  bottle: 'bottle',
  injector: 'injector',
};
const SHAPE_NAMES = { slab: 'slab, lies flat', soft: 'soft, gives a little', brick: 'brick, any way up', rigid: 'rigid', tube: 'tube' };
const DATING_NAMES = { printed: 'printed date', condition: 'goes by condition', battery: 'battery', none: 'lasts' };

const choices = (names: Record<string, string>) => Object.entries(names).map(([value, label]) => ({ value, label }));

/** What the lists of the form offer. */
export const KIND_CHOICES = {
  drawing: choices(DRAWING_NAMES),
  shape: choices(SHAPE_NAMES),
  dating: choices(DATING_NAMES),
  rung: RUNGS.map((rung) => ({ value: rung as string, label: `${rung}, ${RUNG_NAMES[rung]}` })),
  skill: SKILLS.map((skill) => ({ value: skill as string, label: SKILL_FACTS[skill].name })),
};
