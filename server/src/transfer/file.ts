import type { ExportFileSchema } from '@ivrak/contract';
import { CONTAINERS, KINDS, kindCatalog, POSITIONS, SCHOOLS } from '@ivrak/core/catalog';
import { type KindCatalog, schoolIssues, WEEKDAYS } from '@ivrak/core/model';
import type * as z from 'zod';
import type { Issue } from '../http/problem.ts';
import { unitIssues } from '../kits/check.ts';
export type ExportFile = z.output<typeof ExportFileSchema>;

/** References within the file, and to the catalogue, that lead nowhere. Empty: the file can be taken in whole. */
export function referenceIssues(file: ExportFile): Issue[] {
  const issues: Issue[] = [];
  const say = (path: string, message: string) => issues.push({ path, message });
  const ids = (list: readonly { id: string }[], name: string): Set<string> => {
    const seen = new Set<string>();
    for (const [index, { id }] of list.entries()) {
      if (seen.has(id)) say(`${name}.${index}.id`, `"${id}" stands twice`);
      seen.add(id);
    }
    return seen;
  };
  const { catalog, schools, containers, positions } = ownIssues(file, ids, say);
  const people = ids(file.people, 'people');
  const lots = ids(file.lots, 'lots');
  const kits = ids(file.kits, 'kits');
  ids(file.units, 'units');
  const uses = ids(file.uses, 'uses');
  ids(file.useEvents, 'useEvents');
  for (const [index, lot] of file.lots.entries())
    if (!catalog.has(lot.kind)) say(`lots.${index}.kind`, `"${lot.kind}" is not in the catalogue`);
  for (const [index, kit] of file.kits.entries()) {
    if (kit.personId !== null && !people.has(kit.personId))
      say(`kits.${index}.personId`, `there is no person "${kit.personId}" in the file`);
    if (!containers.has(kit.containerId)) say(`kits.${index}.containerId`, `unknown container "${kit.containerId}"`);
    if (!positions.has(kit.positionId)) say(`kits.${index}.positionId`, `unknown carry position "${kit.positionId}"`);
    if (!schools.has(kit.schoolId)) say(`kits.${index}.schoolId`, `unknown school "${kit.schoolId}"`);
  }
  for (const [index, unit] of file.units.entries()) {
    // Used-up things keep what was in them for the record.
    if (unit.place !== 'used') issues.push(...unitIssues(catalog, unit, `units.${index}.`));
    if (unit.lotId !== null && !lots.has(unit.lotId)) say(`units.${index}.lotId`, `there is no lot "${unit.lotId}" in the file`);
    if ((unit.place === 'kit') !== (unit.kitId !== null)) say(`units.${index}.kitId`, 'a unit has a kit if and only if its place is "kit"');
    if (unit.kitId !== null && !kits.has(unit.kitId)) say(`units.${index}.kitId`, `there is no kit "${unit.kitId}" in the file`);
    if (unit.condition === 'practice' && (unit.place === 'kit' || unit.place === 'stores'))
      say(`units.${index}.place`, 'a practice unit is never in a kit or among spares');
  }
  for (const [index, use] of file.uses.entries())
    if (!kits.has(use.kitId)) say(`uses.${index}.kitId`, `there is no kit "${use.kitId}" in the file`);
  ids(file.inspections, 'inspections');
  for (const [index, { kitId }] of file.inspections.entries())
    if (!kits.has(kitId)) say(`inspections.${index}.kitId`, `there is no kit "${kitId}" in the file`);
  const open = file.inspections.filter(({ finishedOn }) => finishedOn === null).map(({ kitId }) => kitId);
  if (new Set(open).size < open.length) say('inspections', 'a kit has two inspections under way');
  ids(file.heatLogs, 'heatLogs');
  for (const [index, { positionId }] of file.heatLogs.entries())
    if (!positions.has(positionId)) say(`heatLogs.${index}.positionId`, `unknown carry position "${positionId}"`);
  sameIds(file.notices, 'notices', ids, say);
  sameIds(file.loadouts, 'loadouts', ids, say);
  for (const [index, { data }] of file.loadouts.entries()) {
    if (data.personId !== null && !people.has(data.personId))
      say(`loadouts.${index}.data.personId`, `there is no person "${data.personId}" in the file`);
    for (const [line, { kitId }] of data.kits.entries())
      if (!kits.has(kitId)) say(`loadouts.${index}.data.kits.${line}.kitId`, `there is no kit "${kitId}" in the file`);
  }
  sameIds(file.weekPlans, 'weekPlans', ids, say);
  const worn = new Set(file.loadouts.map(({ id }) => id));
  for (const [index, { id, data }] of file.weekPlans.entries()) {
    if (!people.has(id)) say(`weekPlans.${index}.id`, `there is no person "${id}" in the file`);
    for (const day of WEEKDAYS)
      for (const [line, loadout] of data.days[day].entries())
        if (!worn.has(loadout)) say(`weekPlans.${index}.data.days.${day}.${line}`, `there is no loadout "${loadout}" in the file`);
  }
  ids(file.reachTimes, 'reachTimes');
  for (const [index, { kitId }] of file.reachTimes.entries())
    if (!kits.has(kitId)) say(`reachTimes.${index}.kitId`, `there is no kit "${kitId}" in the file`);
  sameIds(file.plans, 'plans', ids, say);
  for (const [index, { data }] of file.notices.entries())
    if (!catalog.has(data.kind)) say(`notices.${index}.data.kind`, `"${data.kind}" is not in the catalogue`);
  for (const [index, event] of file.useEvents.entries())
    if (!uses.has(event.useId)) say(`useEvents.${index}.useId`, `there is no use "${event.useId}" in the file`);
  ids(file.useLogs, 'useLogs');
  ids(
    file.useLogs.flatMap(({ entries }) => entries),
    'useLogs.entries',
  );
  for (const [index, { kitIds }] of file.useLogs.entries())
    for (const [line, kitId] of kitIds.entries())
      if (!kits.has(kitId)) say(`useLogs.${index}.kitIds.${line}`, `there is no kit "${kitId}" in the file`);
  sameIds(file.orders, 'orders', ids, say);
  for (const [index, { data }] of file.orders.entries())
    for (const [line, { kind }] of data.lines.entries())
      if (!catalog.has(kind)) say(`orders.${index}.data.lines.${line}.kind`, `"${kind}" is not in the catalogue`);
  const seenGtins = new Set<string>();
  for (const [index, { gtin, kind }] of file.gtins.entries()) {
    if (seenGtins.has(gtin)) say(`gtins.${index}.gtin`, 'stands twice');
    seenGtins.add(gtin);
    if (!catalog.has(kind)) say(`gtins.${index}.kind`, `"${kind}" is not in the catalogue`);
  }
  const seenKeys = new Set<string>();
  for (const [index, { key }] of file.settings.entries()) {
    if (seenKeys.has(key)) say(`settings.${index}.key`, 'stands twice');
    seenKeys.add(key);
  }
  return issues;
}

