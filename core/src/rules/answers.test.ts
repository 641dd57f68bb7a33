import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { judgeKit } from '../kit/judgement.ts';
import { type Brief, BriefSchema, PURPOSES, SURROUNDINGS, THREATS, TRAININGS } from '../model/brief.ts';
import { nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { UnitSchema } from '../model/unit.ts';
import { runRules } from './rules.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-30');
const school = SCHOOLS.find(({ id }) => id === 'one-piece-at-a-time');
if (school === undefined) throw new Error('no school');
/** A kit about which many rules have something to say, too heavy for its place. */
const KINDS_LAID = [
  'elastic-wrap-tourniquet',
  'kaolin-gauze',
  'nasal-airway-28',
  'shears',
  'shears-small',
  'folding-cutter',
  'pain-tablets',
  'foil-blanket',
  'penlight',
];
const units = KINDS_LAID.map((kind, index) => UnitSchema.parse({ id: `u${index}`, kind, count: 1, condition: 'ready' }));
const place = POSITIONS.find(({ id }) => id === 'front-pocket');
const [container] = CONTAINERS;

/** Needs and findings of the kit under a brief. */
function said(given: Partial<Brief>): string {
  const brief = BriefSchema.parse({ persons: 3, training: 'trauma', dayToDay: true, ...given });
  const draft = {
    name: 'Kit',
    layer: 'worn' as const,
    personId: null,
    containerId: container?.id ?? '',
    positionId: place?.id ?? '',
    schoolId: school?.id ?? '',
    brief,
    setAside: [],
    ...nothingMadeReady(),
    units,
  };
  if (school === undefined) return '';
  const { needs, coverage } = judgeKit({ id: 'k', brief, units }, school, container, TODAY, CATALOG);
  const findings = runRules({ draft, brief, school, today: TODAY, coverage, container, position: place, catalog: CATALOG, packedMm: null });
  return JSON.stringify({ needs, findings });
}

/** One other answer to every question of the brief. */
const ANSWERS: Partial<Brief>[] = [
  ...PURPOSES.filter((purpose) => purpose !== 'individual').map((purpose) => ({ purpose })),
  ...SURROUNDINGS.filter((surroundings) => surroundings === 'boat').map((surroundings) => ({ surroundings })),
  { persons: 9 },
  { casualties: 3 },
  { helpers: 3 },
  { hoursToCare: 30 },
  { daysOut: 7 },
  { penetrating: true },
  { coldWet: true },
  { dark: true },
  ...TRAININGS.filter((training) => training !== 'trauma').map((training) => ({ training })),
  { standsAlone: false },
  { staysPut: true },
  { children: true },
  { dayToDay: false },
  { daily: { 'D.blister': false } },
  { dosesPerDay: 2 },
  { medicines: [{ who: 'Ada', substance: 'metoprolol', perDay: 1 }] },
  { injectors: [{ who: 'Ada', where: 'kit' }] },
  { childrenByAge: { infants: 1, small: 0, older: 0 } },
  { childrenByAge: { infants: 0, small: 1, older: 0 } },
  { childrenByAge: { infants: 0, small: 0, older: 1 } },
  { animals: 1 },
  { olderPersons: 1 },
  { onBloodThinners: 1 },
  { withAllergies: 1 },
  { withDiabetes: 1 },
  ...THREATS.filter((threat) => threat !== 'cardiac').map((threat) => ({ threats: [threat] })),
  { threats: ['cardiac'], staysPut: true },
  { phoneCover: false },
  { securityChecks: true },
  { strangers: true },
  { remoteAdvice: true },
  { carers: [{ name: 'Ada', carries: true, skills: ['tourniquet'], authorised: [], personId: null, knows: [] }] },
  { overrides: { 'M.limb': { least: 3, ideal: null, windowS: null, reason: 'two boats' } } },
];

describe('every answer of the brief', () => {
  const before = said({});
  it.each(ANSWERS.map((answer) => [JSON.stringify(answer), answer] as const))('%s changes what is asked or what is said', (_, answer) => {
    expect(said(answer)).not.toBe(before);
  });

  it('is walked here, field by field', () => {
    const walked = new Set(ANSWERS.flatMap((answer) => Object.keys(answer)));
    expect([...Object.keys(BriefSchema.shape)].filter((field) => !walked.has(field))).toEqual([]);
  });
});
