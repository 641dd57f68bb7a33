import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { PersonSchema } from '../model/answers.ts';
import { defaultLapsePolicy } from '../model/course.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { TripSchema } from '../model/trip.ts';
import { KitIdSchema, UnitSchema } from '../model/unit.ts';
import { tripSheet } from './trip.ts';

const SCHOOL = SCHOOLS[0] as School; // the catalogue's own test holds that there are schools
const unit = (id: string, kind: string, count = 1) => UnitSchema.parse({ id, kind, count, condition: 'ready' });
const kit = (id: string, ...kinds: string[]) => ({
  id: KitIdSchema.parse(id),
  name: id,
  layer: 'worn' as const,
  schoolId: SCHOOL.id,
  units: kinds.map((kind, index) => unit(`${id}-${index}`, kind)),
});
const person = (id: string, ...skills: string[]) => PersonSchema.parse({ id, name: id, skills });

const BLEEDING = ['windlass-tourniquet', 'plain-gauze', 'pressure-dressing'];
const WORLD = {
  kits: [
    kit('pouch', ...BLEEDING),
    kit('chest', ...BLEEDING, 'vented-seals'),
    kit('box', ...BLEEDING, 'vented-seals', 'vented-seals', 'gauze-pads'),
    kit('tube', 'nasal-airway-28'),
  ],
  people: [person('ana', 'tourniquet', 'packing', 'pressure'), person('ben', 'tourniquet', 'packing', 'pressure', 'seal', 'airway')],
  schools: SCHOOLS,
  catalog: kindCatalog(),
  on: plainDate('2026-12-01'),
  policy: defaultLapsePolicy(),
};
const sheet = (...parts: object[]) => tripSheet(TripSchema.parse({ id: 't', name: 'Trip', parts }), WORLD);

describe('a trip sheet', () => {
  it('says for each vehicle what is in it as one, and where the next better kit is: the one that travels along before the one left behind', () => {
    const [first, second] = sheet(
      { name: 'Car', kitIds: ['pouch'], personIds: ['ana'] },
      { name: 'Van', kitIds: ['chest'], personIds: ['ben'] },
    );
    expect(first?.classing.kitClass).toBe('bleeding');
    expect(first?.next).toMatchObject({ kit: { id: 'chest' }, in: 'Van' });
    expect(second?.classing.kitClass).toBe('trauma');
    // Alone on the road, what stayed at home is what there is.
    expect(sheet({ name: 'Car', kitIds: ['pouch'], personIds: ['ana'] })[0]?.next).toMatchObject({ kit: { id: 'chest' }, in: null });
  });

  it('counts nobody for what their course has lapsed for', () => {
    const course = { name: 'Shore medic', skills: ['seal', 'airway'], issuedOn: '2024-01-10' };
    const ben = { ...WORLD.people[1], courses: [course] };
    const trip = TripSchema.parse({ id: 't', name: 'Trip', parts: [{ name: 'Van', kitIds: ['chest', 'tube'], personIds: ['ben'] }] });
    const untrained = (on: string) => tripSheet(trip, { ...WORLD, people: [PersonSchema.parse(ben)], on: plainDate(on) })[0]?.untrained;
    expect(untrained('2026-07-10')).toEqual([]);
    expect(untrained('2026-07-11')).toEqual(['seal', 'airway']);
  });

  it('names nothing as better that lets those aboard do no more', () => {
    expect(sheet({ name: 'Car', kitIds: ['chest'], personIds: ['ben'] }, { name: 'Van', kitIds: ['pouch'] })[0]?.next?.kit.id).not.toBe(
      'pouch',
    );
  });

  it('says what nobody aboard is trained in (common practice, no source)', () => {
    const [ana] = sheet({ name: 'Car', kitIds: ['chest', 'tube'], personIds: ['ana'] });
    expect(ana?.untrained).toEqual(['seal', 'airway']);
    const [both] = sheet({ name: 'Car', kitIds: ['chest', 'tube'], personIds: ['ana', 'ben'] });
    expect(both?.untrained).toEqual([]);
    const [nobody] = sheet({ name: 'Car', kitIds: ['pouch'] });
    expect(nobody?.untrained).toEqual(['tourniquet', 'packing', 'pressure']);
  });

  it('names who fetches only if he is aboard, and leaves out kits and people that are gone', () => {
    const [part] = sheet({ name: 'Car', kitIds: ['pouch', 'retired'], personIds: ['ana', 'moved-away'], fetcherId: 'ana' });
    expect(part?.fetcher?.id).toBe('ana');
    expect([part?.kits.length, part?.crew.length]).toEqual([1, 1]);
    expect(sheet({ name: 'Car', kitIds: ['pouch'], personIds: ['ben'], fetcherId: 'ana' })[0]?.fetcher).toBeNull();
  });
});
