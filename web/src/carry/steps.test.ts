import { describe, expect, it } from 'vitest';
import { back, forth, noSteps, ONE_STEP_MS, type Steps, withStep } from './steps.ts';

/** Plays changes on a text as the page does. */
function played(changes: { to: string; field?: string; isTyped?: boolean; atMs?: number }[]): { steps: Steps<string>; now: string } {
  let steps: Steps<string> = noSteps;
  let now = 'start';
  for (const [index, { to, field = `f${index}`, isTyped = false, atMs = index * 5000 }] of changes.entries()) {
    steps = withStep(steps, now, { field, isTyped, atMs });
    now = to;
  }
  return { steps, now };
}

describe('steps of a loadout', () => {
  it('go back one by one to the start, and come again to the end', () => {
    let state = played([{ to: 'a' }, { to: 'b' }, { to: 'c' }]);
    const seen = [state.now];
    for (let next = back(state.steps, state.now); next !== null; next = back(state.steps, state.now)) {
      state = next;
      seen.push(state.now);
    }
    expect(seen).toEqual(['c', 'b', 'a', 'start']);
    for (let next = forth(state.steps, state.now); next !== null; next = forth(state.steps, state.now)) state = next;
    expect(state.now).toBe('c');
    expect(back(noSteps, 'x')).toBeNull();
    expect(forth(noSteps, 'x')).toBeNull();
  });

  it('are one where a name is typed, two where the hand rested, and two where switches are pressed', () => {
    const typed = { field: 'name', isTyped: true };
    const name = played([
      { to: 'B', ...typed, atMs: 0 },
      { to: 'Bo', ...typed, atMs: 200 },
      { to: 'Boa', ...typed, atMs: 400 },
    ]);
    expect(back(name.steps, name.now)?.now).toBe('start');
    const rested = played([
      { to: 'B', ...typed, atMs: 0 },
      { to: 'Bo', ...typed, atMs: ONE_STEP_MS },
    ]);
    expect(back(rested.steps, rested.now)?.now).toBe('B');
    const pressed = played([
      { to: 'belt off', field: 'bearers', atMs: 0 },
      { to: 'vest off', field: 'bearers', atMs: 100 },
    ]);
    expect(back(pressed.steps, pressed.now)?.now).toBe('belt off');
  });

  it('lose what was undone with the next change, and never change what they were given', () => {
    const state = played([{ to: 'a' }, { to: 'b' }]);
    const copy = structuredClone(state.steps);
    const undone = back(state.steps, state.now);
    if (undone === null) throw new Error('there are steps');
    const other = withStep(undone.steps, undone.now, { field: 'x', isTyped: false, atMs: 90_000 });
    expect(forth(other, 'c')).toBeNull();
    expect(state.steps).toEqual(copy);
  });

  it('are a hundred at the most', () => {
    const many = played(Array.from({ length: 130 }, (_, index) => ({ to: String(index) })));
    expect(many.steps.past).toHaveLength(100);
    expect(many.steps.past[0]).toBe('29');
  });
});
