import type { Family } from '../model/family.ts';
import { type Kind, PLAIN_KIND } from '../model/kind.ts';
import type { Traits } from '../model/traits.ts';

/** What a thing of a family usually is; fills the form, and what a row of the catalogue leaves out. Common practice, no source. */
export type FamilyFacts = Pick<Kind, 'rung' | 'drawing' | 'shape' | 'grades'> & {
  name: string;
  alsoCalled: readonly string[];
  traits: Traits;
} & Partial<
    Pick<Kind, 'dating' | 'sterile' | 'tool' | 'requires' | 'provides' | 'skill' | 'pieces' | 'pieceName' | 'moreParts' | 'sellerMatters'>
  >;

type Given = Omit<FamilyFacts, 'name' | 'rung' | 'drawing' | 'shape' | 'alsoCalled' | 'grades' | 'traits'> &
  Partial<Pick<FamilyFacts, 'alsoCalled' | 'grades' | 'traits'>>;

const family = (
  name: string,
  rung: Kind['rung'],
  drawing: Kind['drawing'],
  shape: Kind['shape'],
  { alsoCalled = [], grades = {}, traits = {}, ...more }: Given = {},
): FamilyFacts => ({ name, rung, drawing, shape, alsoCalled, grades, traits, ...more });

const STERILE = { dating: 'printed', sterile: true } as const;
const DATED = { dating: 'printed' } as const;
const WEARS = { dating: 'condition' } as const;
const TOOL = { tool: true } as const;
const POWERED = { tool: true, dating: 'battery' } as const;
const GROWN = ['older', 'adults'] as const;