type Say = (path: string, message: string) => void;
type Ids = (list: readonly { id: string }[], name: string) => Set<string>;

/** Rows whose data carry the id of the row. */
function sameIds(list: readonly { id: string; data: { id: string } }[], name: string, ids: Ids, say: Say): void {
  ids(list, name);
  for (const [index, { id, data }] of list.entries()) if (id !== data.id) say(`${name}.${index}.data.id`, `must be "${id}"`);
}

/** Checks the file's own kinds, schools and lists, and gives the catalogue as it will be once they are taken in. */
function ownIssues(file: ExportFile, ids: Ids, say: Say) {
  const catalog = kindCatalog([...KINDS, ...file.ownKinds.map(({ data }) => data)]);
  const sameId = (list: readonly { id: string; data: { id: string } }[], name: string) => sameIds(list, name, ids, say);
  sameId(file.ownKinds, 'ownKinds');
  sameId(file.ownSchools, 'ownSchools');
  sameId(file.contentLists, 'contentLists');
  sameId(file.ownContainers, 'ownContainers');
  sameId(file.ownPositions, 'ownPositions');
  for (const [index, { data }] of file.ownSchools.entries())
    for (const { path, message } of schoolIssues(data, catalog)) say(`ownSchools.${index}.data.${path}`, message);
  for (const [index, { data }] of file.contentLists.entries())
    for (const [line, { kind }] of data.contents.entries())
      if (!catalog.has(kind)) say(`contentLists.${index}.data.contents.${line}.kind`, `"${kind}" is not in the catalogue`);
  const known = (shipped: readonly { id: string }[], own: readonly { id: string }[]): ReadonlySet<string> =>
    new Set([...shipped, ...own].map(({ id }) => id));
  return {
    catalog: catalog satisfies KindCatalog,
    schools: known(SCHOOLS, file.ownSchools),
    containers: known(CONTAINERS, file.ownContainers),
    positions: known(POSITIONS, file.ownPositions),
  };
}
