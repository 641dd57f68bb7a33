import { ExportFileSchema } from '@ivrak/contract';
import { LoadoutSchema, type PlainDate } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import type { ExportFile } from '../src/records/record.ts';
import { referenceIssues } from '../src/transfer/file.ts';

const ENTRY = { at: '2026-11-25T10:00:00Z', who: 'A', what: 'note', subject: 'k1', before: null, after: null };

describe('references of an export file', () => {
  const base = (): ExportFile =>
    ExportFileSchema.parse({
      format: 'ivrak',
      formatVersion: 1,
      people: [{ id: 'p1', name: 'A', role: '' }],
      lots: [
        {
          id: 'l1',
          kind: 'gloves',
          lot: null,
          gtin: null,
          expiresOn: null,
          producedOn: null,
          seller: null,
          authorised: null,
          priceMinor: null,
        },
      ],
      kits: [
        {
          id: 'k1',
          name: 'Kit',
          layer: 'pocket',
          personId: 'p1',
          containerId: 'belt-pouch',
          positionId: 'belt-side',
          schoolId: 'remote',
          brief: {},
          packing: null,
          inspectedOn: null,
          retiredOn: null,
          position: 0,
          version: 1,
        },
      ],
      units: [
        {
          id: 'u1',
          kind: 'gloves',
          count: 1,
          piecesUsed: 0,
          condition: 'ready',
          state: 'asSold',
          lotId: 'l1',
          place: 'kit',
          kitId: 'k1',
          position: 0,
          version: 1,
        },
      ],
      uses: [{ id: 's1', kitId: 'k1', at: '2026-11-25T10:00:00Z' }],
      useEvents: [{ id: 'e1', useId: 's1', at: '2026-11-25T10:00:00Z', unitId: 'u1', kind: 'gloves', pieces: 1, note: '' }],
      gtins: [{ gtin: '09506000134352', kind: 'gloves' }],
      contentLists: [
        { id: 'list', version: 1, data: { id: 'list', name: 'Ready-made', priceMinor: 1, contents: [{ kind: 'gloves', count: 1 }] } },
      ],
      heatLogs: [
        {
          id: 'h1',
          positionId: 'belt-side',
          source: 'file',
          addedOn: '2026-11-02',
          samples: [{ at: '2026-11-01T10:00:00Z', celsius: 20 }],
        },
      ],
      inspections: [{ id: 'i1', kitId: 'k1', who: 'A', startedAt: '2026-11-25T10:00:00Z', finishedOn: null, answers: [], version: 1 }],
      notices: [{ id: 'n1', data: { id: 'n1', about: 'recall', kind: 'gloves', on: '2026-11-01', text: 'x' } }],
      loadouts: [{ id: 'water', version: 1, data: { id: 'water', name: 'On the water', personId: 'p1', kits: [{ kitId: 'k1' }] } }],
      weekPlans: [
        { id: 'p1', version: 1, data: { id: 'p1', days: { mon: [], tue: [], wed: [], thu: [], fri: [], sat: ['water'], sun: [] } } },
      ],
      reachTimes: [
        {
          id: 'r1',
          kitId: 'k1',
          kind: 'gloves',
          positionId: 'belt-side',
          conditions: LoadoutSchema.shape.conditions.parse(undefined),
          seconds: 3,
          at: '2026-11-25T10:00:00Z',
        },
      ],
      useLogs: [
        {
          id: 'log',
          kitIds: ['k1'],
          startedAt: '2026-11-25T10:00:00Z',
          isOpen: true,
          debriefs: [],
          version: 1,
          entries: [{ id: 'x1', at: '2026-11-25T10:00:00Z', casualty: 1, do: 'sealChecked' }],
        },
      ],
      orders: [
        {
          id: 'o1',
          version: 1,
          data: {
            id: 'o1',
            supplier: 'Chandlery',
            placedOn: '2026-11-01',
            shippingMinor: 0,
            lines: [{ kind: 'gloves', units: 2, perPack: 1, packMinor: 100 }],
          },
        },
      ],
      journal: [],
      settings: [],
    });

  it('are good in a file that is good', async () => {
    expect(await referenceIssues(base())).toEqual([]);
  });

  const units = (more: object) => (file: ExportFile) => Object.assign(file.units[0] ?? {}, more);
  /** What is wrong, where it stands, and what is said of it: that and nothing else. */
  it.each<[string, string, (file: ExportFile) => unknown]>([
    ['people.1.id', '"p1" stands twice', ({ people }) => people.push(...people.slice(0, 1))],
    ['lots.0.kind', '"magic-wand" is not in the catalogue', ({ lots }) => Object.assign(lots[0] ?? {}, { kind: 'magic-wand' })],
    ['kits.0.containerId', 'unknown container "bucket"', ({ kits }) => Object.assign(kits[0] ?? {}, { containerId: 'bucket' })],
    ['kits.0.positionId', 'unknown carry position "hat"', ({ kits }) => Object.assign(kits[0] ?? {}, { positionId: 'hat' })],
    ['kits.0.schoolId', 'unknown school "none"', ({ kits }) => Object.assign(kits[0] ?? {}, { schoolId: 'none' })],
    ['kits.0.personId', 'there is no person "p9" in the file', ({ kits }) => Object.assign(kits[0] ?? {}, { personId: 'p9' })],
    ['units.0.lotId', 'there is no lot "l1" in the file', (file) => file.lots.pop()],
    ['units.0.kitId', 'there is no kit "k9" in the file', units({ kitId: 'k9' })],
    ['units.0.kitId', 'a unit has a kit if and only if its place is "kit"', units({ place: 'stores' })],
    ['units.0.kitId', 'a unit has a kit if and only if its place is "kit"', units({ kitId: null })],
    ['units.0.kind', '"magic-wand" is not in the catalogue', units({ kind: 'magic-wand' })],
    ['units.0.state', 'Gloves, one pair has no state "inside out"; known: asSold, pressed', units({ state: 'inside out' })],
    ['units.0.piecesUsed', 'must be under the 1 pieces it holds', units({ piecesUsed: 1 })],
    ['units.0.piecesUsed', 'must be under the 3 pieces it holds', units({ count: 3, piecesUsed: 3 })],
    ['units.0.place', 'a practice unit is never in a kit or among spares', units({ condition: 'practice' })],
    ['units.0.place', 'a practice unit is never in a kit or among spares', units({ condition: 'practice', place: 'stores', kitId: null })],
    ['uses.0.kitId', 'there is no kit "k9" in the file', ({ uses }) => Object.assign(uses[0] ?? {}, { kitId: 'k9' })],
    ['useEvents.0.useId', 'there is no use "s9" in the file', ({ useEvents }) => Object.assign(useEvents[0] ?? {}, { useId: 's9' })],
    ['inspections.0.kitId', 'there is no kit "k9" in the file', ({ inspections }) => Object.assign(inspections[0] ?? {}, { kitId: 'k9' })],
    [
      'inspections',
      'a kit has two inspections under way',
      ({ inspections }) => inspections.push(...inspections.slice(0, 1).map((one) => ({ ...one, id: 'i2' }))),
    ],
    ['heatLogs.0.positionId', 'unknown carry position "hat"', ({ heatLogs }) => Object.assign(heatLogs[0] ?? {}, { positionId: 'hat' })],
    ['notices.0.data.kind', '"wand" is not in the catalogue', ({ notices }) => Object.assign(notices[0]?.data ?? {}, { kind: 'wand' })],
    ['notices.0.data.id', 'must be "n1"', ({ notices }) => Object.assign(notices[0]?.data ?? {}, { id: 'n2' })],
    [
      'contentLists.0.data.contents.0.kind',
      '"wand" is not in the catalogue',
      ({ contentLists }) => Object.assign(contentLists[0]?.data.contents[0] ?? {}, { kind: 'wand' }),
    ],
    [
      'loadouts.0.data.personId',
      'there is no person "p9" in the file',
      ({ loadouts }) => Object.assign(loadouts[0]?.data ?? {}, { personId: 'p9' }),
    ],
    [
      'loadouts.0.data.kits.0.kitId',
      'there is no kit "k9" in the file',
      ({ loadouts }) => Object.assign(loadouts[0]?.data.kits[0] ?? {}, { kitId: 'k9' }),
    ],
    ['weekPlans.0.data.days.sat.1', 'there is no loadout "land" in the file', ({ weekPlans }) => weekPlans[0]?.data.days.sat.push('land')],
    ['reachTimes.0.kitId', 'there is no kit "k9" in the file', ({ reachTimes }) => Object.assign(reachTimes[0] ?? {}, { kitId: 'k9' })],
    [
      'useLogs.entries.1.id',
      '"x1" stands twice',
      ({ useLogs }) => useLogs.push(...useLogs.slice(0, 1).map((log) => ({ ...log, id: 'log-2' }))),
    ],
    [
      'orders.0.data.lines.0.kind',
      '"wand" is not in the catalogue',
      ({ orders }) => Object.assign(orders[0]?.data.lines[0] ?? {}, { kind: 'wand' }),
    ],
    ['gtins.0.kind', '"magic-wand" is not in the catalogue', ({ gtins }) => Object.assign(gtins[0] ?? {}, { kind: 'magic-wand' })],
    ['gtins.1.gtin', 'stands twice', ({ gtins }) => gtins.push({ gtin: '09506000134352', kind: 'gloves' })],
    ['settings.1.key', 'stands twice', ({ settings }) => settings.push({ key: 'a', value: 1 }, { key: 'a', value: 2 })],
  ])('are refused at %s: %s', async (path, message, change) => {
    const file = base();
    change(file);
    expect(await referenceIssues(file)).toEqual([{ path, message }]);
  });

  it.each<[string, (file: ExportFile) => unknown]>([
    ['a kit that is nobody’s', ({ kits }) => Object.assign(kits[0] ?? {}, { personId: null })],
    ['a loadout that is nobody’s', ({ loadouts }) => Object.assign(loadouts[0]?.data ?? {}, { personId: null })],
    ['a unit without a lot', units({ lotId: null })],
    ['a unit that is used in part', units({ count: 3, piecesUsed: 2 })],
    ['what was used up, of a kind that is gone', units({ place: 'used', kitId: null, kind: 'gone', state: 'gone', piecesUsed: 9 })],
    ['a practice unit at its place', units({ condition: 'practice', place: 'practice', kitId: null })],
    [
      'an inspection that is over beside one under way',
      ({ inspections }) =>
        inspections.push(
          ...inspections.slice(0, 1).map((one) => ({ ...one, id: 'i2', finishedOn: one.startedAt.slice(0, 10) as PlainDate })),
        ),
    ],
    ['journal entries that are alike', ({ journal }) => journal.push(...[ENTRY, ENTRY])],
  ])('let %s in', async (_, change) => {
    const file = base();
    change(file);
    expect(await referenceIssues(file)).toEqual([]);
  });

  it('are refused in every place at once', async () => {
    const file = base();
    file.kits = [];
    file.lots = [];
    expect((await referenceIssues(file)).map(({ path }) => path)).toEqual([
      'units.0.lotId',
      'units.0.kitId',
      'uses.0.kitId',
      'inspections.0.kitId',
      'loadouts.0.data.kits.0.kitId',
      'reachTimes.0.kitId',
    ]);
  });
});
