import { isCutter, SEALED_MAKES } from '../kit/outside.ts';
import type { Container, Position } from '../model/container.ts';
import { type Family, STAGED_FAMILIES } from '../model/family.ts';
import type { Kind, KindCatalog } from '../model/kind.ts';
import type { KitDraft, Staging, Tick } from '../model/kit.ts';
import { markOf } from '../model/mark.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { Unit } from '../model/unit.ts';

export const STAGE_GROUPS = ['afterUse', 'things', 'container', 'outside'] as const;
export type StageGroup = (typeof STAGE_GROUPS)[number];
export const STAGE_GROUP_NAMES: Record<StageGroup, string> = {
  afterUse: 'After the use',
  things: 'Each thing',
  container: 'The container',
  outside: 'Outside, and who knows',
};

export interface StageStep {
  /** Names what it is about, so that a tick lapses when that changes: another unit, another state, another container. */
  id: string;
  group: StageGroup;
  text: string;
  why: string;
  unitIds: string[];
  /** Done without a tick, because the thing's own condition says so. */
  isGiven: boolean;
  /** The line that must be written for it to be done. */
  asks: 'hangsAt' | 'told' | null;
}

/** Whether it goes into a leak bag: gels and liquids. */
export const canLeak = ({ traits: { care = [] } }: Kind): boolean => care.includes('leaks');

type Draft = Pick<KitDraft, 'units' | 'stage' | 'containerId' | 'modules'>;

/** Everything that has to be done to make a kit ready, from its kinds, their states and its container. */
export function stageSteps(
  draft: Draft,
  container: Container | undefined,
  position: Position | undefined,
  catalog: KindCatalog,
): StageStep[] {
  const things = draft.units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    return kind === undefined ? [] : thingSteps(unit, kind, container);
  });
  const afterUse = draft.stage.afterUse.map(({ id, text, why }) => step('afterUse', `used:${id}`, text, why));
  if (draft.units.length === 0) return afterUse;
  return [
    ...afterUse,
    ...things,
    ...togetherSteps(draft, catalog),
    ...moduleSteps(draft),
    ...containerSteps(draft, container, catalog),
    ...outsideSteps(draft, container, position),
  ];
}

const step = (group: StageGroup, id: string, text: string, why: string, unitIds: string[] = []): StageStep => ({
  id,
  group,
  text,
  why,
  unitIds,
  isGiven: false,
  asks: null,
});

function thingSteps(unit: Unit, kind: Kind, container: Container | undefined): StageStep[] {
  const steps: StageStep[] = [];
  const add = (what: string, text: string, why: string) => steps.push(step('things', `${what}:${unit.id}`, text, why, [unit.id]));
  if (STAGED_FAMILIES.includes(kind.family)) {
    add(
      'strap',
      `${kind.name}: out of its plastic, strap threaded to a loop, tip folded over.`,
      'In its plastic it costs the seconds that count.',
    );
    const own = steps.at(-1);
    if (own !== undefined) own.isGiven = unit.condition !== 'notStaged';
  }
  if ((kind.traits.care ?? []).includes('nickedByZip') && unit.state === 'asSold' && container?.opening === 'zip')
    add('packet', `${kind.name}: leave it in its packet.`, 'The zip could nick its edge, and a nicked wrap tears.');
  if (unit.state === 'outerOff')
    add(`outer-off`, `${kind.name}: outer wrapper off, inner seal whole.`, 'The inner wrapper keeps it sterile, and it lies flatter.');
  if (unit.state === 'pressed')
    add('pressed', `${kind.name}: pressed flat in a bag of its own.`, 'That is the thickness the packing reckons with.');
  if (unit.state === 'laidFlat') add('flat', `${kind.name}: unrolled and laid flat.`, 'That is the thickness the packing reckons with.');
  if ((kind.traits.care ?? []).includes('looseEnd'))
    add('flag', `${kind.name}: fold the free end over as a flag.`, 'Gloved and wet fingers do not find a stuck end.');
  if (canLeak(kind)) add('leak', `${kind.name}: into a leak bag.`, 'One burst sachet spoils every wrapper around it.');
  if (kind.family === 'tablets')
    add(
      'label',
      `${kind.name}: name, dose, lot and the original expiry on the packet.`,
      'Unmarked tablets are thrown away by whoever finds them.',
    );
  if (kind.dating === 'battery')
    add('battery', `${kind.name}: switch it on, then off; a fresh battery if it is weak.`, 'A lamp that was never tried is a guess.');
  if (kind.family === 'gloves' && unit.state === 'asSold')
    add('gloves', `${kind.name}: folded so that the cuff comes out first.`, 'They are the first thing needed, with hands that shake.');
  return steps;
}

