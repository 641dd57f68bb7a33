import { SCHOOLS } from '@ivrak/core/catalog';
import { coverage } from '@ivrak/core/coverage';
import { type FitResult, packFit } from '@ivrak/core/fit';
import { kitFitProblem } from '@ivrak/core/kit';
import { nothingMadeReady } from '@ivrak/core/model';
import { packOrder } from '@ivrak/core/staging';
import { describe, expect, it } from 'vitest';
import { catalogNow, containerOf } from '../data/catalog.ts';
import { aUnit } from '../kit/unitFixture.ts';
import { packedKinds } from './packedKinds.ts';

const CONTAINER = 'hard-case';
const container = containerOf(CONTAINER);
const [school] = SCHOOLS;
if (container === undefined || school === undefined) throw new Error('shipped data are missing');

const UNITS = [aUnit('t', 'windlass-tourniquet'), aUnit('g', 'plain-gauze-flat', 2), aUnit('d', 'pressure-dressing'), aUnit('m', 'marker')];

function packed(modules: { id: string; name: string; unitIds: string[]; pattern: [] }[]): FitResult {
  const need = { needs: [], school: school as NonNullable<typeof school>, skills: [], on: '2026-11-25' as never, kits: [] };
  const { fit } = nothingMadeReady();
  const problem = kitFitProblem({
    units: UNITS,
    container: container as NonNullable<typeof container>,
    coverage: coverage(need, catalogNow()),
    catalog: catalogNow(),
    fit,
    modules: modules as never,
  });
  if (!problem.ok) throw new Error('the list cannot be packed');
  return packFit(problem.problem);
}
const kit = (result: FitResult, units = UNITS, modules: unknown[] = []) => ({
  containerId: CONTAINER,
  packing: { fingerprint: 'as it was', result },
  units,
  modules: modules as never[],
});

describe('kinds in packing order', () => {
  const result = packed([]);
  const order = packOrder(container, result).map(({ id }) => UNITS.find((one) => one.id === id.split(':')[0])?.kind);

  it('follow the order in which things went in, a stack once', () => {
    expect(packedKinds(kit(result), [])).toEqual([...new Set(order)]);
    expect(new Set(order).size).toBe(4);
  });

  it('name what is used up by what the uses of the kit say', () => {
    const left = UNITS.filter(({ id }) => id !== 't');
    expect(packedKinds(kit(result, left), [])).not.toContain('windlass-tourniquet');
    const uses = [
      { id: 'use', kitId: 'k', at: '', events: [{ id: 'e', at: '', unitId: 't', kind: 'windlass-tourniquet', count: 1, note: '' }] },
    ];
    expect(packedKinds(kit(result, left), uses)).toEqual([...new Set(order)]);
  });

  it('of a module stand where the module lies', () => {
    const modules = [{ id: 'bleeding', name: 'Bleeding', unitIds: ['t', 'd'], pattern: [] as [] }];
    const kinds = packedKinds(kit(packed(modules), UNITS, modules), []);
    expect([...kinds].sort()).toEqual([...new Set(order)].sort());
    expect(Math.abs(kinds.indexOf('windlass-tourniquet') - kinds.indexOf('pressure-dressing'))).toBe(1);
  });

  it('are nothing for a kit that was never packed, or whose container is gone', () => {
    expect(packedKinds({ ...kit(result), packing: null }, [])).toEqual([]);
    expect(packedKinds({ ...kit(result), containerId: 'nowhere' }, [])).toEqual([]);
  });
});
