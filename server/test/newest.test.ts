import { describe, expect, it } from 'vitest';
import type { Db } from '../src/db/database.ts';
import { LiveCatalog } from '../src/installation/catalog.ts';
import { HeatOfPlaces } from '../src/installation/heat.ts';

/** A database of which each reading ends when it is told to, with the rows that were there when it began. */
function slowDb() {
  let rows: object[] = [];
  const ends: (() => void)[] = [];
  const reading = () => {
    const found = rows;
    return new Promise<object[]>((resolve) => ends.push(() => resolve(found)));
  };
  const db = { select: () => ({ from: () => ({ orderBy: reading }) }) } as unknown as Db;
  return {
    db,
    hold: (next: object[]) => {
      rows = next;
    },
    end: (index: number) => ends[index]?.(),
  };
}

const log = (celsius: number) => ({ positionId: 'console', source: 'by hand', samples: [{ at: '2026-07-01T00:00:00Z', celsius }] });

describe('readings that overlap', () => {
  it.each([
    { order: [0, 1], why: 'the one that began first ends first' },
    { order: [1, 0], why: 'the one that began first ends last' },
  ])('leave what the last one found where $why', async ({ order }) => {
    const { db, hold, end } = slowDb();
    const heat = new HeatOfPlaces(new LiveCatalog(() => undefined), () => undefined);
    hold([log(45)]);
    const first = heat.load(db);
    hold([log(2)]);
    const second = heat.load(db);
    for (const index of order) {
      end(index);
      await (index === 0 ? first : second);
    }
    expect(heat.at('console')?.heat.mktCelsius).toBeCloseTo(2, 5);
  });
});