/** Things that belong beside each other. */
function togetherSteps(draft: Draft, catalog: KindCatalog): StageStep[] {
  const of = (family: Family) => draft.units.filter(({ kind }) => catalog.get(kind)?.family === family);
  const limb = draft.units.filter(({ kind }) => catalog.get(kind)?.grades['M.limb'] === 'primary');
  const [marker] = of('marker');
  const [card] = of('recordCard');
  const steps: StageStep[] = [];
  if (marker !== undefined && limb.length > 0)
    steps.push(
      step(
        'things',
        `marker:${marker.id}`,
        'Marker: beside the tourniquet, cap loosened and tried on skin or tape.',
        'The time must be written when the strap goes on.',
        [marker.id, ...limb.map(({ id }) => id)],
      ),
    );
  if (card !== undefined)
    steps.push(
      step('things', `card:${card.id}`, 'Record card: on top, with a pen that writes on it.', 'What was done goes with the casualty.', [
        card.id,
      ]),
    );
  return steps;
}

export const moduleStepPrefix = (moduleId: string): string => `module:${moduleId}:`;

/** A module is closed and labelled as one; what is in it is part of the step's name, so that a change opens it again. */
function moduleSteps({ modules, units }: Draft): StageStep[] {
  return modules.flatMap((module) => {
    const inside = units.filter(({ id }) => module.unitIds.includes(id));
    if (inside.length === 0) return [];
    return [
      step(
        'container',
        `${moduleStepPrefix(module.id)}${markOf(inside.map(({ id, count }) => `${id} ${count}`))}`,
        `${module.name}: whole, closed, with its label on.`,
        'Whoever takes it out relies on all of it being there.',
        inside.map(({ id }) => id),
      ),
    ];
  });
}

/** What closing a container asks for, by the first part of the step's name. */
const CONTAINER_STEPS = ['cutter', 'zip', 'flap', 'slits', 'sealed', 'air', 'band'] as const;

function containerSteps(draft: Draft, container: Container | undefined, catalog: KindCatalog): StageStep[] {
  if (container === undefined) return [];
  const steps: StageStep[] = [];
  const add = (what: (typeof CONTAINER_STEPS)[number], text: string, why: string, unitIds: string[] = []) =>
    steps.push(step('container', `${what}:${container.id}`, text, why, unitIds));
  const cutters = draft.units.filter(({ kind }) => isCutter(catalog.get(kind)));
  if (cutters.length > 0) {
    // A press-seal bag opens by hand.
    const isSealed = SEALED_MAKES.includes(container.make);
    const names = cutters.map(({ kind }) => catalog.get(kind)?.name ?? kind).join(', ');
    if (isSealed)
      add(
        'cutter',
        `${names}: taped to the outside, never sealed in.`,
        'What opens the bag must not be inside it.',
        cutters.map(({ id }) => id),
      );
    else
      add(
        'cutter',
        `${names}: outside or on top.`,
        'Clothing comes off before anything can be seen.',
        cutters.map(({ id }) => id),
      );
  }
  if (container.opening === 'zip' || container.opening === 'clamshell')
    add('zip', 'Zip pulls together in the middle, with a cord that a glove can grip.', 'If one side jams, the other opens; no hunting.');
  if (container.opening === 'hookAndLoop')
    add('flap', 'Flap closed on its last third only.', 'Fully pressed hook and loop takes two hands and is loud.');
  if (SEALED_MAKES.includes(container.make)) {
    add(
      'slits',
      'A tear slit of 4 mm in the top margin, on both sides, outside the seal.',
      'It must tear open with wet hands, from either side.',
    );
    add('sealed', 'Seal both ends, press, and look after an hour whether it still holds.', 'A slow leak shows only later.');
  }
  if (container.make === 'flatBag') add('air', 'Press the air out and close the seal from one corner.', 'Trapped air is thickness.');
  if (container.make === 'bundle') add('band', 'A new band, not more than two turns.', 'Old rubber snaps; many turns cost seconds.');
  return steps;
}

