import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { plainUnit, type Unit, UnitIdSchema } from '../model/unit.ts';
import { takePieces, UseInputSchema } from './use.ts';

const CATALOG = kindCatalog();
const take = (kindId: string, more: Partial<Unit>, pieces: number) => {
  const kind = CATALOG.get(kindId);
  if (kind === undefined) throw new Error(`no kind ${kindId}`);
  const unit: Unit = { ...plainUnit(UnitIdSchema.parse('u'), kindId), ...more };
  return takePieces(unit, kind, pieces);
};

describe('takePieces', () => {
  it('takes the last piece and leaves nothing', () => {
    expect(take('windlass-tourniquet', {}, 1)).toEqual({ ok: true, rest: null, spoiled: 0 });
    expect(take('vented-seals', {}, 2)).toEqual({ ok: true, rest: null, spoiled: 0 });
  });

  it('leaves an opened sterile pack behind as opened', () => {
    expect(take('vented-seals', {}, 1)).toMatchObject({ ok: true, rest: { count: 1, piecesUsed: 1, condition: 'opened' } });
  });

  it('spoils the rest of a sterile pack beside whole ones', () => {
    expect(take('vented-seals', { count: 3 }, 3)).toMatchObject({
      ok: true,
      spoiled: 1,
      rest: { count: 1, piecesUsed: 0, condition: 'ready' },
    });
  });

  it('counts on in a pack that need not be sterile', () => {
    expect(take('adhesive-dressings', { piecesUsed: 4 }, 3)).toMatchObject({ ok: true, rest: { piecesUsed: 7, condition: 'ready' } });
    expect(take('adhesive-dressings', { count: 2, piecesUsed: 4 }, 8)).toMatchObject({ ok: true, rest: { count: 1, piecesUsed: 2 } });
  });

  it('refuses more than there is, and says how many there are', () => {
    expect(take('gloves', { count: 2 }, 3)).toEqual({ ok: false, reason: 'notEnough', left: 2 });
  });
});

describe('UseInputSchema', () => {
  const at = '2026-11-25T14:02:00Z';
  const pathsOf = (value: unknown) => UseInputSchema.safeParse(value).error?.issues.map(({ path }) => path.join('.')) ?? [];

  it.each([
    [{ at, events: [] }, 'events'],
    [{ at: 'yesterday', events: [{ at, unitId: 'u', count: 1 }] }, 'at'],
    [{ at, events: [{ at, unitId: 'u', count: -1 }] }, 'events.0.count'],
    [{ at, events: [{ at, unitId: 'u', count: 0.5 }] }, 'events.0.count'],
    [{ at, events: [{ at, unitId: 'no spaces', count: 1 }] }, 'events.0.unitId'],
  ])('names what is wrong: %#', (value, path) => {
    expect(pathsOf(value)).toContain(path);
  });
});
