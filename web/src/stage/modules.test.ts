import { type Module, plainDate, type Unit, UnitIdSchema, UnitSchema } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { aDraft } from '../kit/unitFixture.ts';
import { withPattern } from './ModuleActions.tsx';

const unit = (id: string, kind: string, more: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id, kind, count: 1, condition: 'ready', ...more });
const draft = aDraft({ layer: 'worn', units: [unit('own', 'marker')] });

describe('a module as a pattern', () => {
  const pattern: Module = { id: 'wounds', name: 'Wounds', unitIds: [], pattern: [] };
  const contents = [
    unit('a', 'pressure-dressing', { state: 'outerOff', lot: 'L1', expiresOn: plainDate('2027-01-01') }),
    unit('b', 'gloves', { count: 2, condition: 'opened', piecesUsed: 0 }),
  ];
  let number = 0;
  const newId = () => {
    number += 1;
    return UnitIdSchema.parse(`n${number}`);
  };

  it('brings things of their own: same kinds, counts and states, no lot and no date of the others', () => {
    number = 0;
    const made = withPattern(draft, pattern, contents, newId);
    expect(made.units.map(({ id }) => id)).toEqual(['own', 'n1', 'n2']);
    expect(made.units[1]).toMatchObject({ kind: 'pressure-dressing', state: 'outerOff', lot: null, expiresOn: null, condition: 'ready' });
    expect(made.units[2]).toMatchObject({ kind: 'gloves', count: 2, condition: 'ready' });
    const whole = [
      { kind: 'pressure-dressing', count: 1 },
      { kind: 'gloves', count: 2 },
    ];
    expect(made.modules).toEqual([{ id: 'wounds', name: 'Wounds', unitIds: ['n1', 'n2'], pattern: whole }]);
  });

  it('takes another id where there is one of that name, and leaves the draft it was given alone', () => {
    const once = withPattern(draft, pattern, contents, newId);
    const twice = withPattern(once, pattern, contents, newId);
    expect(twice.modules.map(({ id }) => id)).toEqual(['wounds', 'wounds-2']);
    expect(draft.modules).toEqual([]);
    expect(draft.units).toHaveLength(1);
  });
});
