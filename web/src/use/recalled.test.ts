import { KitIdSchema, PersonIdSchema, UnitIdSchema } from '@ivrak/core/model';
import { expect, it } from 'vitest';
import { recalledDrill } from './recalled.ts';

const unit = (kind: string) => ({ id: UnitIdSchema.parse(`${kind}-1`), kind });
const box = (id: string) => ({ id, compartment: 'main', xMm: 0, yMm: 0, zMm: 0, wMm: 1, hMm: 1, dMm: 1 });
const kit = { id: KitIdSchema.parse('vest'), units: [unit('seal'), unit('gauze')], modules: [] } as unknown as Parameters<
  typeof recalledDrill
>[0]; // what is asked of it
const of = { id: 'd1', personId: PersonIdSchema.parse('isla'), at: '2026-11-25T10:00:00.000Z' };

it('counts what was taken where it lies, each once, and nothing of a kit whose places nobody knows', () => {
  const packed = { ...kit, packing: { fingerprint: 'f', result: { placed: [box('seal-1')], blockedBy: {} } } };
  expect(recalledDrill(packed, ['seal', 'seal', 'gauze'], of)).toMatchObject({
    way: 'use',
    kitId: 'vest',
    answers: [{ kind: 'seal', where: 'main//front' }],
  });
  expect(recalledDrill(packed, ['gauze'], of)).toBeNull();
  expect(recalledDrill({ ...kit, packing: null }, ['seal'], of)).toBeNull();
});
