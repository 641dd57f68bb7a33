import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { ModuleSchema } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { moduleFill, moduleGaps, modulePattern } from './moduleStock.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
const moduleOf = (units: Unit[]) => {
  const unitIds = units.map(({ id }) => id);
  return ModuleSchema.parse({ id: 'bleeding', name: 'Bleeding', unitIds, pattern: modulePattern(unitIds, units) });
};

describe('a module', () => {
  const whole = [
    unit('g1', 'kaolin-gauze', { expiresOn: plainDate('2028-01-31') }),
    unit('g2', 'kaolin-gauze'),
    unit('h', 'gloves', { count: 3 }),
  ];

  it('is whole as it was packed', () => {
    expect(moduleOf(whole).pattern).toEqual([
      { kind: 'kaolin-gauze', count: 2 },
      { kind: 'gloves', count: 3 },
    ]);
    expect(moduleGaps(moduleOf(whole), whole, CATALOG, TODAY)).toEqual([]);
  });

  it('misses what was taken, what lapsed and what was opened', () => {
    const module = moduleOf(whole);
    const now = [
      unit('g1', 'kaolin-gauze', { expiresOn: plainDate('2026-11-24') }),
      unit('g2', 'kaolin-gauze', { condition: 'opened' }),
      unit('h', 'gloves'),
    ];
    expect(moduleGaps(module, now, CATALOG, TODAY)).toEqual([
      { kind: 'kaolin-gauze', missing: 2 },
      { kind: 'gloves', missing: 2 },
    ]);
  });

  it('is filled by the spares that lapse first of those that last, never by practice things', () => {
    const spares = [
      unit('long', 'kaolin-gauze', { expiresOn: plainDate('2030-06-30') }),
      unit('mid', 'kaolin-gauze', { expiresOn: plainDate('2028-06-30') }),
      unit('soon', 'kaolin-gauze', { expiresOn: plainDate('2026-12-31') }),
      unit('practice', 'kaolin-gauze', { condition: 'practice' }),
      unit('box', 'gloves', { count: 50 }),
    ];
    const gaps = [
      { kind: 'kaolin-gauze', missing: 2 },
      { kind: 'gloves', missing: 2 },
      { kind: 'marker', missing: 1 },
    ];
    expect(moduleFill(gaps, spares, CATALOG, { on: TODAY, outlasts: plainDate('2027-03-01') })).toEqual([
      { unitId: 'mid', kind: 'kaolin-gauze', take: 1 },
      { unitId: 'long', kind: 'kaolin-gauze', take: 1 },
      { unitId: 'box', kind: 'gloves', take: 2 },
    ]);
  });
});
