import { kindCatalog } from '@ivrak/core/catalog';
import { KitDraftSchema } from '@ivrak/core/model';
import fc from 'fast-check';
import { describe, expect, inject, it } from 'vitest';
import { rounds, seeded } from '../../core/testing/rounds.ts';
import { withServer } from './running.ts';

const CATALOG = kindCatalog();
const KITS = ['helm-vest', 'belt-kit', 'wall-box'];
const running = withServer();
const { call } = running;

interface Held {
  id: string;
  kind: string;
  count: number;
  piecesUsed: number;
  condition: string;
  place: string;
  kitId: string | null;
  version: number;
}
interface Everything {
  units: Held[];
  kits: { id: string; version: number }[];
  journal: unknown[];
  useEvents: { pieces: number }[];
}
const everything = async (): Promise<Everything> => (await call('get', '/api/export')).body;

const piecesOf = (unit: Held): number => unit.count * (CATALOG.get(unit.kind)?.pieces ?? 1) - unit.piecesUsed;

/** What somebody might do next: good and bad requests alike, on whatever is there. */
const operations = fc.oneof(
  fc.record({
    do: fc.constant('takeIn' as const),
    kind: fc.constantFrom('gloves', 'vented-seals', 'kaolin-gauze', 'nothing'),
    count: fc.integer({ min: -1, max: 4 }),
  }),
  fc.record({
    do: fc.constant('move' as const),
    pick: fc.nat(500),
    to: fc.constantFrom('kit', 'stores', 'practice', 'discarded'),
    kit: fc.constantFrom(...KITS, 'no-kit'),
    count: fc.integer({ min: 0, max: 3 }),
    isStale: fc.boolean(),
  }),
  fc.record({ do: fc.constant('use' as const), pick: fc.nat(500), kit: fc.constantFrom(...KITS), count: fc.integer({ min: 0, max: 5 }) }),
  fc.record({ do: fc.constant('takeOff' as const), pick: fc.nat(500), kit: fc.constantFrom(...KITS), isStale: fc.boolean() }),
);
type Operation = typeof operations extends fc.Arbitrary<infer T> ? T : never;

async function perform(operation: Operation, now: Everything): Promise<number> {
  const at = '2026-11-25T10:00:00Z';
  switch (operation.do) {
    case 'takeIn':
      return (await call('post', '/api/stores', { kind: operation.kind, count: operation.count, lot: 'L' })).status;
    case 'move': {
      const unit = now.units[operation.pick % now.units.length];
      const version = (unit?.version ?? 0) - (operation.isStale ? 1 : 0);
      const kit = operation.to === 'kit' ? { kitId: operation.kit } : {};
      return (
        await call('post', `/api/units/${unit?.id}/move`, {
          version,
          to: operation.to,
          ...kit,
          ...(operation.count > 0 ? { count: operation.count } : {}),
        })
      ).status;
    }
    case 'use': {
      const unit = now.units[operation.pick % now.units.length];
      return (await call('post', `/api/kits/${operation.kit}/uses`, { at, events: [{ at, unitId: unit?.id, count: operation.count }] }))
        .status;
    }
    case 'takeOff': {
      const { version, units, ...head } = (await call('get', `/api/kits/${operation.kit}`)).body;
      const draft = {
        ...KitDraftSchema.omit({ units: true }).parse(head),
        units: units.filter((_: unknown, index: number) => index !== operation.pick % Math.max(1, units.length)),
      };
      return (await call('put', `/api/kits/${operation.kit}`, { version: version - (operation.isStale ? 1 : 0), draft })).status;
    }
  }
}

describe('whatever is done in whatever order', () => {
  it('every thing is in one place, no piece appears or goes unseen, refusals change nothing, and the journal only grows', {
    timeout: 240_000,
  }, async () => {
    let accepted = 0;
    let refused = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(operations, { minLength: 4, maxLength: 8 }), async (list) => {
        let after = await everything();
        for (const operation of list) {
          const before = after;
          const status = await perform(operation, before);
          after = await everything();
          expect([200, 201, 404, 409, 422], JSON.stringify(operation)).toContain(status);
          if (status >= 400) {
            expect(after, JSON.stringify(operation)).toEqual(before);
            refused += 1;
            continue;
          }
          accepted += 1;
          expect(after.journal.length).toBeGreaterThan(before.journal.length);
          const ids = after.units.map(({ id }) => id);
          expect(new Set(ids).size).toBe(ids.length);
          for (const unit of after.units) {
            expect((unit.place === 'kit') === (unit.kitId !== null)).toBe(true);
            expect(unit.condition === 'practice' && ['kit', 'stores'].includes(unit.place)).toBe(false);
            if (unit.place !== 'used') expect(piecesOf(unit), JSON.stringify(unit)).toBeGreaterThan(0);
          }
          if (operation.do === 'move' || operation.do === 'takeOff') {
            const total = (all: Everything) => all.units.reduce((sum, unit) => sum + piecesOf(unit), 0);
            expect(total(after), 'moving makes or loses no piece').toBe(total(before));
          }
          if (operation.do === 'use') expect(after.useEvents.length).toBe(before.useEvents.length + 1);
          for (const kit of after.kits)
            expect(kit.version).toBeGreaterThanOrEqual(before.kits.find(({ id }) => id === kit.id)?.version ?? 0);
        }
      }),
      { seed: seeded(25), numRuns: rounds(inject('postgres') === undefined ? 25 : 6) },
    );
    // Both kinds of answer must really have been met.
    expect(accepted).toBeGreaterThan(4);
    expect(refused).toBeGreaterThan(4);
  });
});
