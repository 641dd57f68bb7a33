// Requests that would be taken as things stand, for calls to which a schema alone does not lead: with a version that holds, a thing that
// is there, an id that is free. What is made of them afterwards is the fuzzer's matter.

import { draftOf } from '../e2e/draft.mjs';

const AT = '2026-11-25T14:02:00Z';
const OLD_YEAR = 2021;
const PUBLISHED = ['workplace-a', 'workplace-b', 'vehicle'];

/** By call: what stands in its path, after the question mark and in its body; null where there is nothing to begin with. */
export function recipesFor({ file, kits, catalog, wholeFile, backups, archives, reach, places, pick, below, count }) {
  const some = (list) => (list === undefined || list.length === 0 ? null : pick(list));
  const free = (word) => `${word}-${below(1000)}`;
  const kit = () => pick(kits);
  /** Records of one's own: one that is there with its version, or a copy of another under an id that is free. */
  const save = (own, all, as) => () => {
    const known = below(2) === 0 ? some(own) : null;
    if (known !== null) return { path: { id: known.id }, body: { version: known.version, [as]: known.data } };
    const model = some(all);
    if (model === null) return null;
    const id = free('own');
    return { path: { id }, body: { version: null, [as]: { ...model, id } } };
  };
  const remove = (own) => () => {
    const known = some(own);
    return known === null ? null : { path: { id: known.id }, query: { version: known.version } };
  };
  const ofKit = (make) => () => {
    const one = kit();
    return { path: { id: one.id }, body: make(one) };
  };
  const dataOf = (list) => (list ?? []).map(({ data }) => data);
  return {
    'PUT /api/kits/{id}': ofKit((one) => ({ version: one.version, draft: draftOf(one) })),
    'POST /api/kits': () => ({ body: { ...draftOf(kit()), id: free('new'), units: [], modules: [], setAside: [] } }),
    'DELETE /api/kits/{id}': () => {
      const one = kit();
      return { path: { id: one.id }, query: { version: one.version } };
    },
    'PUT /api/kits/{id}/packing': () => {
      const one = some(file.kits.filter(({ packing }) => packing !== null));
      return one === null ? null : { path: { id: one.id }, body: one.packing };
    },
    'POST /api/rotation': () => {
      const unit = some(file.units.filter(({ place }) => place === 'stores'));
      return unit === null ? null : { body: { moves: [{ unitId: unit.id, version: unit.version, count: 1, to: kit().id }] } };
    },
    'POST /api/journal/archive': () => ({ body: { year: OLD_YEAR } }),
    'GET /api/journal/archives/{name}/file': () => {
      const name = some(archives);
      return name === null ? null : { path: { name } };
    },
    'POST /api/kits/{id}/inspections': ofKit(() => ({})),
    'GET /api/kits/{id}/inspections': () => ({ path: { id: kit().id } }),
    'POST /api/kits/{id}/inspections/start': () => ({ path: { id: kit().id }, body: {} }),
    'PUT /api/inspections/{id}/answers/{unitId}': () => {
      const one = some((file.inspections ?? []).filter(({ data }) => data?.finishedAt == null));
      const unit = some((file.units ?? []).filter(({ kitId }) => kitId === (one?.kitId ?? one?.data?.kitId)));
      return one === null || unit === null ? null : { path: { id: one.id, unitId: unit.id }, body: { answer: 'fine', scanned: false } };
    },
    'POST /api/inspections/{id}/finish': () => {
      const one = some(file.inspections);
      return one === null ? null : { path: { id: one.id }, body: {} };
    },
    'PUT /api/kits/{id}/upkeep': ofKit((one) => ({ version: one.version, upkeep: { everyDays: 30 + below(300), routine: '' } })),
    'POST /api/kits/{id}/modules/{moduleId}/restock': () => {
      const one = some(kits.filter(({ modules }) => modules.length > 0));
      return one === null ? null : { path: { id: one.id, moduleId: pick(one.modules).id }, body: { version: one.version } };
    },
    'POST /api/kits/{id}/modules/{moduleId}/move': () => {
      const one = some(kits.filter(({ modules }) => modules.length > 0));
      if (one === null) return null;
      return { path: { id: one.id, moduleId: pick(one.modules).id }, body: { version: one.version, kitId: kit().id } };
    },
    'POST /api/kits/{id}/uses': () => {
      const unit = some((file.units ?? []).filter(({ kitId }) => kitId !== null));
      const body = { at: AT, events: [{ at: AT, unitId: unit?.id, count: 1 }], id: free('use') };
      return unit === null ? null : { path: { id: unit.kitId }, body };
    },
    'PATCH /api/units/{id}': () => {
      const { id, version } = pick(file.units);
      return { path: { id }, body: { version, condition: pick(['ready', 'suspect']), reason: 'looked at again' } };
    },
    'POST /api/units/{id}/move': () => {
      const { id, version } = pick(file.units);
      return { path: { id }, body: { version, to: pick(['stores', 'kit', 'practice', 'discarded']), kitId: kit().id, count: 1 } };
    },
    'POST /api/stores': () => ({ body: { kind: pick(catalog.kinds).id, count: 1 + below(5), lot: free('L'), expiresOn: '2028-01-31' } }),
    'POST /api/use-logs/{id}/entries': () => ({
      path: { id: `log-${below(30)}` },
      body: { kitId: kit().id, startedAt: AT, entries: [{ id: `entry-${count()}`, at: AT, casualty: 1, do: 'act', act: 'pressure' }] },
    }),
    'POST /api/use-logs/{id}/debrief': () => {
      const one = some((file.useLogs ?? []).filter(({ isOpen }) => isOpen !== false));
      return one === null ? null : { path: { id: one.id }, body: { version: one.version ?? 1, units: [] } };
    },
    'PUT /api/people/{id}': save(
      (file.people ?? []).map(({ id, version, ...data }) => ({ id, version, data: { id, ...data } })),
      file.people,
      'data',
    ),
    'DELETE /api/people/{id}': remove(file.people),
    'PUT /api/kinds/{id}': save(file.ownKinds, catalog.kinds, 'kind'),
    'POST /api/kinds': () => ({ body: { kinds: [{ ...pick(catalog.kinds), id: free('own') }] } }),
    'DELETE /api/kinds/{id}': remove(file.ownKinds),
    'PUT /api/schools/{id}': save(file.ownSchools, catalog.schools, 'school'),
    'DELETE /api/schools/{id}': remove(file.ownSchools),
    'PUT /api/containers/{id}': save(file.ownContainers, catalog.containers, 'data'),
    'DELETE /api/containers/{id}': remove(file.ownContainers),
    'PUT /api/positions/{id}': save(file.ownPositions, catalog.positions, 'data'),
    'DELETE /api/positions/{id}': remove(file.ownPositions),
    'PUT /api/lists/{id}': save(file.contentLists, dataOf(wholeFile.contentLists), 'list'),
    'DELETE /api/lists/{id}': remove(file.contentLists),
    'GET /api/kits/{id}/published/{list}': () => ({ path: { id: kit().id, list: pick(PUBLISHED) } }),
    'PUT /api/loadouts/{id}': save(file.loadouts, dataOf(wholeFile.loadouts), 'data'),
    'DELETE /api/loadouts/{id}': remove(file.loadouts),
    'PUT /api/sets/{id}': save(file.kitSets, dataOf(wholeFile.kitSets), 'data'),
    'DELETE /api/sets/{id}': remove(file.kitSets),
    'PUT /api/weeks/{id}': save(file.weekPlans, dataOf(wholeFile.weekPlans), 'data'),
    'PUT /api/places': () => ({ body: places }),
    'PUT /api/reach/plan': () => ({ body: reach }),
    'POST /api/reach/times': () => {
      const model = some(file.reachTimes);
      return model === null ? null : { body: { ...model, id: free('time') } };
    },
    'POST /api/orders': () => {
      const model = some(dataOf(wholeFile.orders));
      return model === null ? null : { body: { ...model, id: free('order') } };
    },
    'PUT /api/orders/{id}': () => {
      const one = some(file.orders);
      return one === null ? null : { path: { id: one.id }, body: { version: one.version, data: one.data } };
    },
    'POST /api/orders/{id}/receive': () => {
      const one = some(file.orders);
      const line = some(one?.data.lines);
      if (line === null) return null;
      return { path: { id: one.id }, body: { version: one.version, kind: line.kind, count: 1, lot: free('L'), expiresOn: '2029-01-31' } };
    },
    'POST /api/compute/scan': () => ({ body: { text: '(01)09506000134352(17)290131(10)L1' } }),
    // Something in it is old enough to be put away.
    'POST /api/import': () => ({
      body: { ...wholeFile, journal: wholeFile.journal.map((row) => ({ ...row, at: `${OLD_YEAR}-06-01T10:00:00.000Z` })) },
    }),
    'POST /api/clear': () => ({ body: { confirm: true } }),
    'POST /api/backups/{name}/restore': () => {
      const name = some(backups);
      return name === null ? null : { path: { name } };
    },
  };
}
