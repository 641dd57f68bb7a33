import type { Brief } from '../model/brief.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import type { Unit } from '../model/unit.ts';

/** A kit of these things, in a container at a place. */
export const pocketDraft = (schoolId: string, brief: Brief, units: Unit[], containerId: string, positionId: string): KitDraft => ({
  name: 'Kit',
  layer: 'pocket',
  personId: null,
  containerId,
  positionId,
  schoolId,
  brief,
  setAside: [],
  ...nothingMadeReady(),
  units,
});
