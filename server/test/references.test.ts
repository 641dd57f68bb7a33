import { ExportFileSchema } from '@ivrak/contract';
import { describe, expect, it } from 'vitest';
import type { ExportFile } from '../src/records/record.ts';
import { referenceIssues } from '../src/transfer/file.ts';

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
      journal: [],
      settings: [],
    });

  it('are good in a file that is good', () => {
    expect(referenceIssues(base())).toEqual([]);
  });

  it.each<[string, (file: ExportFile) => void]>([
    ['kits.0.personId', (file) => file.people.pop()],
    ['kits.0.containerId', (file) => Object.assign(file.kits[0] ?? {}, { containerId: 'bucket' })],
    ['kits.0.positionId', (file) => Object.assign(file.kits[0] ?? {}, { positionId: 'hat' })],
    ['kits.0.schoolId', (file) => Object.assign(file.kits[0] ?? {}, { schoolId: 'none' })],
    ['units.0.lotId', (file) => file.lots.pop()],
    ['units.0.kitId', (file) => Object.assign(file.units[0] ?? {}, { place: 'stores' })],
    ['units.0.state', (file) => Object.assign(file.units[0] ?? {}, { state: 'inside out' })],
    ['units.0.piecesUsed', (file) => Object.assign(file.units[0] ?? {}, { piecesUsed: 1 })],
    ['units.0.place', (file) => Object.assign(file.units[0] ?? {}, { condition: 'practice' })],
    ['uses.0.kitId', (file) => Object.assign(file.uses[0] ?? {}, { kitId: 'k9' })],
    ['useEvents.0.useId', (file) => Object.assign(file.useEvents[0] ?? {}, { useId: 's9' })],
    ['gtins.0.kind', (file) => Object.assign(file.gtins[0] ?? {}, { kind: 'magic-wand' })],
    ['gtins.1.gtin', (file) => file.gtins.push({ gtin: '09506000134352', kind: 'gloves' })],
  ])('are refused at %s', (path, change) => {
    const file = base();
    change(file);
    expect(referenceIssues(file).map((issue) => issue.path)).toContain(path);
  });
});
