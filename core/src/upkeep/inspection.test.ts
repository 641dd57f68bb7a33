import { describe, expect, it } from 'vitest';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { plainDate } from '../model/plainDate.ts';
import { type Unit, UnitSchema } from '../model/unit.ts';
import { plainUpkeep } from '../model/upkeep.ts';
import { conditionAfter, inspectionInterval, inspectionSteps, openSteps, promptFor } from './inspection.ts';

const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-25');
const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });

describe('the interval', () => {
  // Planning values: 180 days indoors, 90 in vehicles and boats.
  it('follows the layer, what was set for the kit, and heat; a routine is named', () => {
    expect(inspectionInterval('base', plainUpkeep(), 1, true).days).toBe(180);
    expect(inspectionInterval('afloat', plainUpkeep(), 0.4, false)).toEqual({ days: 90, why: 'Every 90 days (planning value)' });
    expect(inspectionInterval('afloat', plainUpkeep(), 2, false)).toMatchObject({ days: 45 });
    const tied = inspectionInterval('afloat', { everyDays: 120, routine: 'with every second boat service' }, 3, true);
    expect(tied.days).toBe(40);
    expect(tied.why).toContain('with every second boat service');
    expect(tied.why).toContain('assumed');
  });
});

describe('the steps', () => {
  const units = [
    unit('g', 'gloves'),
    unit('k', 'kaolin-gauze', { expiresOn: plainDate('2026-11-24'), lot: 'K1' }),
    unit('d', 'pressure-dressing'),
    unit('u', 'marker', { condition: 'used' }),
    unit('t', 'windlass-tourniquet'),
  ];

  it('go in the order in which things come out; the rest follows as it lies', () => {
    const steps = inspectionSteps(units, ['t', 'k:2', 'k'], CATALOG, TODAY);
    expect(steps.map(({ unitId }) => unitId)).toEqual(['t', 'k', 'g', 'd']);
  });

  it('say what to do with the hands, and what the record says of the date', () => {
    const steps = new Map(inspectionSteps(units, [], CATALOG, TODAY).map((step) => [step.unitId as string, step]));
    expect(steps.get('g')?.prompt).toContain('Stretch');
    expect(steps.get('t')?.prompt).toContain('strap');
    expect(steps.get('k')).toMatchObject({ date: 'lapsed', lot: 'K1', asksRecall: true });
    expect(steps.get('d')).toMatchObject({ date: 'notRead' });
    expect(steps.get('g')).toMatchObject({ date: 'none' });
  });

  it('have a prompt for every kind that is shipped', () => {
    for (const kind of KINDS) expect(promptFor(kind).length, kind.id).toBeGreaterThan(10);
  });

  it('that are answered are done', () => {
    const steps = inspectionSteps(units, [], CATALOG, TODAY);
    const answers = [
      {
        unitId: steps[0]?.unitId ?? ('' as Unit['id']),
        answer: 'fine' as const,
        note: '',
        scanned: false,
        remembered: null,
        conditionBefore: 'ready',
        at: '',
      },
    ];
    expect(openSteps(steps, { answers })).toHaveLength(steps.length - 1);
  });
});

describe('a finding', () => {
  it('changes the condition, and an answer that is taken back gives it back', () => {
    expect(conditionAfter('replace', 'ready')).toBe('damaged');
    expect(conditionAfter('unsure', 'notStaged')).toBe('suspect');
    expect(conditionAfter('fine', 'notStaged')).toBe('notStaged');
  });

  it('never makes a practice thing anything else', () => {
    expect(conditionAfter('replace', 'practice')).toBe('practice');
  });
});
