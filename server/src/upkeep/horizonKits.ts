import { type PlainDate, skillsOn } from '@ivrak/core/model';
import type { HorizonKit } from '@ivrak/core/upkeep';
import type { Db } from '../db/database.ts';
import { people } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { listKits } from '../kits/store.ts';
import { judge } from '../kits/view.ts';

export async function horizonKits(here: Installation, db: Db, today: PlainDate): Promise<(HorizonKit & { stored: StoredKit })[]> {
  const crew = new Map((await db.select().from(people)).map(({ id, name }) => [id, { id, name }]));
  return (await listKits(here, db)).flatMap((kit) => {
    const school = here.catalog.school(kit.schoolId);
    if (school === undefined) return [];
    const { needs } = judge(here, kit, today);
    return [
      {
        id: kit.id,
        name: kit.name,
        layer: kit.layer,
        person: kit.personId === null ? null : (crew.get(kit.personId) ?? null),
        needs,
        brief: kit.brief,
        school,
        skills: skillsOn(kit.brief, today),
        isChecked: kit.brief.securityChecks,
        units: kit.units,
        beside: kit.inSet?.beside,
        own: kit.inSet?.own,
        inspectedOn: kit.inspectedOn,
        inspectEveryDays: here.heat.intervalOf(kit).days,
        stored: kit,
      },
    ];
  });
}
