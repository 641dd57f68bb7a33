import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { Random } from '../fit/random.ts';
import { judgeKit } from '../kit/judgement.ts';
import { type Brief, BriefSchema, type Carer } from '../model/brief.ts';
import type { Position } from '../model/container.ts';
import type { SlowFind } from '../model/drill.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import { addDays, type PlainDate, plainDate, showDate } from '../model/plainDate.ts';
import { CONDITIONS, PersonIdSchema, type Unit, UnitSchema } from '../model/unit.ts';
import { SEVERITIES } from './rule.ts';
import { applyFix, RULES, runRules } from './rules.ts';

const GLOVES = KINDS.find(({ id }) => id === 'gloves');
if (GLOVES === undefined) throw new Error('no gloves');
const CATALOG = kindCatalog([...KINDS, { ...GLOVES, id: 'latex-gloves', name: 'Latex gloves', traits: { ...GLOVES.traits, latex: true } }]);
const TODAY = plainDate('2026-11-25');
const [SCHOOL] = SCHOOLS;
if (SCHOOL === undefined) throw new Error('schools are missing');

/** A thing: a kind, or a kind with what is special about it. */
type Laid = string | ({ kind: string } & Partial<Unit>);
interface Kit {
  units: Laid[];
  brief?: Partial<Brief>;
  layer?: KitDraft['layer'];
  container?: string;
  position?: string;
  packedMm?: number | null;
  stage?: Partial<KitDraft['stage']>;
  /** Compartments by unit, from a packing. */
  lies?: Record<string, string>;
  finds?: SlowFind[];
}

const carer = (name: string, skills: Carer['skills']): Carer => ({
  name,
  carries: false,
  skills,
  authorised: [],
  personId: null,
  knows: [],
});
const unitOf = (laid: Laid, index: number): Unit =>
  UnitSchema.parse({ id: `u${index}`, count: 1, condition: 'ready', ...(typeof laid === 'string' ? { kind: laid } : laid) });

function factsOf({
  units,
  brief,
  layer = 'worn',
  container = 'belt-pouch',
  position = 'vest-front',
  packedMm = null,
  stage,
  lies,
  finds,
}: Kit) {
  const draft: KitDraft = {
    name: 'Kit',
    layer,
    personId: null,
    containerId: container,
    positionId: position,
    schoolId: SCHOOL?.id ?? '',
    brief: BriefSchema.parse(brief ?? {}),
    setAside: [],
    ...nothingMadeReady(),
    ...(stage === undefined ? {} : { stage: { ...nothingMadeReady().stage, ...stage } }),
    units: units.map(unitOf),
  };
  const box = CONTAINERS.find(({ id }) => id === container);
  if (SCHOOL === undefined) throw new Error('schools are missing');
  const { coverage } = judgeKit({ id: 'k', brief: draft.brief, units: draft.units }, SCHOOL, box, TODAY, CATALOG);
  return {
    draft,
    brief: draft.brief,
    school: SCHOOL,
    today: TODAY,
    coverage,
    container: box,
    position: POSITIONS.find(({ id }) => id === position),
    catalog: CATALOG,
    packedMm,
    ...(lies === undefined ? {} : { lies: new Map(Object.entries(lies)) }),
    ...(finds === undefined ? {} : { finds }),
  };
}
/** The same facts with other contents, judged anew. */
function factsAgain(facts: ReturnType<typeof factsOf>, draft: KitDraft): ReturnType<typeof factsOf> {
  const { coverage } = judgeKit({ id: 'k', brief: draft.brief, units: draft.units }, facts.school, facts.container, TODAY, CATALOG);
  return { ...facts, draft, coverage };
}
const found = (kit: Kit) => runRules(factsOf(kit));
const idsIn = (kit: Kit) => found(kit).map(({ rule }) => rule);

const PAST = addDays(TODAY, -1);
const FAR = addDays(TODAY, 900);
const SOON = addDays(TODAY, 30);
/** Somebody of the crew with a course that lapses, and closes what it opened. */
const knowing = (lapsesOn: PlainDate | null, closesOn: PlainDate | null) => ({
  name: 'Isla',
  personId: PersonIdSchema.parse('isla'),
  carries: true,
  skills: [],
  authorised: [],
  knows: [{ skill: 'airway' as const, isAuthorised: false, course: 'River rescue', lapsesOn, closesOn }],
});

/** A container of several compartments that do not open as one. */
const ROOMY = (() => {
  const { id, compartments } = CONTAINERS.find((one) => one.compartments.length > 1 && one.facing !== true) ?? { id: '', compartments: [] };
  return { id, first: compartments[0]?.id ?? '', second: compartments[1]?.id ?? '' };
})();

