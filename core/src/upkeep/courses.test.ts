import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { coverageNow, problemOf } from '../coverage/coverage.ts';
import { judgeKit } from '../kit/judgement.ts';
import { type Person, PersonSchema } from '../model/answers.ts';
import { type Brief, BriefSchema, briefOn, briefToKeep, skillsOf, skillsOn } from '../model/brief.ts';
import { CourseSchema, goodUntil, knownSkills, LapsePolicySchema } from '../model/course.ts';
import { type NeedId, SKILL_FACTS, SKILLS, type Skill } from '../model/need.ts';
import { addDays, addMonths, plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { briefSummary } from '../needs/summary.ts';
import { courseDates } from './courses.ts';
import { horizon } from './horizon.ts';
import { upkeepEvents } from './upkeep.ts';

const CATALOG = kindCatalog();
const [SCHOOL] = SCHOOLS as readonly [School];
const TODAY = plainDate('2026-12-02');
const SPAN = 730;
const COUNTED: readonly string[] = [
  'windlass-tourniquet',
  'nasal-airway-28',
  'decompression-needle',
  'breath-barrier-mask',
  'fingertip-pulse-oximeter',
];
const UNITS = [...CATALOG.values()]
  .filter(({ id, skill, family }) => COUNTED.includes(id) || skill !== null || family === 'breathBarrier')
  .map(({ id }): Unit => UnitSchema.parse({ id: `u-${id}`, kind: id, count: 2, condition: 'ready', state: 'asSold' }));

const person = (id: string, courses: readonly unknown[], skills: readonly Skill[] = SKILLS): Person =>
  PersonSchema.parse({ id, name: id, skills, authorised: skills.filter((skill) => SKILL_FACTS[skill].needsAuthority), courses });
const carersOf = (people: readonly Person[], policy = LapsePolicySchema.parse({})) =>
  people.map((one) => ({ name: one.name, personId: one.id, knows: knownSkills(one, policy) }));
const anyCourse = fc.record({
  name: fc.constantFrom('River rescue', 'Trauma first aid', 'Shore medic'),
  skills: fc.subarray([...SKILLS], { minLength: 1 }),
  issuedOn: fc.integer({ min: -1200, max: 0 }).map((days) => addDays(TODAY, days)),
  months: fc.constantFrom(6, 12, 24, 36),
});
const anyPolicy = fc.record({ closes: fc.boolean(), warnMonths: fc.integer({ min: 0, max: 12 }) });

describe('a course', () => {
  it('is good for whole months to the same day, and where the month is too short to its last', () => {
    // As PostgreSQL adds an interval of months to a date: manual, section 9.9 (date/time operators).
    expect(addMonths(plainDate('2026-08-31'), 6)).toBe('2027-02-28');
    expect(addMonths(plainDate('2024-02-29'), 24)).toBe('2026-02-28');
    expect(addMonths(plainDate('2026-12-02'), 24)).toBe('2028-12-02');
  });

  it('is never good for longer than what is printed on it, whatever is planned', () => {
    fc.assert(
      fc.property(anyCourse, fc.integer({ min: 0, max: 2000 }), (course, days) => {
        const printedUntil = addDays(course.issuedOn, days);
        expect(goodUntil(CourseSchema.parse({ ...course, printedUntil }))).toBe(printedUntil);
      }),
      { seed: seeded(71), numRuns: rounds(200) },
    );
    expect(CourseSchema.safeParse({ name: 'x', skills: ['seal'], issuedOn: TODAY, printedUntil: addDays(TODAY, -1) }).success).toBe(false);
  });

  it('counts where another one is good for longer, and closes nothing where nobody wrote one down', () => {
    const old = { name: 'Old', skills: ['airway', 'seal'], issuedOn: '2024-01-10' };
    const fresh = { name: 'Fresh', skills: ['seal'], issuedOn: '2026-01-10' };
    const known = new Map(
      knownSkills(person('isla', [fresh, old], ['airway', 'seal', 'packing']), LapsePolicySchema.parse({})).map((one) => [one.skill, one]),
    );
    expect(known.get('airway')).toMatchObject({ course: 'Old', lapsesOn: '2026-01-11', closesOn: '2026-07-11' });
    expect(known.get('seal')).toMatchObject({ course: 'Fresh', lapsesOn: '2028-01-11', closesOn: '2028-07-11' });
    expect(known.get('packing')).toMatchObject({ course: '', lapsesOn: null, closesOn: null });
  });
});

describe('a brief with people of the crew', () => {
  const lapsing = person(
    'Isla',
    [{ name: 'River rescue', skills: ['airway', 'vitals'], issuedOn: '2024-12-10' }],
    ['airway', 'vitals', 'seal'],
  );
  const briefOf = (people: readonly Person[], policy = LapsePolicySchema.parse({})): Brief =>
    BriefSchema.parse({ carers: carersOf(people, policy) });

  it('asks nothing of them without its day, and keeps nothing that stands on the crew’s list', () => {
    const brief = briefOf([lapsing]);
    expect(skillsOf(brief)).toEqual([]);
    expect(skillsOn(brief, TODAY)).toEqual(['seal', 'airway', 'vitals']);
    expect(briefToKeep(briefOn(brief, TODAY)).carers).toMatchObject([{ personId: 'Isla', skills: [], authorised: [], knows: [] }]);
  });

  it('says the date on which a course lapsed, and until when it counts', () => {
    const brief = briefOf([lapsing]);
    expect(briefSummary(brief, SCHOOL, TODAY)).not.toContain('lapsed');
    expect(briefSummary(brief, SCHOOL, plainDate('2026-12-11'))).toContain(
      'Isla’s course “River rescue” lapsed on 11 Dec 2026 (nasal airway and vital signs): it counts until 10 Jun 2027.',
    );
    const closed = plainDate('2027-06-11');
    expect(briefSummary(brief, SCHOOL, closed)).toContain('it opens no need since 11 Jun 2027');
    const airway = deriveNeeds(briefOn(brief, closed), SCHOOL).find(({ need }) => need === 'A.airway');
    expect(airway).toMatchObject({ least: 0, reason: expect.stringContaining('Isla’s course lapsed on 11 Dec 2026') });
    const warned = LapsePolicySchema.parse({ closes: false });
    expect(skillsOn(briefOf([lapsing], warned), plainDate('2036-01-01'))).toContain('airway');
  });

  it('lets each need fall on exactly its day, told beforehand, on every day of two years', () => {
    const seen = { course: 0, thing: 0 };
    const anyCrew = fc.array(fc.array(anyCourse, { maxLength: 3 }), { minLength: 1, maxLength: 3 });
    const anyDates = fc.array(fc.option(fc.integer({ min: 0, max: 900 })), { minLength: UNITS.length, maxLength: UNITS.length });
    fc.assert(
      fc.property(anyCrew, anyPolicy, anyDates, (crew, policy, dates) => {
        const people = crew.map((courses, index) =>
          person(
            `p${index}`,
            courses,
            SKILLS.filter((one) => courses.some(({ skills }) => skills.includes(one))),
          ),
        );
        const brief = BriefSchema.parse({ carers: carersOf(people, policy), threats: ['drowning'], penetrating: true });
        const units = UNITS.map((unit, index) => {
          const days = dates[index] ?? null;
          return { ...unit, expiresOn: days === null ? null : addDays(TODAY, days) };
        });
        const onDay = (day: number) => {
          const on = addDays(TODAY, day);
          const asked = briefOn(brief, on);
          const kit = { id: 'k', needs: deriveNeeds(asked, SCHOOL), school: SCHOOL, skills: skillsOf(asked), isChecked: false, units };
          return new Map(coverageNow(problemOf(kit, on), CATALOG).map((need) => [need.need, need]));
        };
        const judged = judgeKit({ id: 'k', brief, units }, SCHOOL, undefined, TODAY, CATALOG);
        const open = new Set(
          [...onDay(0).values()].flatMap(({ need, least, ideal, have }) => (ideal > 0 && have > 0 && have >= least ? [need] : [])),
        );
        const fallen = new Map<NeedId, string>();
        for (let day = 1; day <= SPAN; day += 1)
          for (const { need, least, ideal, have } of onDay(day).values())
            if (open.has(need) && !fallen.has(need) && (ideal === 0 || have < least)) fallen.set(need, addDays(TODAY, day));
        for (const need of open) {
          const told = judged.coverage.needs.find((one) => one.need === need)?.lapsesOn ?? null;
          expect(told === null || told > addDays(TODAY, SPAN) ? null : told).toBe(fallen.get(need) ?? null);
        }
        for (const { lapses } of judged.falls ?? []) seen[lapses.length > 0 ? 'course' : 'thing'] += 1;
      }),
      { seed: seeded(72), numRuns: rounds(12) },
    );
    expect(Math.min(seen.course, seen.thing)).toBeGreaterThan(1);
  });

  it('blames the thing, not the course, where both lapse on one day', () => {
    const brief = briefOf([lapsing], LapsePolicySchema.parse({ warnMonths: 0 }));
    const units = UNITS.map((unit) => ({ ...unit, expiresOn: plainDate('2026-12-10') }));
    const { falls } = judgeKit({ id: 'k', brief, units }, SCHOOL, undefined, TODAY, CATALOG);
    expect(falls?.find(({ need }) => need === 'A.airway')).toEqual({ need: 'A.airway', on: '2026-12-11', lapses: [] });
  });

  it('is told alike by horizon, dates and the crew’s courses, and nobody else’s course is blamed', () => {
    const fresh = person('Ruth', [{ name: 'Shore medic', skills: ['seal'], issuedOn: '2026-11-01' }], ['seal', 'vitals']);
    const policy = LapsePolicySchema.parse({ warnMonths: 1 });
    const brief = briefOf([lapsing, fresh], policy);
    const judged = judgeKit({ id: 'k', brief, units: UNITS }, SCHOOL, undefined, TODAY, CATALOG);
    const closesOn = plainDate('2027-01-11');
    expect(judged.falls).toEqual([
      {
        need: 'A.airway',
        on: closesOn,
        lapses: [{ personId: 'Isla', name: 'Isla', skill: 'airway', course: 'River rescue', lapsesOn: '2026-12-11' }],
      },
    ]);
    const kit = {
      ...{ id: 'k', name: 'Vest', units: UNITS, needs: judged.needs, school: SCHOOL, skills: skillsOn(brief, TODAY), isChecked: false },
      ...{ falls: judged.falls, brief, layer: 'worn' as const, person: null, inspectedOn: TODAY, inspectEveryDays: 90 },
    };
    const [row] = horizon([kit], TODAY, addDays(TODAY, SPAN), CATALOG);
    expect(row?.needs.find(({ need }) => need === 'A.airway')).toMatchObject({ lapsesOn: closesOn, orderBy: null, bookBy: TODAY });
    expect(row?.holdsUntil).toBe(addDays(closesOn, -1));
    const events = upkeepEvents({ ...kit, interval: { days: 90, why: '' } }, TODAY, addDays(TODAY, SPAN), CATALOG);
    expect(events.filter(({ type }) => type === 'skillLapse')).toMatchObject([
      {
        on: closesOn,
        need: 'A.airway',
        text: expect.stringMatching(/^Isla’s course “River rescue” is good until 10 Dec 2026; from this day/),
      },
    ]);
    // Carried with a kit whose brief keeps it open, the need stays open.
    const other = { ...kit, id: 'o', name: 'Other', brief: undefined, falls: null };
    const rows = horizon([kit, other], TODAY, addDays(TODAY, SPAN), CATALOG);
    expect(rows.find(({ of }) => of === 'layer')?.needs.find(({ need }) => need === 'A.airway')?.lapsesOn).toBeNull();
    const dates = courseDates([fresh, lapsing], policy, [{ id: 'k', name: 'Vest', falls: judged.falls }], TODAY);
    expect(dates).toMatchObject([
      {
        personName: 'Isla',
        state: 'soon',
        bookBy: TODAY,
        lapsesOn: '2026-12-11',
        closesOn,
        falls: [{ kitName: 'Vest', need: 'A.airway', on: closesOn }],
      },
      { personName: 'Ruth', state: 'good', bookBy: '2028-09-03', falls: [] },
    ]);
    expect(courseDates([lapsing], policy, [], plainDate('2026-12-11'))[0]?.state).toBe('lapsed');
    expect(courseDates([lapsing], policy, [], closesOn)[0]?.state).toBe('closed');
  });
});
