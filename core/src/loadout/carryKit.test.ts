import { describe, expect, it } from 'vitest';
import { CONTAINERS } from '../catalog/containers.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { CarryKitSchema, loadoutKitOf } from './carryKit.ts';

const told = CarryKitSchema.parse({
  id: 'vest',
  name: 'Vest',
  layer: 'worn',
  personId: null,
  containerId: 'vest-pouch',
  positionId: 'vest-front',
  schoolId: 'committee-first',
  needs: [{ need: 'M.limb', least: 1, ideal: 2, windowS: 180 }],
  needsOfOne: [],
  skills: [],
  isChecked: false,
  standsAlone: true,
  units: [],
  modules: [],
  massG: 90,
  priceMinor: 0,
  thicknessMm: null,
  outer: null,
  blockedBy: null,
  hasSlits: false,
  hangsAt: '',
  gap: null,
  readyUntil: null,
  inspectDueOn: null,
  isInUse: false,
});
const schoolOf = (id: string) => SCHOOLS.find((one) => one.id === id);
const containerOf = (id: string) => CONTAINERS.find((one) => one.id === id);

describe('a kit as it is told', () => {
  it('gets its school and container from the catalogue', () => {
    const kit = loadoutKitOf(told, schoolOf, containerOf);
    expect(kit).toMatchObject({ id: 'vest', needs: told.needs, positionId: 'vest-front' });
    expect(kit?.school.id).toBe('committee-first');
    expect(kit?.container?.opening).toBe('tearAway');
  });

  it('is nothing without its school, and is there without its container, which then takes no time to open', () => {
    expect(loadoutKitOf({ ...told, schoolId: 'gone' }, schoolOf, containerOf)).toBeNull();
    expect(loadoutKitOf({ ...told, containerId: 'gone' }, schoolOf, containerOf)?.container).toBeUndefined();
  });
});