/** For every rule a kit on which it must speak, and ones on which it must stay quiet. Common practice, no source. */
const CASES: Record<string, { fires: Kit; quiet: Kit[] }> = {
  'tourniquet-suspect': {
    fires: { units: [{ kind: 'windlass-tourniquet', condition: 'suspect' }] },
    quiet: [{ units: ['windlass-tourniquet'] }, { units: [{ kind: 'chitosan-gauze', condition: 'suspect' }] }],
  },
  'tourniquet-wrapped': {
    fires: { units: [{ kind: 'ratchet-tourniquet', condition: 'notStaged' }] },
    quiet: [{ units: ['ratchet-tourniquet'] }, { units: [{ kind: 'elastic-wrap-tourniquet', condition: 'notStaged' }] }],
  },
  'tourniquet-without-marker': {
    fires: { units: ['windlass-tourniquet'] },
    quiet: [{ units: ['windlass-tourniquet', 'marker'] }, { units: ['windlass-tourniquet', 'record-card'] }, { units: ['chitosan-gauze'] }],
  },
  'elastic-wrap-near-zip': {
    fires: { units: [{ kind: 'elastic-wrap-tourniquet', state: 'laidFlat' }], container: 'belt-pouch' },
    quiet: [
      { units: ['elastic-wrap-tourniquet'] },
      { units: [{ kind: 'elastic-wrap-tourniquet', state: 'laidFlat' }], container: 'wide-flat-sleeve' },
    ],
  },
  'elastic-wrap-alone': {
    fires: { units: ['elastic-wrap-tourniquet'], brief: { helpers: 1 } },
    quiet: [
      { units: ['elastic-wrap-tourniquet', 'windlass-tourniquet'] },
      { units: ['elastic-wrap-tourniquet'], brief: { helpers: 2 } },
      { units: [] },
    ],
  },
  'tourniquets-on-one': {
    fires: { units: [{ kind: 'windlass-tourniquet', count: 2 }], brief: { helpers: 2 } },
    quiet: [
      { units: ['windlass-tourniquet'], brief: { helpers: 2 } },
      { units: [{ kind: 'windlass-tourniquet', count: 2 }] },
      { units: [{ kind: 'windlass-tourniquet', count: 2 }], brief: { helpers: 2, staysPut: true } },
    ],
  },
  'life-saving-spread': {
    fires: { units: ['windlass-tourniquet', 'kaolin-gauze', 'marker'], container: ROOMY.id, lies: { u0: ROOMY.first, u1: ROOMY.second } },
    quiet: [
      { units: ['windlass-tourniquet', 'kaolin-gauze'], container: ROOMY.id, lies: { u0: ROOMY.first, u1: ROOMY.first } },
      { units: ['windlass-tourniquet', 'marker'], container: ROOMY.id, lies: { u0: ROOMY.first, u1: ROOMY.second } },
      { units: ['windlass-tourniquet', 'kaolin-gauze'], container: ROOMY.id },
    ],
  },
  'aged-rubber': {
    fires: { units: [{ kind: 'gloves', own: { madeOn: addDays(TODAY, -1900) } }] },
    quiet: [
      { units: [{ kind: 'gloves', own: { madeOn: addDays(TODAY, -1700) } }] },
      { units: ['gloves'] },
      { units: [{ kind: 'windlass-tourniquet', own: { madeOn: addDays(TODAY, -1900) } }] },
    ],
  },
  'medicine-of-somebody-else': {
    fires: {
      units: [{ kind: 'tablets', own: { whose: 'Ranald' } }],
      brief: { medicines: [{ who: 'Una', substance: 'metformin', perDay: 2 }] },
    },
    quiet: [
      {
        units: [{ kind: 'tablets', own: { whose: 'una' } }],
        brief: { medicines: [{ who: 'Una', substance: 'metformin', perDay: 2 }] },
      },
      { units: [{ kind: 'tablets', own: { whose: 'Ranald' } }] },
      { units: ['tablets'], brief: { medicines: [{ who: 'Una', substance: 'metformin', perDay: 2 }] } },
    ],
  },
  'wanted-twice': {
    fires: { units: ['elastic-wrap-tourniquet', 'kaolin-gauze'] },
    quiet: [{ units: ['elastic-wrap-tourniquet', 'kaolin-gauze', 'pressure-dressing'] }, { units: ['windlass-tourniquet'] }],
  },
  'bungee-disputed': { fires: { units: ['bungee-tourniquet'] }, quiet: [{ units: ['windlass-tourniquet'] }] },
  'hemostatic-alone': {
    fires: { units: ['kaolin-gauze'] },
    quiet: [{ units: ['kaolin-gauze', 'plain-gauze'] }, { units: ['plain-gauze'] }, { units: [{ kind: 'kaolin-gauze', expiresOn: PAST }] }],
  },
  granules: { fires: { units: ['hemostatic-granules'] }, quiet: [{ units: ['kaolin-gauze'] }] },
  'outer-wrapper': {
    fires: { units: ['pressure-dressing'] },
    quiet: [{ units: [{ kind: 'pressure-dressing', state: 'outerOff' }] }, { units: ['bar-bandage-150'] }],
  },
  'pressure-without-packing': {
    fires: { units: ['pressure-dressing'] },
    quiet: [{ units: ['pressure-dressing', 'plain-gauze'] }, { units: ['plain-gauze'] }],
  },
  'airway-untrained': {
    fires: { units: ['nasal-airway-28'], brief: { training: 'bleedingControl' } },
    quiet: [{ units: ['nasal-airway-28'], brief: { training: 'trauma' } }, { units: [] }],
  },
  'needle-unauthorised': {
    fires: { units: ['decompression-needle'], brief: { training: 'trauma' } },
    quiet: [{ units: ['decompression-needle'], brief: { training: 'advanced' } }],
  },
  'airway-one-size': {
    fires: { units: ['nasal-airway-28'], brief: { children: true, training: 'trauma' } },
    quiet: [
      { units: ['nasal-airway-28', 'nasal-airway-20'], brief: { children: true, training: 'trauma' } },
      { units: ['nasal-airway-28'], brief: { training: 'trauma' } },
    ],
  },
  'airway-no-adult': {
    fires: { units: ['nasal-airway-20'], brief: { training: 'trauma' } },
    quiet: [
      { units: ['nasal-airway-20', 'nasal-airway-28'], brief: { training: 'trauma' } },
      { units: ['marker'], brief: { training: 'trauma' } },
    ],
  },
  'airway-lubricant': {
    fires: { units: ['nasal-airway-20'], brief: { training: 'trauma' } },
    quiet: [
      { units: ['vented-seals'], brief: { training: 'trauma' } },
      { units: ['nasal-airway-20', 'lubricant-packet'], brief: { training: 'trauma' } },
    ],
  },
  'seals-odd': {
    fires: { units: [{ kind: 'vented-seals', piecesUsed: 1, condition: 'opened' }], brief: { penetrating: true } },
    quiet: [
      { units: ['vented-seals'], brief: { penetrating: true } },
      { units: [{ kind: 'adhesive-dressings', piecesUsed: 1 }], brief: { penetrating: true } },
      // Nobody asks for seals here.
      { units: [{ kind: 'vented-seals', piecesUsed: 1, condition: 'opened' }] },
    ],
  },
  'seals-unvented': {
    fires: { units: ['unvented-seals'], brief: { penetrating: true } },
    quiet: [{ units: ['vented-seals'], brief: { penetrating: true } }, { units: ['unvented-seals'] }],
  },
  'seals-wet-skin': {
    fires: { units: ['vented-seals'], brief: { coldWet: true, penetrating: true } },
    quiet: [
      { units: ['vented-seals'], brief: { penetrating: true } },
      { units: ['vented-seals', 'gauze-pads'], brief: { coldWet: true, penetrating: true } },
    ],
  },
  'mask-in-pocket': {
    fires: { units: ['pocket-mask'], layer: 'pocket' },
    quiet: [
      { units: ['pocket-mask'], layer: 'afloat' },
      { units: ['breath-barrier'], layer: 'pocket' },
    ],
  },
  'gloves-one-size': {
    fires: { units: [{ kind: 'gloves', count: 2 }] },
    quiet: [{ units: [{ kind: 'gloves', count: 2 }, 'gloves-large'] }, { units: ['gloves'] }],
  },
  'cutter-two-hands': {
    fires: { units: ['folding-cutter'] },
    quiet: [{ units: ['folding-cutter', 'shears'] }, { units: ['shears'] }, { units: [] }],
  },
  'cutters-many': {
    fires: { units: ['shears', 'shears-small'], brief: { helpers: 1 } },
    quiet: [{ units: ['shears', 'shears-small'], brief: { helpers: 2 } }, { units: ['shears'] }],
  },
  'cutter-in-sealed-place': {
    fires: { units: ['shears-small'], container: 'hard-case' },
    quiet: [
      { units: ['shears-small'], container: 'belt-pouch' },
      { units: ['marker'], container: 'hard-case' },
    ],
  },
  'foil-in-the-wet': {
    fires: { units: ['foil-blanket'], brief: { coldWet: true } },
    quiet: [{ units: ['foil-blanket'] }, { units: ['foil-blanket', 'heat-blanket'], brief: { coldWet: true } }],
  },
  battery: { fires: { units: ['headlamp'] }, quiet: [{ units: ['whistle'] }] },
  'wipe-intact-skin': { fires: { units: ['antiseptic-wipe'] }, quiet: [{ units: ['gauze-pads'] }] },
  'gel-leak-bag': { fires: { units: ['burn-gel'] }, quiet: [{ units: ['gauze-pads'] }] },
  'tablets-unlabelled': { fires: { units: ['tablets'] }, quiet: [{ units: [{ kind: 'tablets', lot: 'T1', expiresOn: FAR }] }] },
  'daily-in-bleeding-kit': {
    fires: { units: ['closure-strips'] },
    quiet: [{ units: ['closure-strips'], brief: { dayToDay: true } }, { units: ['gauze-pads'] }],
  },
  'practice-in-kit': {
    fires: { units: [{ kind: 'windlass-tourniquet', condition: 'practice' }] },
    quiet: [{ units: ['windlass-tourniquet'] }],
  },
  'lapsed-in-kit': {
    fires: { units: [{ kind: 'kaolin-gauze', expiresOn: PAST }] },
    quiet: [{ units: [{ kind: 'kaolin-gauze', expiresOn: TODAY }] }, { units: ['kaolin-gauze'] }],
  },
  'opened-sterile': {
    fires: { units: [{ kind: 'gauze-pads', condition: 'opened', piecesUsed: 1 }] },
    quiet: [{ units: [{ kind: 'adhesive-dressings', condition: 'opened' }] }],
  },
  'damaged-in-kit': { fires: { units: [{ kind: 'shears', condition: 'damaged' }] }, quiet: [{ units: ['shears'] }] },
  'lapses-before-inspection': {
    fires: { units: [{ kind: 'kaolin-gauze', expiresOn: SOON }] },
    quiet: [{ units: [{ kind: 'kaolin-gauze', expiresOn: FAR }] }, { units: [{ kind: 'kaolin-gauze', expiresOn: PAST }] }],
  },
  'heat-sensitive': {
    fires: { units: ['gloves'], position: 'headrest' },
    quiet: [
      { units: ['gloves'], position: 'wall-box' },
      { units: ['shears'], position: 'headrest' },
    ],
  },
  'tape-oozes': {
    fires: { units: ['tape-roll'], position: 'console' },
    quiet: [
      { units: ['tape-roll'], position: 'wall-box' },
      { units: ['flat-tape'], position: 'console' },
    ],
  },
  'too-heavy': {
    fires: { units: ['heat-blanket', 'pocket-mask'], position: 'front-pocket' },
    quiet: [
      { units: ['marker'], position: 'vest-front' },
      { units: [{ kind: 'heat-blanket', count: 9 }], position: 'wall-box' },
    ],
  },
  'too-thick': {
    fires: { units: ['marker'], position: 'back-pocket', packedMm: 30 },
    quiet: [
      { units: ['marker'], position: 'back-pocket', packedMm: 10 },
      { units: ['marker'], position: 'back-pocket' },
    ],
  },
  'container-too-large': {
    fires: { units: [], container: 'shoulder-bag', position: 'back-pocket' },
    quiet: [{ units: [], container: 'belt-pouch', position: 'belt-side' }],
  },
  'seated-bulk': {
    fires: { units: ['marker'], position: 'small-of-back', packedMm: 40 },
    quiet: [
      { units: ['marker'], position: 'small-of-back', packedMm: 20 },
      { units: ['marker'], position: 'vest-front', packedMm: 40 },
    ],
  },
  'ankle-tires': {
    fires: { units: [{ kind: 'windlass-tourniquet', count: 4 }], position: 'ankle' },
    quiet: [{ units: ['windlass-tourniquet'], position: 'ankle' }, { units: [{ kind: 'windlass-tourniquet', count: 4 }] }],
  },
  'kaolin-with-blood-thinners': {
    fires: { units: ['kaolin-gauze'], brief: { onBloodThinners: 1 } },
    quiet: [
      { units: ['kaolin-gauze'] },
      { units: ['kaolin-gauze', 'chitosan-gauze'], brief: { onBloodThinners: 1 } },
      { units: ['plain-gauze'], brief: { onBloodThinners: 1 } },
    ],
  },
  'barred-at-security': {
    fires: { units: ['shears'], brief: { securityChecks: true } },
    quiet: [{ units: ['shears'] }, { units: ['windlass-tourniquet'], brief: { securityChecks: true } }],
  },
  'strangers-and-skill': {
    fires: { units: ['nasal-airway-28'], brief: { strangers: true, training: 'trauma' } },
    quiet: [
      { units: ['nasal-airway-28'], brief: { training: 'trauma' } },
      { units: ['windlass-tourniquet'], brief: { strangers: true } },
    ],
  },
  'strangers-no-guide': {
    fires: { units: ['marker'], brief: { strangers: true } },
    quiet: [{ units: ['marker', 'guide'], brief: { strangers: true } }, { units: ['marker'] }],
  },
  'skill-not-practised': {
    fires: { units: ['windlass-tourniquet'], brief: { carers: [carer('Bow hand', ['breath'])] } },
    quiet: [
      { units: ['windlass-tourniquet'], brief: { carers: [carer('Bow hand', ['tourniquet'])] } },
      { units: ['marker'], brief: { training: 'untrained' } },
      { units: ['windlass-tourniquet'], brief: { training: 'bleedingControl' } },
    ],
  },
  'not-found-in-drills': {
    fires: {
      units: ['vented-seals', 'foil-blanket'],
      finds: [{ kind: 'vented-seals', who: 'Ruth', seconds: 21, behind: ['foil-blanket'] }],
    },
    quiet: [{ units: ['vented-seals'] }, { units: ['marker'], finds: [{ kind: 'vented-seals', who: 'Ruth', seconds: null, behind: [] }] }],
  },
  'course-lapsed': {
    fires: { units: [], brief: { carers: [knowing(addDays(TODAY, -3), addDays(TODAY, 180))] } },
    quiet: [
      { units: [], brief: { carers: [knowing(FAR, null)] } },
      { units: [], brief: { carers: [knowing(null, null)] } },
    ],
  },
  'counts-by-remote-advice': {
    fires: { units: ['nasal-airway-28'], brief: { remoteAdvice: true } },
    quiet: [
      { units: ['nasal-airway-28'], brief: { remoteAdvice: true, training: 'trauma' } },
      { units: ['decompression-needle'], brief: { remoteAdvice: true } },
    ],
  },
  'remote-advice-out-of-reach': {
    fires: { units: [], brief: { remoteAdvice: true, phoneCover: false } },
    quiet: [
      { units: [], brief: { remoteAdvice: true } },
      { units: ['satellite-messenger'], brief: { remoteAdvice: true, phoneCover: false } },
    ],
  },
  'tablets-and-aspirin': { fires: { units: ['aspirin'] }, quiet: [{ units: ['sugar-gel'] }, { units: ['tablets'] }] },
  'medicine-unnamed': { fires: { units: ['tablets'] }, quiet: [{ units: ['aspirin'] }, { units: ['marker'] }] },
  'strangers-and-medicines': {
    fires: { units: ['pain-tablets'], brief: { strangers: true } },
    quiet: [{ units: ['pain-tablets'] }, { units: ['sugar-gel'], brief: { strangers: true } }],
  },
  'latex-and-allergy': {
    fires: { units: ['latex-gloves'], brief: { withAllergies: 1 } },
    quiet: [{ units: ['latex-gloves'] }, { units: ['gloves'], brief: { withAllergies: 1 } }],
  },
  'closing-untrained': {
    fires: { units: ['suture-set'], brief: { training: 'trauma' } },
    quiet: [{ units: ['suture-set'], brief: { training: 'advanced' } }, { units: ['closure-strips'] }],
  },
  'guide-shows-another': {
    fires: { units: ['guide', 'ratchet-tourniquet'] },
    quiet: [{ units: ['guide', 'windlass-tourniquet'] }, { units: ['ratchet-tourniquet'] }],
  },
  'shears-and-belts': {
    fires: { units: ['shears-small'], brief: { threats: ['vehicle'] } },
    quiet: [{ units: ['shears-small'] }, { units: ['shears'], brief: { threats: ['vehicle'] } }],
  },
  'light-in-the-hand': {
    fires: { units: ['penlight'], brief: { dark: true } },
    quiet: [{ units: ['penlight'] }, { units: ['penlight', 'headlamp'], brief: { dark: true } }, { units: [], brief: { dark: true } }],
  },
  'dark-gloves': { fires: { units: ['gloves-dark'] }, quiet: [{ units: ['gloves'] }] },
  'gloves-sealed-in': {
    fires: { units: ['gloves'], container: 'vacuum-roll' },
    quiet: [{ units: ['gloves'] }, { units: ['marker'], container: 'vacuum-roll' }],
  },
  'nothing-binds': {
    fires: { units: ['splint-short'] },
    quiet: [{ units: ['splint-short', 'triangular-bandage'] }, { units: ['gauze-pads'] }],
  },
  'nothing-writes': {
    fires: { units: ['record-card'] },
    quiet: [{ units: ['record-card', 'marker'] }, { units: ['record-card', 'pencil'] }],
  },
  'own-injector': {
    fires: { units: [], brief: { withAllergies: 1 } },
    quiet: [{ units: [] }, { units: [], brief: { withAllergies: 1, injectors: [{ who: 'Ada', where: 'person' }] } }],
  },
  'bag-mask-alone': {
    fires: { units: ['bag-mask'], brief: { helpers: 1, training: 'advanced' } },
    quiet: [
      { units: ['bag-mask'], brief: { helpers: 2, training: 'advanced' } },
      { units: ['breath-barrier'], brief: { helpers: 1 } },
    ],
  },
  'not-made-ready': {
    fires: { units: ['flat-tape'], stage: { ticks: [{ step: 'flag:u0', on: TODAY, by: 'Mira' }] } },
    quiet: [
      { units: ['flat-tape'] },
      {
        units: ['flat-tape'],
        container: 'vest-pouch',
        stage: {
          hangsAt: 'on the vest',
          told: 'the bow crew',
          ticks: ['flag:u0', 'label:vest-pouch', 'hangs:on the vest', 'told:the bow crew'].map((step) => ({ step, on: TODAY, by: 'Mira' })),
        },
      },
    ],
  },
  'infants-and-tubes': {
    fires: { units: ['nasal-airway-20'], brief: { childrenByAge: { infants: 1, small: 0, older: 0 }, training: 'trauma' } },
    quiet: [{ units: ['nasal-airway-20'], brief: { childrenByAge: { infants: 0, small: 1, older: 0 }, training: 'trauma' } }],
  },
};

