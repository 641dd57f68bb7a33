import { kindCatalog } from '@ivrak/core/catalog';
import { contentsMark, copyOf, sheetOf } from '@ivrak/core/kit';
import { type Container, type KitDraft, type KitSummary, UnitIdSchema } from '@ivrak/core/model';
import { describe, expect, it } from 'vitest';
import { draftOfKit, issuesOf, withDemo } from './running.ts';

const call = withDemo();
const ID = 'shore-wallet';
const stored = async () => {
  const { body } = await call('get', `/api/kits/${ID}`);
  return { version: body.version as number, summary: body.summary as KitSummary, draft: draftOfKit(body) as unknown as KitDraft };
};
const save = async (change: (draft: KitDraft) => object) => {
  const { version, draft } = await stored();
  return call('put', `/api/kits/${ID}`, { version, draft: { ...draft, ...change(draft) } });
};
const containerOf = async (id: string): Promise<Container> => {
  const { body } = await call('get', '/api/catalog');
  return body.containers.find((one: Container) => one.id === id);
};

describe('a kit that somebody has closed', () => {
  it('is as thick as it was measured, by whatever was worked out, until something in it changes', async () => {
    const before = await stored();
    const container = await containerOf(before.draft.containerId);
    const closes = {
      outerMm: 41.5,
      contents: contentsMark(before.draft.units, container, kindCatalog()),
      make: container.make,
      computedMm: 30,
      on: '2026-11-24',
      by: 'Ailsa',
    };
    expect(before.summary.isMeasured).toBe(false);
    const kept = await save(({ fit }) => ({ fit: { ...fit, closes } }));
    expect(kept.body.fit.closes).toEqual(closes);
    expect(kept.body.summary).toMatchObject({ isMeasured: true, thicknessMm: 41.5, allIn: true });
    // One more of it, and nobody has measured that.
    const [first, ...rest] = before.draft.units;
    if (first === undefined) throw new Error('nothing is in it');
    const more = await save(() => ({ units: [{ ...first, count: first.count + 1 }, ...rest] }));
    expect(more.body.summary.isMeasured).toBe(false);
    expect(more.body.summary.thicknessMm).not.toBe(41.5);
    // As it was, it is as thick as it was.
    const again = await save(() => ({ units: before.draft.units }));
    expect(again.body.summary).toMatchObject({ isMeasured: true, thicknessMm: 41.5 });
    // Its copy is a plan, and was never closed.
    let next = 0;
    const copy = copyOf(before.draft, sheetOf(before.draft), 'Shore wallet, the second', [], () => UnitIdSchema.parse(`copied-${++next}`));
    const made = await call('post', `/api/kits/${ID}/copies`, { copies: [{ ...copy, fit: kept.body.fit }] });
    expect([made.status, copy.fit.closes]).toEqual([201, undefined]);
    expect((await call('get', `/api/kits/${made.body.ids[0]}`)).body.summary.isMeasured).toBe(false);
  });

  it('is refused a measure that none could be', async () => {
    const closes = { outerMm: 0, contents: 'x', make: 'soft', computedMm: null, on: '2026-11-24', by: '' };
    const answer = await save(({ fit }) => ({ fit: { ...fit, closes } }));
    expect([answer.status, issuesOf(answer)]).toEqual([422, ['draft.fit.closes.outerMm']]);
  });
});
