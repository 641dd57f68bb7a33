import { describe, expect, it } from 'vitest';
import { plainDate } from '../model/plainDate.ts';
import { type SetAside, SetAsideSchema } from '../model/setAside.ts';
import type { Finding } from './rule.ts';
import { factsOf, siftFindings, withoutSetAside, withSetAside } from './setAside.ts';

const finding = (change: Partial<Finding> = {}): Finding => ({
  rule: 'cutters-many',
  severity: 'note',
  reason: '3 cutters for 1 carer: 70 g could stay behind.',
  lookedAt: ['u1', 'u2', 'u3'],
  fix: null,
  ...change,
});
const aside = (of: Finding): SetAside => ({
  rule: of.rule,
  facts: factsOf(of),
  reason: 'lent to the other boat',
  on: plainDate('2026-11-25'),
});

describe('a finding that was set aside', () => {
  it('is not open while the facts are the same, in whatever order it looked at them', () => {
    const { open, aside: put } = siftFindings([finding({ lookedAt: ['u3', 'u1', 'u2'] })], [aside(finding())]);
    expect(open).toEqual([]);
    expect(put[0]?.entry.reason).toBe('lent to the other boat');
  });

  it.each([
    ['another figure', { reason: '4 cutters for 1 carer: 70 g could stay behind.' }],
    ['another thing', { lookedAt: ['u1', 'u2', 'u9'] }],
    ['a graver word', { severity: 'warn' as const }],
  ])('comes back with %s, and says that it was set aside before', (_, change) => {
    const { open, aside: put } = siftFindings([finding(change)], [aside(finding())]);
    expect(put).toEqual([]);
    expect(open[0]?.before?.reason).toBe('lent to the other boat');
  });

  it('is not taken for one of the same rule about other things', () => {
    const other = finding({ lookedAt: ['u7'], reason: 'Something else entirely stands here.' });
    const { open } = siftFindings([other], [aside(finding())]);
    expect(open).toEqual([{ ...other, before: null }]);
  });

  it('does not take u1 for u11', () => {
    const { open } = siftFindings(
      [finding({ lookedAt: ['u1'], reason: 'Something about one thing.' })],
      [aside(finding({ lookedAt: ['u11'] }))],
    );
    expect(open[0]?.before).toBeNull();
  });

  it('stands once, and can be taken back', () => {
    const first = aside(finding());
    const again = { ...first, reason: 'still lent' };
    const entries = withSetAside([first], again);
    expect(entries).toEqual([again]);
    expect(withoutSetAside(entries, again)).toEqual([]);
  });

  it('stands beside those of other rules and of other facts', () => {
    const first = aside(finding());
    const others = [aside(finding({ rule: 'other-rule' })), aside(finding({ lookedAt: ['u9'] }))];
    expect(withSetAside([first, ...others], first)).toEqual([...others, first]);
    expect(withoutSetAside([first, ...others], first)).toEqual(others);
  });

  it('needs a reason', () => {
    expect(SetAsideSchema.safeParse({ ...aside(finding()), reason: ' x ' }).success).toBe(false);
  });
});