export const FAMILY_FACTS: Record<Family, FamilyFacts> = {
  windlassTourniquet: family('Windlass tourniquet', 'M', 'strapBundle', 'brick', {
    grades: { 'M.limb': 'primary' },
    traits: { handsToApply: 'one', ages: [...GROWN], limbMm: { from: 150, to: 900 } },
    alsoCalled: ['strap tourniquet', 'rod tourniquet'],
    sellerMatters: true,
  }),
  ratchetTourniquet: family('Ratchet tourniquet', 'M', 'strapBundle', 'brick', {
    grades: { 'M.limb': 'primary' },
    traits: { handsToApply: 'one', ages: [...GROWN], limbMm: { from: 120, to: 900 } },
    alsoCalled: ['buckle tourniquet'],
    sellerMatters: true,
  }),
  elasticWrapTourniquet: family('Elastic-wrap tourniquet', 'M', 'elasticRoll', 'slab', {
    grades: { 'M.limb': 'primary', 'M.limbSmall': 'primary', 'M.press': 'substitute', 'D.splint': 'substitute', 'D.sprain': 'substitute' },
    traits: {
      handsToApply: 'two',
      ages: ['small', 'older', 'adults'],
      limbMm: { from: 50, to: 900 },
      care: ['nickedByZip', 'brittleInHeat'],
    },
    provides: ['binder'],
    alsoCalled: ['rubber wrap', 'stretch wrap'],
    sellerMatters: true,
  }),
  bungeeTourniquet: family('Bungee-and-cleat tourniquet', 'M', 'elasticRoll', 'slab', {
    grades: { 'M.limb': 'substitute', 'M.limbSmall': 'substitute' },
    traits: { handsToApply: 'one', ages: ['small', 'older', 'adults'], limbMm: { from: 60, to: 900 }, care: ['brittleInHeat'] },
    alsoCalled: ['loop tourniquet', 'cord tourniquet'],
    sellerMatters: true,
  }),
  hemostaticGauze: family('Hemostatic gauze', 'M', 'zfold', 'slab', {
    ...STERILE,
    grades: { 'M.pack': 'primary' },
    alsoCalled: ['clotting gauze', 'blood-stopping gauze'],
    sellerMatters: true,
  }),
  hemostaticPad: family('Hemostatic pad', 'M', 'packet', 'slab', {
    ...STERILE,
    grades: { 'M.pack': 'substitute', 'C.dress': 'substitute', 'D.wound': 'substitute' },
    alsoCalled: ['clotting pad', 'clotting sponge'],
    sellerMatters: true,
  }),
  hemostaticGranules: family('Hemostatic granules', 'M', 'packet', 'slab', {
    ...STERILE,
    grades: { 'M.pack': 'substitute' },
    alsoCalled: ['clotting powder'],
  }),
  packingGauze: family('Plain packing gauze', 'M', 'zfold', 'brick', {
    ...STERILE,
    grades: { 'M.pack': 'primary', 'C.roll': 'substitute', 'C.dress': 'substitute' },
    alsoCalled: ['compressed gauze', 'krinkle gauze', 'z-fold gauze'],
  }),
  pressureDressing: family('Pressure dressing', 'M', 'packet', 'slab', {
    ...STERILE,
    grades: { 'M.press': 'primary', 'C.dress': 'substitute' },
    alsoCalled: ['trauma bandage', 'emergency bandage', 'pressure bandage'],
  }),
  barBandage: family('Pressure-bar bandage', 'M', 'barBandage', 'brick', {
    ...STERILE,
    grades: { 'M.press': 'primary', 'M.limb': 'improvised', 'C.dress': 'substitute' },
    alsoCalled: ['pressure bandage', 'bar dressing', 'emergency bandage'],
  }),
  combinationWrap: family('Pressure wrap with packing gauze', 'M', 'barBandage', 'brick', {
    ...STERILE,
    grades: { 'M.press': 'primary' },
    moreParts: [{ name: 'packing gauze inside', pieces: 1, pieceName: 'gauze', grades: { 'M.pack': 'primary' } }],
    alsoCalled: ['combined dressing', 'all-in-one bandage'],
  }),
  compressionBandage: family('Flat elastic compression dressing', 'M', 'packet', 'slab', {
    ...STERILE,
    grades: { 'M.press': 'primary', 'C.dress': 'substitute', 'C.roll': 'substitute' },
    provides: ['binder'],
    alsoCalled: ['flat pressure bandage'],
  }),
  nasalAirway: family('Nasal airway', 'A', 'airwayTube', 'slab', {
    ...STERILE,
    grades: { 'A.airway': 'primary' },
    traits: { ages: ['adults'], airwayFr: 28, care: ['brittleInHeat'] },
    skill: 'airway',
    alsoCalled: ['nasopharyngeal', 'nose tube'],
  }),
  oralAirway: family('Oral airway', 'A', 'airwayTube', 'slab', {
    ...DATED,
    grades: { 'A.airway': 'primary' },
    traits: { ages: ['adults'] },
    skill: 'airwayOral',
    alsoCalled: ['oropharyngeal', 'mouth tube'],
  }),
  lubricant: family('Lubricant packet', 'A', 'packet', 'slab', {
    ...STERILE,
    traits: { care: ['leaks'] },
    provides: ['lubricant'],
    alsoCalled: ['gel for airways', 'lube'],
  }),
  chestSeal: family('Vented chest seal', 'R', 'sealPair', 'slab', {
    ...STERILE,
    grades: { 'R.seal': 'primary' },
    traits: { vented: true, care: ['brittleInHeat'] },
    alsoCalled: ['occlusive dressing', 'vented dressing'],
  }),
  unventedSeal: family('Unvented chest seal', 'R', 'sealPair', 'slab', {
    ...STERILE,
    grades: { 'R.seal': 'primary' },
    traits: { vented: false, care: ['brittleInHeat'] },
    alsoCalled: ['occlusive dressing'],
  }),
  decompressionNeedle: family('Decompression needle', 'R', 'tube', 'tube', {
    ...STERILE,
    grades: { 'R.decompress': 'primary' },
    traits: { gauge: 14, barred: ['needle'] },
    skill: 'decompression',
    sellerMatters: true,
    alsoCalled: ['chest needle'],
  }),
  breathBarrier: family('Breath barrier', 'R', 'packet', 'soft', {
    ...DATED,
    grades: { 'R.breath': 'primary' },
    alsoCalled: ['face shield', 'CPR shield', 'key-ring mask'],
  }),
  pocketMask: family('Pocket mask', 'R', 'mask', 'rigid', {
    ...WEARS,
    tool: true,
    grades: { 'R.breath': 'primary' },
    alsoCalled: ['CPR mask', 'rescue mask'],
  }),
  bagMask: family('Bag-mask', 'R', 'mask', 'brick', {
    ...WEARS,
    tool: true,
    grades: { 'R.breath': 'primary' },
    skill: 'bagMask',
    traits: { handsToApply: 'two' },
    alsoCalled: ['bag valve mask', 'resuscitator'],
  }),
  suction: family('Hand suction', 'A', 'tube', 'brick', { ...WEARS, tool: true, alsoCalled: ['suction pump'] }),
  gauzePad: family('Gauze pad', 'C', 'packet', 'slab', {
    ...STERILE,
    grades: { 'C.dress': 'primary', 'D.wound': 'substitute' },
    alsoCalled: ['compress', 'swab', 'gauze square'],
  }),
  nonAdherentPad: family('Non-adherent pad', 'C', 'packet', 'slab', {
    ...STERILE,
    grades: { 'C.dress': 'primary', 'D.wound': 'substitute', 'D.burn': 'substitute' },
    alsoCalled: ['non-stick pad'],
  }),
  absorbentPad: family('Absorbent pad', 'C', 'packet', 'soft', {
    ...STERILE,
    grades: { 'C.dress': 'primary', 'M.press': 'substitute' },
    requires: { 'M.press': 'binder' },
    alsoCalled: ['trauma pad', 'abdominal pad', 'combine dressing'],
  }),
  gauzeRoll: family('Gauze roll', 'C', 'roll', 'tube', {
    ...STERILE,
    grades: { 'C.roll': 'primary', 'M.pack': 'substitute', 'C.dress': 'substitute' },
    provides: ['binder'],
    alsoCalled: ['roller bandage', 'bulky gauze', 'conforming bandage'],
  }),
  cohesiveWrap: family('Cohesive wrap', 'C', 'roll', 'tube', {
    ...WEARS,
    grades: { 'C.roll': 'primary', 'D.sprain': 'substitute', 'M.press': 'improvised' },
    traits: { care: ['looseEnd', 'brittleInHeat'] },
    provides: ['binder'],
    alsoCalled: ['self-adherent wrap', 'stretch wrap', 'sport wrap'],
  }),
  elasticBandage: family('Elastic bandage', 'C', 'roll', 'tube', {
    ...WEARS,
    grades: { 'C.roll': 'primary', 'M.press': 'substitute', 'D.splint': 'substitute', 'D.sprain': 'primary' },
    traits: { care: ['looseEnd'] },
    provides: ['binder'],
    alsoCalled: ['compression wrap', 'stretch bandage', 'crepe bandage'],
  }),
  underwrap: family('Underwrap', 'C', 'roll', 'tube', { ...WEARS, alsoCalled: ['pre-wrap', 'foam wrap'] }),
  tape: family('Tape', 'C', 'roll', 'tube', {
    ...WEARS,
    grades: { 'C.tape': 'primary' },
    traits: { care: ['oozes', 'looseEnd'] },
    provides: ['tape', 'binder'],
    alsoCalled: ['sticking tape', 'adhesive tape', 'strapping'],
  }),
  marker: family('Marker', 'C', 'pen', 'rigid', {
    ...TOOL,
    grades: { 'C.record': 'primary' },
    provides: ['writer'],
    alsoCalled: ['permanent pen', 'skin pen'],
  }),
  pen: family('Pen or pencil', 'C', 'pen', 'rigid', {
    ...TOOL,
    grades: { 'C.record': 'substitute' },
    provides: ['writer'],
    alsoCalled: ['pencil', 'ballpoint'],
  }),
  recordCard: family('Record card', 'C', 'card', 'slab', {
    grades: { 'C.record': 'substitute' },
    requires: { 'C.record': 'writer' },
    alsoCalled: ['casualty card', 'casualty record'],
  }),
  notebook: family('Notebook', 'C', 'card', 'slab', {
    ...TOOL,
    grades: { 'C.record': 'substitute' },
    requires: { 'C.record': 'writer' },
    alsoCalled: ['waterproof notes', 'pad of paper'],
  }),
  oximeter: family('Finger oximeter', 'C', 'oximeter', 'rigid', {
    ...POWERED,
    grades: { 'C.vitals': 'primary' },
    traits: { measures: 'oxygen' },
    alsoCalled: ['pulse oximeter', 'saturation meter'],
  }),
  thermometer: family('Thermometer', 'C', 'pen', 'tube', {
    ...POWERED,
    grades: { 'C.vitals': 'primary' },
    traits: { measures: 'temperature' },
    alsoCalled: ['fever thermometer'],
  }),
  pressureCuff: family('Blood-pressure cuff', 'C', 'mask', 'brick', {
    ...TOOL,
    ...WEARS,
    grades: { 'C.vitals': 'primary' },
    traits: { measures: 'pressure' },
    alsoCalled: ['blood pressure monitor', 'sphygmomanometer'],
  }),
  stethoscope: family('Stethoscope', 'C', 'tube', 'soft', { ...TOOL, ...WEARS }),
  defibrillator: family('Defibrillator with pads', 'C', 'oximeter', 'rigid', {
    ...DATED,
    tool: true,
    grades: { 'C.defib': 'primary' },
    alsoCalled: ['AED', 'heart starter'],
  }),
  foilBlanket: family('Foil blanket', 'H', 'blanket', 'slab', {
    grades: { 'H.warm': 'primary' },
    alsoCalled: ['space blanket', 'rescue blanket', 'emergency blanket'],
  }),
  heatBlanket: family('Heavy heat blanket', 'H', 'blanket', 'brick', {
    grades: { 'H.warm': 'primary' },
    alsoCalled: ['casualty bag', 'insulated blanket', 'survival bag'],
  }),
  eyeShield: family('Eye shield', 'H', 'eyeShields', 'rigid', {
    grades: { 'H.head': 'primary' },
    alsoCalled: ['eye cup', 'eye guard'],
  }),
  whistle: family('Whistle', 'H', 'whistle', 'rigid', { ...TOOL, grades: { 'H.call': 'primary' } }),
  phone: family('Phone', 'H', 'phone', 'rigid', {
    ...POWERED,
    grades: { 'H.call': 'primary', 'S.light': 'substitute', 'C.record': 'substitute' },
    alsoCalled: ['mobile', 'cell phone'],
  }),
  radio: family('Handheld radio', 'H', 'radio', 'rigid', {
    ...POWERED,
    grades: { 'H.call': 'primary' },
    traits: { beyondCover: true },
    alsoCalled: ['VHF', 'walkie-talkie', 'two-way radio'],
  }),
  satelliteMessenger: family('Satellite messenger', 'H', 'radio', 'rigid', {
    ...POWERED,
    grades: { 'H.call': 'primary' },
    traits: { beyondCover: true },
    alsoCalled: ['beacon', 'distress beacon'],
  }),
  lightStick: family('Light stick', 'H', 'tube', 'tube', {
    ...DATED,
    grades: { 'S.light': 'substitute', 'H.call': 'substitute' },
    traits: { handsFree: true },
    alsoCalled: ['glow stick', 'chemical light'],
  }),
  litter: family('Soft litter', 'H', 'blanket', 'brick', {
    ...TOOL,
    ...WEARS,
    grades: { 'H.move': 'primary' },
    alsoCalled: ['stretcher', 'carry sheet'],
  }),
  dragStrap: family('Drag strap', 'H', 'strapBundle', 'soft', {
    ...TOOL,
    ...WEARS,
    grades: { 'H.move': 'substitute' },
    alsoCalled: ['rescue sling', 'drag loop'],
  }),
  gloves: family('Gloves', 'S', 'gloves', 'soft', {
    ...WEARS,
    grades: { 'S.hands': 'primary' },
    traits: { gloveSize: 'M', latex: false, care: ['brittleInHeat'] },
    alsoCalled: ['nitrile gloves', 'exam gloves'],
  }),
  shears: family('Shears', 'S', 'shears', 'rigid', {
    ...TOOL,
    grades: { 'S.cut': 'primary' },
    traits: { cuts: ['cloth', 'belt'], opensWithOneHand: true, barred: ['blade'] },
    provides: ['rod'],
    alsoCalled: ['trauma scissors', 'scissors', 'bandage scissors'],
  }),
  beltCutter: family('Belt cutter', 'S', 'cutter', 'rigid', {
    ...TOOL,
    grades: { 'S.cut': 'primary' },
    traits: { cuts: ['belt', 'cloth'], opensWithOneHand: true, barred: ['blade'] },
    alsoCalled: ['strap hook', 'hook cutter', 'strap cutter'],
  }),
  knife: family('Knife', 'S', 'cutter', 'rigid', {
    ...TOOL,
    grades: { 'S.cut': 'substitute' },
    traits: { cuts: ['cloth', 'belt'], folds: true, opensWithOneHand: false, barred: ['blade'] },
    alsoCalled: ['folding cutter', 'pocket knife'],
  }),
  penlight: family('Penlight', 'S', 'tube', 'tube', {
    ...POWERED,
    grades: { 'S.light': 'primary', 'C.pupil': 'primary', 'H.call': 'substitute' },
    alsoCalled: ['pupil light', 'pen torch'],
  }),
  handLight: family('Hand lamp', 'S', 'tube', 'tube', {
    ...POWERED,
    grades: { 'S.light': 'primary', 'C.pupil': 'substitute', 'H.call': 'substitute' },
    alsoCalled: ['torch', 'flashlight'],
  }),
  headlamp: family('Headlamp', 'S', 'lamp', 'rigid', {
    ...POWERED,
    grades: { 'S.light': 'primary', 'C.pupil': 'substitute', 'H.call': 'substitute' },
    traits: { handsFree: true },
    alsoCalled: ['head torch', 'forehead lamp'],
  }),
  wipe: family('Antiseptic wipe', 'S', 'packet', 'slab', {
    ...STERILE,
    grades: { 'S.clean': 'primary', 'D.bite': 'substitute' },
    traits: { care: ['driesOut'] },
    alsoCalled: ['disinfectant wipe', 'alcohol pad'],
  }),
  sanitiser: family('Hand sanitiser', 'S', 'packet', 'slab', {
    ...DATED,
    grades: { 'S.clean': 'primary' },
    traits: { care: ['leaks'], barred: ['liquid'] },
    alsoCalled: ['hand gel'],
  }),
  wasteBag: family('Waste bag', 'S', 'bag', 'soft', {
    grades: { 'S.clean': 'primary', 'R.seal': 'improvised' },
    requires: { 'R.seal': 'tape' },
    alsoCalled: ['rubbish bag', 'bin bag'],
  }),
  faceMask: family('Face mask', 'S', 'packet', 'soft', { ...DATED, alsoCalled: ['surgical mask', 'mouth cover'] }),
  gown: family('Gown and visor', 'S', 'packet', 'soft', { ...DATED, alsoCalled: ['apron', 'face visor'] }),
  smokeMask: family('Smoke mask', 'S', 'mask', 'brick', { ...DATED, alsoCalled: ['escape hood'] }),
  guide: family('First-aid guide', 'S', 'card', 'slab', { ...TOOL, alsoCalled: ['instructions', 'quick guide'] }),
  lighter: family('Lighter', 'S', 'tube', 'rigid', { ...TOOL }),
  cord: family('Cord', 'S', 'roll', 'soft', { ...TOOL, alsoCalled: ['line', 'string'] }),
  plaster: family('Plasters', 'D', 'strips', 'slab', {
    ...DATED,
    grades: { 'D.wound': 'primary', 'D.blister': 'substitute' },
    pieces: 10,
    pieceName: 'plaster',
    alsoCalled: ['plaster', 'adhesive dressing', 'sticking plaster'],
  }),
  filmDressing: family('Film dressing', 'D', 'card', 'slab', {
    ...STERILE,
    grades: { 'D.wound': 'primary', 'D.blister': 'substitute' },
    alsoCalled: ['clear dressing', 'transparent dressing'],
  }),
  blisterDressing: family('Blister dressing', 'D', 'packet', 'slab', {
    ...DATED,
    grades: { 'D.blister': 'primary', 'D.wound': 'substitute' },
    alsoCalled: ['hydrocolloid', 'moleskin', 'blister plaster'],
  }),
  burnGel: family('Burn gel dressing', 'D', 'packet', 'slab', {
    ...STERILE,
    grades: { 'D.burn': 'primary' },
    traits: { care: ['leaks', 'driesOut'] },
    alsoCalled: ['cooling dressing', 'water gel dressing'],
  }),
  burnCloth: family('Burns cloth', 'D', 'zfold', 'slab', {
    ...STERILE,
    grades: { 'D.burn': 'primary', 'C.dress': 'substitute' },
    alsoCalled: ['burn sheet', 'burns dressing'],
  }),
  burnSachet: family('Burn gel sachet', 'D', 'packet', 'slab', {
    ...DATED,
    grades: { 'D.burn': 'substitute' },
    traits: { care: ['leaks'] },
  }),
  triangularBandage: family('Triangular bandage', 'D', 'triangle', 'soft', {
    grades: { 'D.splint': 'primary', 'M.press': 'substitute', 'C.roll': 'substitute', 'M.limb': 'improvised' },
    requires: { 'M.limb': 'rod' },
    provides: ['binder'],
    alsoCalled: ['cravat', 'sling'],
  }),
  mouldableSplint: family('Mouldable splint', 'D', 'splint', 'rigid', {
    grades: { 'D.splint': 'primary' },
    traits: { needsBinding: true },
    alsoCalled: ['foam splint', 'aluminium splint'],
  }),
  woundWash: family('Wound wash', 'D', 'ampoule', 'tube', {
    ...STERILE,
    grades: { 'D.flush': 'primary' },
    traits: { ml: 20, care: ['leaks'], barred: ['liquid'] },
    alsoCalled: ['saline', 'irrigation'],
  }),
  eyeWash: family('Eye-wash bottle', 'D', 'bottle', 'tube', {
    ...STERILE,
    grades: { 'D.flush': 'primary' },
    traits: { ml: 200, care: ['leaks'], barred: ['liquid'] },
    alsoCalled: ['eye rinse'],
  }),
  syringe: family('Irrigation syringe', 'D', 'tube', 'tube', {
    ...DATED,
    tool: true,
    provides: ['jet'],
    alsoCalled: ['wound syringe'],
  }),
  woundSpray: family('Wound spray', 'D', 'bottle', 'tube', {
    ...DATED,
    grades: { 'S.clean': 'substitute', 'D.bite': 'substitute' },
    traits: { ml: 50, care: ['leaks'], barred: ['liquid'], uses: 50 },
    alsoCalled: ['antiseptic spray'],
  }),
  drinkingWater: family('Drinking water', 'D', 'bottle', 'tube', {
    ...DATED,
    grades: { 'D.flush': 'substitute' },
    requires: { 'D.flush': 'jet' },
    traits: { ml: 500, care: ['leaks'], barred: ['liquid'] },
    alsoCalled: ['water bottle'],
  }),
  waterTablets: family('Water tablets', 'D', 'strips', 'slab', { ...DATED, alsoCalled: ['water purification'] }),
  closureStrips: family('Closure strips', 'D', 'strips', 'slab', {
    ...STERILE,
    grades: { 'D.close': 'primary' },
    alsoCalled: ['skin closures', 'butterfly closures'],
  }),
  skinGlue: family('Skin glue', 'D', 'tube', 'tube', {
    ...DATED,
    grades: { 'D.close': 'primary' },
    traits: { care: ['driesOut'] },
    skill: 'closing',
    alsoCalled: ['tissue adhesive', 'wound glue'],
  }),
  tincture: family('Adhesion tincture', 'D', 'ampoule', 'tube', { ...DATED, traits: { care: ['leaks'] }, alsoCalled: ['skin adhesive'] }),
  skinStapler: family('Skin stapler', 'D', 'cutter', 'rigid', {
    ...STERILE,
    grades: { 'D.close': 'primary' },
    traits: { barred: ['needle'] },
    skill: 'closing',
  }),
  sutures: family('Suture set', 'D', 'packet', 'slab', {
    ...STERILE,
    grades: { 'D.close': 'primary' },
    traits: { barred: ['needle'] },
    skill: 'closing',
    alsoCalled: ['stitches'],
  }),
  scalpel: family('Scalpel', 'D', 'cutter', 'rigid', { ...STERILE, traits: { barred: ['blade'] }, skill: 'closing' }),
  razor: family('Razor', 'D', 'cutter', 'rigid', { ...TOOL, traits: { barred: ['blade'] }, alsoCalled: ['prep razor'] }),
  tweezers: family('Tweezers', 'D', 'pen', 'rigid', {
    ...TOOL,
    grades: { 'D.bite': 'substitute' },
    alsoCalled: ['forceps', 'splinter forceps'],
  }),
  tickRemover: family('Tick remover', 'D', 'card', 'slab', { ...TOOL, grades: { 'D.bite': 'primary' }, alsoCalled: ['tick card'] }),
  magnifier: family('Magnifier', 'D', 'card', 'slab', { ...TOOL, alsoCalled: ['magnifying glass'] }),
  safetyPin: family('Safety pins', 'D', 'strips', 'slab', { provides: ['binder'], pieces: 4, pieceName: 'pin' }),
  needleAndThread: family('Needle and thread', 'D', 'card', 'slab', {
    ...TOOL,
    traits: { barred: ['needle'] },
    alsoCalled: ['sewing kit'],
  }),
  coldPack: family('Cold pack', 'D', 'bag', 'soft', {
    ...WEARS,
    grades: { 'D.sprain': 'primary', 'D.bite': 'substitute' },
    traits: { care: ['leaks'] },
    alsoCalled: ['ice pack', 'instant cold'],
  }),
  stingCream: family('Sting cream', 'D', 'tube', 'tube', {
    ...DATED,
    grades: { 'D.bite': 'primary' },
    traits: { care: ['leaks'], uses: 30 },
    alsoCalled: ['itch cream', 'bite gel'],
  }),
  ointment: family('Ointment', 'D', 'packet', 'slab', {
    ...DATED,
    skill: 'medicines',
    traits: {
      care: ['leaks'],
      medicine: { substance: '', strength: '', form: 'ointment', purposes: ['other'], excludes: ['allergy'], keepsC: null },
    },
    alsoCalled: ['wound ointment', 'antibiotic ointment'],
  }),
  petroleumJelly: family('Petroleum jelly', 'D', 'packet', 'slab', { ...DATED, traits: { care: ['leaks'] } }),
  sugar: family('Sugar', 'D', 'packet', 'slab', {
    ...DATED,
    pieceName: 'dose',
    grades: { 'D.sugar': 'primary' },
    traits: { medicine: { substance: 'glucose', strength: '', form: '', purposes: ['sugar'], excludes: [], keepsC: null } },
    alsoCalled: ['glucose', 'sugar gel', 'sugar tablets', 'dextrose'],
  }),
  injector: family('Auto-injector', 'D', 'injector', 'tube', {
    ...DATED,
    pieceName: 'dose',
    grades: { 'D.allergy': 'primary' },
    traits: {
      prescription: true,
      barred: ['needle'],
      medicine: { substance: '', strength: '', form: 'injector', purposes: ['allergy'], excludes: [], keepsC: { from: 15, to: 25 } },
    },
    alsoCalled: ['rescue pen', 'allergy pen'],
  }),
  tablets: family('Tablets', 'D', 'strips', 'tube', {
    ...DATED,
    pieceName: 'dose',
    traits: { medicine: { substance: '', strength: '', form: 'tablet', purposes: ['daily'], excludes: [], keepsC: null } },
    alsoCalled: ['pills', 'medicine'],
  }),
  nasalSpray: family('Nasal spray', 'D', 'bottle', 'tube', {
    ...DATED,
    traits: { care: ['leaks'], medicine: { substance: '', strength: '', form: 'spray', purposes: ['other'], excludes: [], keepsC: null } },
  }),
  nosePlug: family('Nose plugs', 'D', 'packet', 'slab', { ...DATED, alsoCalled: ['nosebleed plug'] }),
  emesisBag: family('Emesis bag', 'S', 'bag', 'soft', { grades: { 'S.clean': 'substitute' }, alsoCalled: ['sick bag'] }),
  dentalRepair: family('Dental repair', 'D', 'tube', 'tube', {
    ...DATED,
    grades: { 'D.dental': 'primary' },
    alsoCalled: ['tooth filling', 'dental kit'],
  }),
  holder: family('Holder or case', 'S', 'bag', 'soft', { ...TOOL, alsoCalled: ['tourniquet holder', 'tape case', 'tablet tin'] }),
  other: family('Something else', 'D', 'packet', 'slab'),
};

/** Share of the thickness that pressing takes off what is soft. Planning value. */
export const SOFT_GIVE = 0.25;

/** What a thing of the family is before anything else is said of it. */
export function plainOfFamily(family: Family): Omit<Kind, 'id' | 'name' | 'states' | 'massG' | 'priceMinor'> {
  const { name: _, alsoCalled, ...facts } = FAMILY_FACTS[family];
  const give = facts.shape === 'soft' ? SOFT_GIVE : 0;
  return { ...PLAIN_KIND, pieces: 1, pieceName: 'piece', give, ...facts, family, alsoCalled: [...alsoCalled] };
}