describe('a course', () => {
  it('that lapses soon is a note, one that has lapsed a warning', () => {
    const says = (lapsesOn: PlainDate) =>
      found({ units: [], brief: { carers: [knowing(lapsesOn, null)] } }).find(({ rule }) => rule === 'course-lapsed')?.severity ?? null;
    expect([addDays(TODAY, 61), addDays(TODAY, 60), addDays(TODAY, 1), TODAY].map(says)).toEqual([null, 'note', 'note', 'warn']);
  });
});

describe('every rule', () => {
  it('is named once and has cases of both kinds here', () => {
    const ids = RULES.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBeGreaterThanOrEqual(35);
    expect(Object.keys(CASES).sort()).toEqual([...ids].sort());
  });

  it.each(Object.entries(CASES))('%s speaks where it should, and only there', (id, { fires, quiet }) => {
    expect(idsIn(fires)).toContain(id);
    for (const kit of quiet) expect(idsIn(kit), JSON.stringify(kit)).not.toContain(id);
  });

  it.each(Object.entries(CASES).filter(([, { fires }]) => found(fires).some(({ fix }) => fix !== null)))(
    '%s: its fix mends what it found',
    (id, { fires }) => {
      const facts = factsOf(fires);
      const finding = runRules(facts).find(({ rule }) => rule === id);
      if (finding?.fix == null) return;
      const mended = applyFix(facts.draft, finding.fix, CATALOG, 'fixed');
      expect(mended).not.toBe(facts.draft);
      const after = runRules(factsAgain(facts, mended));
      const still = after.filter(({ rule }) => rule === id).length;
      expect(still, `${id} still speaks`).toBeLessThan(runRules(facts).filter(({ rule }) => rule === id).length);
    },
  );

  it('gives a reason in words and says what it looked at', () => {
    for (const { fires } of Object.values(CASES)) {
      for (const { reason, lookedAt, rule } of found(fires)) {
        expect(reason.length, rule).toBeGreaterThan(25);
        expect(reason).not.toMatch(/undefined|NaN|!/);
        if (rule !== 'container-too-large') expect(lookedAt.length, rule).toBeGreaterThan(0);
      }
    }
  });
});

