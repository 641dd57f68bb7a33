import { addDays, plainDate } from '@ivrak/core/model';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { draftOfKit, issuesOf, withDemo } from './running.ts';

const call = withDemo();
const TODAY = plainDate('2026-11-25');

const personOf = async (id: string) => (await call('get', '/api/people')).body.people.find((one: { id: string }) => one.id === id);
const save = async (id: string, change: object) => {
  const { version, ...data } = await personOf(id);
  return call('put', `/api/people/${id}`, { version, data: { ...data, ...change } });
};
const kitOf = async (id: string) => (await call('get', `/api/kits/${id}`)).body;
const airwayOn = async (on: string) =>
  (await call('get', `/api/kits/console-case/coverage?on=${on}`)).body.needs.find(({ need }: { need: string }) => need === 'A.airway')
    .state;
const isla = async () => (await kitOf('console-case')).brief.carers.find(({ personId }: { personId: string }) => personId === 'isla');
const upkeep = async () => (await call('get', '/api/upkeep')).body;
const policy = (lapsedCourses: object) => call('put', '/api/settings', { lapsedCourses });
const summaries = async (path: string): Promise<string[]> => {
  const { body, text } = await call('get', path);
  const calendar = new ICAL.Component(ICAL.parse(typeof body === 'string' ? body : text));
  return calendar.getAllSubcomponents('vevent').map((one) => `${new ICAL.Event(one).startDate} ${new ICAL.Event(one).summary}`);
};
const course = (issuedOn: string, more: object = {}) => ({ name: 'Trauma afloat', skills: ['airway', 'seal'], issuedOn, ...more });
/** Good until the day before, and with the six months of warning no more from that day half a year on. */
const LAPSES = plainDate('2027-01-11');
const CLOSES = plainDate('2027-07-11');

