import type { Db, Tx } from '../db/database.ts';
import type { Installation } from '../installation/installation.ts';
import { briefKnowing, type CrewKnows, crewKnows, namesCrew } from '../installation/knows.ts';
import type { StoredKit } from '../installation/storedKit.ts';

/** What the crew's list says, where a brief names anybody of it. */
export const crewOf = async (db: Db | Tx, all: readonly StoredKit[]): Promise<CrewKnows | null> =>
  all.some(({ brief }) => namesCrew(brief)) ? crewKnows(db) : null;

export const knowing = (kit: StoredKit, crew: CrewKnows | null): StoredKit =>
  crew === null || !namesCrew(kit.brief) ? kit : { ...kit, brief: briefKnowing(kit.brief, crew) };

/** The same, kept with the row: what was worked out of it stands as long as those whom its brief names stay as they are. */
export function keptKnowing(here: Installation, kit: StoredKit, crew: CrewKnows | null): StoredKit {
  if (crew === null || !namesCrew(kit.brief)) return kit;
  const brief = briefKnowing(kit.brief, crew);
  return here.memory.of(kit, `knows ${JSON.stringify(brief.carers)}`, () => ({ ...kit, brief }));
}