describe('runRules', () => {
  it('says of heat what a logger told, where one did, and of the place only where none did', () => {
    const at = (position: string, heat?: { mktCelsius: number; maxCelsius: number }) =>
      runRules({ ...factsOf({ units: ['vented-seals'], position }), heat: heat ?? null }).find(({ rule }) => rule === 'heat-sensitive')
        ?.reason;
    const hot = POSITIONS.find(({ heat }) => heat === 'hot')?.id ?? '';
    const cool = POSITIONS.find(({ heat }) => heat === 'room')?.id ?? '';
    expect(at(hot)).toContain('not measured');
    expect(at(hot, { mktCelsius: 21, maxCelsius: 33 }), 'the log says that it is not').toBeUndefined();
    expect(at(cool)).toBeUndefined();
    expect(at(cool, { mktCelsius: 31, maxCelsius: 61.4 })).toContain('61 °C at most, 31 °C as mean kinetic temperature');
  });

  it('judges the size of film and bundles by what was packed, never by the largest that they could be', () => {
    const kit: Kit = { units: ['marker'], container: 'vacuum-roll', position: 'belt-side' };
    const says = (packedOuter?: { wMm: number; hMm: number; tMm: number }) =>
      runRules({ ...factsOf(kit), packedMm: packedOuter?.tMm ?? null, ...(packedOuter === undefined ? {} : { packedOuter }) }).map(
        ({ rule }) => rule,
      );
    expect(says()).not.toContain('container-too-large');
    expect(says({ wMm: 60, hMm: 150, tMm: 12 })).not.toContain('container-too-large');
    expect(says({ wMm: 400, hMm: 500, tMm: 12 })).toContain('container-too-large');
  });

  it('puts stops first, then warnings, then notes', () => {
    const severities = found({
      units: [
        { kind: 'windlass-tourniquet', condition: 'practice' },
        'kaolin-gauze',
        'penlight',
        'nasal-airway-28',
        { kind: 'gloves', count: 3 },
      ],
    }).map(({ severity }) => SEVERITIES.indexOf(severity));
    expect(severities).toEqual([...severities].sort((a, b) => a - b));
    expect(new Set(severities).size).toBe(3);
  });

  it('says nothing of an empty kit that fits its place', () => {
    expect(found({ units: [], container: 'belt-pouch', position: 'belt-side' })).toEqual([]);
  });

  it('stays calm over random kits: no throw, no fix that leads nowhere', () => {
    const random = new Random(seeded(61));
    for (let round = 0; round < rounds(500); round += 1) {
      const units = Array.from({ length: random.below(12) }, (): Laid => {
        const kind = KINDS[random.below(KINDS.length)];
        const condition = CONDITIONS[random.below(CONDITIONS.length)] ?? 'ready';
        return {
          kind: kind?.id ?? 'marker',
          condition,
          count: 1 + random.below(3),
          expiresOn: random.next() < 0.5 ? addDays(TODAY, random.below(400) - 100) : null,
        };
      });
      const facts = factsOf({
        units,
        brief: { children: random.next() < 0.5, coldWet: random.next() < 0.5, helpers: 1 + random.below(3) },
        container: CONTAINERS[random.below(CONTAINERS.length)]?.id ?? 'belt-pouch',
        position: POSITIONS[random.below(POSITIONS.length)]?.id ?? 'ankle',
        packedMm: random.next() < 0.5 ? random.below(90) : null,
      });
      for (const { fix } of runRules(facts)) if (fix !== null) expect(applyFix(facts.draft, fix, CATALOG, 'fixed')).not.toBe(facts.draft);
    }
  });
});