describe('a course on the crew’s list', () => {
  it('is read by every brief that names the person, and closes the need on exactly its day', async () => {
    expect((await save('isla', { courses: [course('2025-01-10')] })).status).toBe(200);
    const { knows, skills } = await isla();
    expect(skills).toEqual([]);
    expect(knows.find(({ skill }: { skill: string }) => skill === 'airway')).toMatchObject({ lapsesOn: LAPSES, closesOn: CLOSES });
    expect([await airwayOn(TODAY), await airwayOn(addDays(CLOSES, -1)), await airwayOn(CLOSES)]).toEqual(['full', 'full', 'off']);
  });

  it('is told by upkeep, horizon, Muster and both calendars', async () => {
    const { courses, events } = await upkeep();
    const own = courses.find(({ course: name }: { course: string }) => name === 'Trauma afloat');
    expect(own).toMatchObject({ personId: 'isla', state: 'soon', lapsesOn: LAPSES, closesOn: CLOSES, bookBy: TODAY });
    expect(own.falls).toContainEqual({ kitId: 'console-case', kitName: 'Console case', need: 'A.airway', on: CLOSES });
    expect(events.find(({ type }: { type: string }) => type === 'skillLapse')).toMatchObject({ kitId: 'console-case', on: CLOSES });
    const { rows } = (await call('get', '/api/horizon')).body;
    const row = rows.find(({ of, id }: { of: string; id: string }) => of === 'kit' && id === 'console-case');
    expect(row.needs.find(({ need }: { need: string }) => need === 'A.airway')).toMatchObject({
      lapsesOn: CLOSES,
      bookBy: TODAY,
      orderBy: null,
    });
    for (const path of ['/api/calendar.ics', '/api/kits/console-case/calendar.ics']) {
      const entries = await summaries(path);
      expect(entries).toContain(`${LAPSES} Isla Vethrin: course “Trauma afloat” lapses`);
      expect(entries).toContain(`${TODAY} Isla Vethrin: book a course by today`);
      expect(entries).toContain(`${CLOSES} Console case: a need falls with a course`);
    }
    expect((await summaries('/api/kits/belt-kit/calendar.ics')).some((one) => one.includes('Isla'))).toBe(false);
  });

  it('closes when the setting says, and with it only warned of never', async () => {
    expect((await policy({ closes: true, warnMonths: 0 })).body.lapsedCourses).toEqual({ closes: true, warnMonths: 0 });
    expect([await airwayOn(addDays(LAPSES, -1)), await airwayOn(LAPSES)]).toEqual(['full', 'off']);
    await policy({ closes: false, warnMonths: 0 });
    expect(await airwayOn(addDays(CLOSES, 30))).toBe('full');
    expect((await upkeep()).events.some(({ type }: { type: string }) => type === 'skillLapse')).toBe(false);
    await policy({ closes: true, warnMonths: 6 });
    expect(issuesOf(await policy({ closes: true, warnMonths: 25 }))).toEqual(['lapsedCourses.warnMonths']);
  });

  it('is kept in the crew’s list alone: a brief that is saved keeps whom it names and nothing of what they know', async () => {
    const kit = await kitOf('console-case');
    const { version, brief } = kit;
    const draft = draftOfKit(kit);
    const forged = brief.carers.map((carer: { knows: object[] }) => ({
      ...carer,
      knows: carer.knows.map((one) => ({ ...one, lapsesOn: null, closesOn: null })),
    }));
    const saved = await call('put', '/api/kits/console-case', { version, draft: { ...draft, brief: { ...brief, carers: forged } } });
    expect(saved.status).toBe(200);
    expect(await airwayOn(CLOSES)).toBe('off');
    const exported = (await call('get', '/api/export')).body;
    const row = exported.kits.find(({ id }: { id: string }) => id === 'console-case');
    expect(row.brief.carers[0]).toMatchObject({ personId: 'isla', skills: [], knows: [] });
    expect(exported.people.find(({ id }: { id: string }) => id === 'isla').courses).toHaveLength(1);
    expect((await call('post', '/api/import', exported)).status).toBe(200);
    expect(await airwayOn(CLOSES)).toBe('off');
    const unknown = { ...exported, people: exported.people.filter(({ id }: { id: string }) => id !== 'tomas') };
    expect(issuesOf(await call('post', '/api/import', unknown)).some((path) => path.endsWith('brief.carers.1.personId'))).toBe(true);
  });

  it('stays as it is where a page sends a person without courses, as one of an earlier version does', async () => {
    const { version, courses, practised, ...data } = await personOf('ruth');
    expect([courses.length, practised]).toEqual([1, {}]);
    expect((await call('put', '/api/people/ruth', { version, data: { ...data, role: 'race officer' } })).body.courses).toEqual(courses);
    expect((await save('ruth', { courses: [] })).body.courses).toEqual([]);
  });

  it('says what is wrong with it, and keeps whoever a brief names', async () => {
    expect(issuesOf(await save('isla', { courses: [course('2025-01-10', { skills: ['decompression'] })] }))).toEqual([
      'data.courses.0.skills',
    ]);
    expect(issuesOf(await save('isla', { courses: [course('2025-13-10')] }))).toEqual(['data.courses.0.issuedOn']);
    expect(issuesOf(await save('isla', { courses: [course('2025-01-10', { printedUntil: '2024-12-31' })] }))).toEqual([
      'data.courses.0.printedUntil',
    ]);
    const { version } = await personOf('tomas');
    const removed = await call('delete', `/api/people/tomas?version=${version}`);
    expect(removed.status).toBe(409);
    expect(removed.body.detail).toContain('Console case');
    const kit = await kitOf('belt-kit');
    const carers = [{ name: 'Nobody', personId: 'nobody' }];
    expect(
      issuesOf(
        await call('put', '/api/kits/belt-kit', { version: kit.version, draft: { ...draftOfKit(kit), brief: { ...kit.brief, carers } } }),
      ),
    ).toEqual(['brief.carers.0.personId']);
  });
});