function outsideSteps(draft: Draft, container: Container | undefined, position: Position | undefined): StageStep[] {
  const where = position === undefined ? '' : ` at its place: ${position.name.toLowerCase()}`;
  return [
    step(
      'outside',
      `label:${container?.id ?? ''}`,
      'Outside label on: what it is, and the next date.',
      'A stranger must be able to fetch it.',
    ),
    {
      ...step(
        'outside',
        `hangs:${draft.stage.hangsAt}`,
        `It hangs${where}; write down where exactly.`,
        'A kit that has to be looked for is not there.',
      ),
      asks: 'hangsAt',
    },
    {
      ...step(
        'outside',
        `told:${draft.stage.told}`,
        'Tell those who may need it where it is; write down whom.',
        'The kit is often fetched by somebody else.',
      ),
      asks: 'told',
    },
  ];
}

/** Whether a step is done: ticked, or given by the thing's condition; a line that it asks for must be written. */
export function isStepDone(one: StageStep, stage: KitDraft['stage']): boolean {
  if (one.asks !== null && stage[one.asks].trim() === '') return false;
  return one.isGiven || stage.ticks.some((tick) => tick.step === one.id);
}

/**
 * What making ready is after the kit was used: its container and the modules that were opened are closed anew, what the debrief left
 * undone is to be done, and what is said of the other things stands.
 */
export function openedAgain(
  stage: KitDraft['stage'],
  modules: readonly string[],
  undone: KitDraft['stage']['afterUse'],
): KitDraft['stage'] {
  const lapsed = [...CONTAINER_STEPS.map((what) => `${what}:`), ...modules.map(moduleStepPrefix), ...undone.map(({ id }) => `used:${id}`)];
  const isOpen = ({ id }: { id: string }) =>
    !stage.ticks.some((tick) => tick.step === `used:${id}`) && !undone.some((one) => one.id === id);
  return {
    ...stage,
    ticks: stage.ticks.filter(({ step: id }) => !lapsed.some((start) => id.startsWith(start))),
    afterUse: [...stage.afterUse.filter(isOpen), ...undone],
  };
}

export const tickOf = (one: StageStep, stage: KitDraft['stage']): Tick | null => stage.ticks.find((tick) => tick.step === one.id) ?? null;

/**
 * Ticks a step, or takes the tick back, with the day and who did it. A strap that is staged makes its unit ready; one that is
 * not makes it not staged, and coverage follows. Ticks of things that are gone are let go.
 */
export function withTick(draft: KitDraft, one: StageStep, by: string, on: PlainDate, known: readonly StageStep[]): KitDraft {
  const isDone = isStepDone(one, draft.stage);
  const ids = new Set(known.map(({ id }) => id));
  const others = draft.stage.ticks.filter((tick) => tick.step !== one.id && ids.has(tick.step));
  const ticks = isDone ? others : [...others, { step: one.id, on, by }];
  const isStrap = one.id.startsWith('strap:');
  const units = !isStrap
    ? draft.units
    : draft.units.map((unit): Unit => {
        if (!one.unitIds.includes(unit.id)) return unit;
        if (isDone && unit.condition === 'ready') return { ...unit, condition: 'notStaged' };
        return !isDone && unit.condition === 'notStaged' ? { ...unit, condition: 'ready' } : unit;
      });
  return { ...draft, units, stage: { ...draft.stage, ticks } };
}

/** Whether a bag that is sealed has its tear slits, by the step that was ticked for it. */
export const hasSlits = ({ ticks }: Pick<Staging, 'ticks'>, containerId: string): boolean =>
  ticks.some(({ step }) => step === `slits:${containerId}`);