describe('applyFix', () => {
  const { draft } = factsOf({ units: ['windlass-tourniquet', { kind: 'pressure-dressing', count: 2, lot: 'L', expiresOn: FAR }] });
  const [first, second] = draft.units;
  if (first === undefined || second === undefined) throw new Error('no units');

  it('swaps a thing for another one in its place, without its lot and date', () => {
    const swapped = applyFix(draft, { do: 'swap', label: '', unitId: second.id, kind: 'bar-bandage-100' }, CATALOG, 'new');
    expect(swapped.units[1]).toMatchObject({ id: 'new', kind: 'bar-bandage-100', count: 2, lot: null, expiresOn: null });
    expect(swapped.units[0]).toBe(first);
  });

  it('changes nothing where the thing is gone or the kind is unknown', () => {
    const gone = { ...first, id: UnitSchema.shape.id.parse('gone') };
    expect(applyFix(draft, { do: 'takeOut', label: '', unitId: gone.id }, CATALOG, 'n')).toBe(draft);
    expect(applyFix(draft, { do: 'setState', label: '', unitId: gone.id, state: 'x' }, CATALOG, 'n')).toBe(draft);
    expect(applyFix(draft, { do: 'swap', label: '', unitId: gone.id, kind: 'marker' }, CATALOG, 'n')).toBe(draft);
    expect(applyFix(draft, { do: 'add', label: '', kind: 'nothing' }, CATALOG, 'n')).toBe(draft);
  });

  it('never changes the draft that it was given', () => {
    const frozen = JSON.stringify(draft);
    applyFix(draft, { do: 'setState', label: '', unitId: second.id, state: 'outerOff' }, CATALOG, 'n');
    applyFix(draft, { do: 'takeOut', label: '', unitId: second.id }, CATALOG, 'n');
    expect(JSON.stringify(draft)).toBe(frozen);
  });
});

