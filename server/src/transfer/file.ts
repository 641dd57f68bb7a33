import { CONTAINERS, KINDS, kindCatalog, POSITIONS, SCHOOLS } from '@ivrak/core/catalog';
import type { Issue } from '../http/problem.ts';
import type { ExportFile, References } from '../records/record.ts';
import { STORED_RECORDS } from '../records/registry.ts';

/** References within the file, and to the catalogue, that lead nowhere. Empty: the file can be imported whole. */
export async function referenceIssues(file: ExportFile, letPass: () => Promise<void> = async () => undefined): Promise<Issue[]> {
  const issues: Issue[] = [];
  const known = referencesOf(file, (path, message) => issues.push({ path, message }));
  for (const { check } of STORED_RECORDS) for (const _ of check(file, known)) await letPass();
  return issues;
}

const idsOf = (...lists: readonly (readonly { id: string }[])[]): ReadonlySet<string> => new Set(lists.flat().map(({ id }) => id));

/** What will be there once the file is imported. */
const referencesOf = (file: ExportFile, say: References['say']): References => ({
  say,
  catalog: kindCatalog([...KINDS, ...file.ownKinds.map(({ data }) => data)]),
  schools: idsOf(SCHOOLS, file.ownSchools),
  containers: idsOf(CONTAINERS, file.ownContainers),
  positions: idsOf(POSITIONS, file.ownPositions),
  people: idsOf(file.people),
  lots: idsOf(file.lots),
  kits: idsOf(file.kits),
  uses: idsOf(file.uses),
  loadouts: idsOf(file.loadouts),
});
