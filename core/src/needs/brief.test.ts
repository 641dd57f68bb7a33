import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { DISPUTES } from '../catalog/disputes.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { Random } from '../fit/random.ts';
import { type Brief, BriefSchema, type Carer, OverrideSchema, ownSkillsOf, skillsOf, THREATS, TRAININGS } from '../model/brief.ts';
import { NEED_IDS, type NeedId, SKILLS } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { schoolIssues } from '../model/school.ts';
import { inWords } from '../model/words.ts';
import { compareNeeds } from './compare.ts';
import { deriveNeeds, evaluateTerms } from './needs.ts';
import { briefSummary, showHours } from './summary.ts';

const TODAY = plainDate('2026-12-02');
const school = (id: string) => {
  const found = SCHOOLS.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const COMMITTEE = school('committee-first');
const brief = (change: Partial<Brief> = {}): Brief => BriefSchema.parse(change);
const needs = (change: Partial<Brief> = {}, schoolId = 'committee-first') => deriveNeeds(brief(change), school(schoolId));
const need = (id: NeedId, change: Partial<Brief> = {}) => {
  const found = needs(change).find((candidate) => candidate.need === id);
  if (found === undefined) throw new Error(`no need ${id}`);
  return found;
};
const carer = (skills: Carer['skills'], authorised: Carer['authorised'] = []): Carer => ({
  name: 'Coxswain',
  carries: true,
  skills,
  authorised,
  personId: null,
  knows: [],
});

describe('skills', () => {
  it('come from the training level until people are named, and then from the people', () => {
    expect(skillsOf(brief({ training: 'trauma' }))).toContain('airway');
    expect(skillsOf(brief({ training: 'trauma', carers: [carer(['tourniquet'])] }))).toEqual(['tourniquet']);
  });

  it('that need authority count only where it was given', () => {
    expect(need('R.decompress', { carers: [carer(['decompression'])] }).ideal).toBe(0);
    expect(need('R.decompress', { carers: [carer(['decompression'], ['decompression'])] }).ideal).toBe(1);
  });

  it('are stood in for by remote advice, but never decompression', () => {
    const skills = skillsOf(brief({ training: 'untrained', remoteAdvice: true }));
    expect(skills).toContain('airway');
    expect(skills).not.toContain('decompression');
    expect(need('A.airway', { training: 'untrained', remoteAdvice: true }).reason).toContain('only with remote medical advice');
  });
});

// Common practice, no source.
describe('people and threats', () => {
  it('want an airway of every size that is present', () => {
    const airway = (childrenByAge: Brief['childrenByAge'], persons = 6) =>
      need('A.airway', { training: 'trauma', persons, casualties: 1, childrenByAge }).ideal;
    expect(airway({ infants: 0, small: 0, older: 0 })).toBe(1);
    expect(airway({ infants: 0, small: 2, older: 0 })).toBe(2);
    expect(airway({ infants: 0, small: 2, older: 1 })).toBe(3);
    expect(airway({ infants: 1, small: 0, older: 0 })).toBe(1);
    expect(airway({ infants: 0, small: 2, older: 0 }, 2)).toBe(1);
  });

  it.each([
    ['burn', 'D.burn'],
    ['fall', 'D.splint'],
    ['eye', 'D.flush'],
    ['bites', 'D.bite'],
  ] as const)('%s asks for %s in a kit without day-to-day things', (threat, id) => {
    expect(need(id).ideal).toBe(0);
    expect(need(id, { threats: [threat] }).least).toBeGreaterThan(0);
  });

  it('beyond phone cover want two independent means to call', () => {
    expect(need('H.call', { hoursToCare: 0.5 }).ideal).toBe(1);
    expect(need('H.call', { hoursToCare: 0.5, phoneCover: false }).ideal).toBe(2);
  });

  it('with diabetes want sugar, beside the daily doses', () => {
    expect(need('D.sugar', { withDiabetes: 2 }).least).toBe(4);
    expect(need('D.meds', { withDiabetes: 1, dosesPerDay: 1, daysOut: 7, persons: 1 }).least).toBe(8);
  });

  it('count named carers as helpers', () => {
    expect(need('S.hands', { helpers: 1, carers: [carer([]), carer([]), carer([])] }).least).toBe(6);
  });
});

describe('a quantity set by hand', () => {
  const set = { least: 4, ideal: 6, windowS: 90, reason: 'two boats share this kit' };

  it('stands in front of what was derived, which stays beside it with the reason', () => {
    const limb = need('M.limb', { overrides: { 'M.limb': set } });
    expect(limb).toMatchObject({ least: 4, ideal: 6, windowS: 90 });
    expect(limb.override).toEqual({ reason: set.reason, derived: { least: 1, ideal: 1, windowS: 180 } });
  });

  it('keeps least and ideal in order where only one of them is set', () => {
    expect(need('M.limb', { overrides: { 'M.limb': { ...set, ideal: null } } })).toMatchObject({ least: 4, ideal: 4 });
    expect(need('S.hands', { overrides: { 'S.hands': { ...set, least: null, ideal: 1 } } })).toMatchObject({ least: 1, ideal: 1 });
  });

  it('is refused without a reason, and with an ideal under the least', () => {
    expect(OverrideSchema.safeParse({ ...set, reason: ' ' }).error?.issues[0]?.path).toEqual(['reason']);
    expect(OverrideSchema.safeParse({ ...set, ideal: 3 }).error?.issues[0]?.path).toEqual(['ideal']);
  });
});

describe('the summary', () => {
  it('says who, what, how far, who helps, which kit and which school, in one paragraph', () => {
    const text = briefSummary(
      brief({
        persons: 6,
        childrenByAge: { infants: 0, small: 1, older: 0 },
        onBloodThinners: 1,
        threats: ['machinery', 'drowning'],
        coldWet: true,
        hoursToCare: 2.5,
        daysOut: 2,
        phoneCover: false,
        carers: [{ name: 'Coxswain', carries: true, skills: ['tourniquet', 'decompression'], authorised: [], personId: null, knows: [] }],
        securityChecks: true,
        overrides: { 'R.seal': { least: 4, ideal: null, windowS: null, reason: 'two boats share it' } },
      }),
      COMMITTEE,
      TODAY,
    );
    expect(text).toBe(
      'Individual first aid. Covers 6 persons (among them 1 child aged 1 to 7 and 1 on blood thinners), and plans for 2 casualties at once. ' +
        'Likely: machinery or crush; drowning or overdose; cold or wet. ' +
        'Professional care is about 2 h 30 min away on a trip of 2 days, beyond phone cover. ' +
        'Those who help: Coxswain, who carries it (tourniquet). ' +
        'The kit is worn or carried, must do when it is grabbed alone and has to pass security checks. ' +
        'What comes first follows the school “Committee-first”. ' +
        'Set by hand: chest seals at least 4 (two boats share it).',
    );
  });

  it('writes times as people say them', () => {
    expect([0.1, 0.75, 1.99, 2, 2.5, 47, 48, 60, 120].map(showHours)).toEqual([
      '6 min',
      '45 min',
      '119 min',
      '2 h',
      '2 h 30 min',
      '47 h',
      '2 days',
      '2.5 days',
      '5 days',
    ]);
    expect(inWords([])).toBe('');
  });

  it.each(TEMPLATES.map((template) => [template.id, template] as const))('has no hole for the template %s', (_, template) => {
    expect(briefSummary(template.brief, school(template.schoolId), TODAY)).not.toMatch(/undefined|NaN|null| {2}/);
  });
});

describe('templates', () => {
  it('are at least eight, each named once, and no two ask for the same', () => {
    expect(TEMPLATES.length).toBeGreaterThanOrEqual(8);
    expect(new Set(TEMPLATES.map(({ name }) => name)).size).toBe(TEMPLATES.length);
    const asked = TEMPLATES.map(({ brief: own }) => JSON.stringify(deriveNeeds(own, COMMITTEE).map(({ least, ideal }) => [least, ideal])));
    expect(new Set(asked).size).toBe(TEMPLATES.length);
  });
});

/** Any brief that the schema lets through. */
function randomBrief(random: Random): Brief {
  const flag = () => random.next() < 0.5;
  const few = () => random.below(4);
  const some = <T>(from: readonly T[]): T[] => from.filter(() => random.next() < 0.4);
  const least = random.below(6);
  return BriefSchema.parse({
    persons: 1 + random.below(40),
    casualties: flag() ? null : 1 + random.below(5),
    helpers: 1 + random.below(5),
    hoursToCare: random.next() < 0.5 ? random.next() * 3 : random.below(200),
    daysOut: random.below(15),
    penetrating: flag(),
    coldWet: flag(),
    dark: flag(),
    training: TRAININGS[random.below(TRAININGS.length)],
    standsAlone: flag(),
    staysPut: flag(),
    children: flag(),
    dayToDay: flag(),
    dosesPerDay: few(),
    childrenByAge: { infants: few(), small: few(), older: few() },
    animals: few(),
    olderPersons: few(),
    onBloodThinners: few(),
    withAllergies: few(),
    withDiabetes: few(),
    threats: some(THREATS),
    phoneCover: flag(),
    securityChecks: flag(),
    strangers: flag(),
    remoteAdvice: flag(),
    carers: Array.from({ length: few() }, (_, index) => ({
      name: `Carer ${index}`,
      carries: flag(),
      skills: some(SKILLS),
      authorised: some(SKILLS),
    })),
    overrides: flag() ? {} : { 'M.limb': { least, ideal: least + few(), windowS: null, reason: 'because we say so' } },
  });
}

describe('whatever the brief', () => {
  it('needs are in order and whole, terms add up, gated things need their skill, and the summary has no hole', () => {
    const random = new Random(seeded(3));
    for (let round = 0; round < rounds(500); round += 1) {
      const given = randomBrief(random);
      const own = SCHOOLS[random.below(SCHOOLS.length)] ?? COMMITTEE;
      const derived = deriveNeeds(given, own);
      const skills = skillsOf(given);
      expect(derived.map(({ need: id }) => id)).toEqual(own.order);
      for (const { need: id, least, ideal, terms, override, reason } of derived) {
        expect(Number.isInteger(least) && least >= 0 && ideal >= least, `${id} ${least} ${ideal}`).toBe(true);
        expect(evaluateTerms(terms.least), id).toBe(override?.derived.least ?? least);
        expect(reason.length, id).toBeGreaterThan(5);
        if (id === 'A.airway' && ideal > 0) expect(skills.includes('airway') || skills.includes('airwayOral')).toBe(true);
        if (id === 'R.decompress' && ideal > 0) expect(ownSkillsOf(given)).toContain('decompression');
      }
      expect(briefSummary(given, own, TODAY)).not.toMatch(/undefined|NaN|null|\(\)| {2}/);
    }
  });

  it('worse threats never ask for less: 300 briefs', () => {
    const random = new Random(seeded(5));
    for (let round = 0; round < rounds(300); round += 1) {
      const given = { ...randomBrief(random), overrides: {} };
      const calm = deriveNeeds({ ...given, threats: [], penetrating: false, phoneCover: true }, COMMITTEE);
      const bad = deriveNeeds({ ...given, threats: [...THREATS], penetrating: true, phoneCover: false }, COMMITTEE);
      for (const [index, before] of calm.entries()) {
        expect(bad[index]?.least, before.need).toBeGreaterThanOrEqual(before.least);
        expect(bad[index]?.ideal, before.need).toBeGreaterThanOrEqual(before.ideal);
      }
    }
  });
});

describe('two briefs, or two schools, side by side', () => {
  it('differ nowhere from themselves', () => {
    for (const difference of compareNeeds(needs(), needs())) expect(difference.changes).toEqual([]);
  });

  it('name quantities and places that differ, every need once and in MARCH order', () => {
    const differences = compareNeeds(needs({ penetrating: true }), needs({ penetrating: true }, 'bleeding-only'));
    expect(differences.map(({ need: id }) => id)).toEqual([...NEED_IDS]);
    expect(differences.find(({ need: id }) => id === 'R.seal')).toMatchObject({
      changes: ['least', 'ideal'],
      before: { least: 2 },
      after: { least: 0 },
    });
    const swapped = compareNeeds(needs(), needs({}, 'one-piece-at-a-time')).find(({ need: id }) => id === 'M.pack');
    expect(swapped).toMatchObject({ place: { before: 2, after: 1 }, changes: ['order'] });
  });
});

describe('schools', () => {
  it.each(SCHOOLS.map((own) => [own.id, own] as const))('%s gives a reason for each line of its own, and is valid', (_, own) => {
    expect(schoolIssues(own, kindCatalog())).toEqual([]);
    expect(Object.keys(own.why).length).toBeGreaterThanOrEqual(4);
    for (const kind of Object.keys(own.grades)) expect(own.gradeWhy[kind]?.length, kind).toBeGreaterThan(10);
    for (const quantity of Object.values(own.quantities)) expect(quantity?.reason.length).toBeGreaterThan(5);
  });

  it('are refused with a need twice, a need missing, an unknown kind, or figures upside down', () => {
    const broken = {
      ...COMMITTEE,
      order: COMMITTEE.order.with(0, 'M.pack' as const),
      exceptions: { 'magic-wand': { 'M.limb': 'primary' as const } },
      quantities: { 'R.seal': { least: 3, ideal: 2, reason: '' } },
    };
    expect(schoolIssues(broken, kindCatalog()).map(({ path }) => path)).toEqual([
      'order.2',
      'order',
      'exceptions.magic-wand',
      'quantities.R.seal.ideal',
      'quantities.R.seal.reason',
    ]);
  });

  it('have their disputes told by both sides, with a label for the evidence', () => {
    expect(DISPUTES.map(({ id }) => id)).toEqual([
      'gauze',
      'tourniquet',
      'seals',
      'breath',
      'airway',
      'bags',
      'c-and-h',
      'wrapper',
      'vacuum-or-pouch',
      'glove-colour',
      'needle-gauge',
      'closing',
      'antiseptics',
      'bag-mask',
      'nasal-size',
      'bright-or-subdued',
      'glue-sort',
    ]);
    for (const { sides, ivrak } of DISPUTES) {
      expect(sides.length).toBeGreaterThanOrEqual(2);
      expect(ivrak.length).toBeGreaterThan(40);
    }
  });
});