// What stands in the reasons is a planning value: each is tried on both sides.
describe('limits of rules', () => {
  const spoken = (id: string, kit: Kit) => runRules(factsOf(kit)).filter(({ rule }) => rule === id);

  it('300 g on the ankle are borne, a gram more is not', () => {
    const light: Laid[] = ['flat-windlass-tourniquet', 'flat-windlass-tourniquet', 'windlass-tourniquet'];
    const on = (...more: Laid[]) => spoken('ankle-tires', { units: [...light, ...more], container: 'none', position: 'ankle' });
    expect(on('breath-barrier')).toEqual([]);
    expect(on('breath-barrier', 'antiseptic-wipe')[0]?.reason).toMatch(/^302 g on the ankle tires a leg; over 300 g/);
  });

  const at = (kit: Kit, change: (position: Position) => Partial<Position>) => {
    const facts = factsOf(kit);
    if (facts.position === undefined) throw new Error('no such place');
    return { ...facts, position: { ...facts.position, ...change(facts.position) } };
  };
  const speaks = (id: string, facts: Parameters<typeof runRules>[0]) => runRules(facts).some(({ rule }) => rule === id);

  it('what is just as heavy or as thick as the place bears is not too much, a gram or a millimetre more is', () => {
    const kit: Kit = { units: ['windlass-tourniquet'], packedMm: 40 };
    const massG = 80 + (CONTAINERS.find(({ id }) => id === 'belt-pouch')?.massG ?? 0);
    expect(
      [massG, massG - 1].map((limit) =>
        speaks(
          'too-heavy',
          at(kit, () => ({ massG: limit })),
        ),
      ),
    ).toEqual([false, true]);
    const outer = 40 + (CONTAINERS.find(({ id }) => id === 'belt-pouch')?.wallMm ?? 0);
    expect(
      [outer, outer - 1].map((tMm) =>
        speaks(
          'too-thick',
          at(kit, () => ({ tMm })),
        ),
      ),
    ).toEqual([false, true]);
    const bulk = (packedMm: number) => speaks('seated-bulk', factsOf({ units: ['marker'], position: 'small-of-back', packedMm }));
    const wall = outer - 40;
    expect([30 - wall, 30.5 - wall].map(bulk)).toEqual([false, true]);
  });

  it('what lapses before 90 days are over, or 180 indoors, is told, the soonest first', () => {
    const lasting = (days: number): Laid => ({ kind: 'kaolin-gauze', expiresOn: addDays(TODAY, days) });
    const told = (layer: KitDraft['layer'], ...days: number[]) =>
      spoken('lapses-before-inspection', { units: days.map(lasting), layer })[0];
    expect([89, 90].map((days) => told('worn', days) !== undefined)).toEqual([true, false]);
    expect([179, 180].map((days) => told('base', days) !== undefined)).toEqual([true, false]);
    expect(told('worn', 60, 20, 40)?.reason).toContain(showDate(addDays(TODAY, 20)));
    expect(told('worn', 60, 20, 40)?.lookedAt).toEqual(['u1', 'u2', 'u0']);
    expect(told('worn', 20)?.reason).toContain('(90 days, planning value)');
    expect(told('worn', -1)).toBeUndefined();
  });

  it('of three pairs of seals the last broken one is said', () => {
    const odd = (piecesUsed: number) =>
      spoken('seals-odd', { units: [{ kind: 'vented-seals', count: 3, piecesUsed }], brief: { penetrating: true } }).length > 0;
    // The good seal of a broken pair is a spare while a whole pair is there.
    expect([0, 1, 2, 3, 4, 5].map(odd)).toEqual([false, false, false, false, false, true]);
  });

  it('a bag-mask wants two pairs of hands', () => {
    const alone = (brief: Partial<Brief>) => spoken('bag-mask-alone', { units: ['bag-mask'], brief }).length > 0;
    const able = carer('A', ['breath', 'bagMask']);
    expect(alone({ helpers: 1, training: 'advanced' })).toBe(true);
    expect(alone({ helpers: 2, training: 'advanced' })).toBe(false);
    expect(alone({ helpers: 1, carers: [able] })).toBe(true);
    expect(alone({ helpers: 1, carers: [able, carer('B', [])] })).toBe(false);
  });

  it('repacked tablets need both lot and date', () => {
    const told = (more: object) => spoken('tablets-unlabelled', { units: [{ kind: 'tablets', ...more }] }).length > 0;
    const expiresOn = addDays(TODAY, 400);
    expect([{}, { lot: 'T1' }, { expiresOn }, { lot: 'T1', expiresOn }].map(told)).toEqual([true, true, true, false]);
  });
});
