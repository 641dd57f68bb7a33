import { type ContentList, ContentListSchema } from '@ivrak/core/buying';
import { kindCatalog, SCHOOLS } from '@ivrak/core/catalog';
import { BriefSchema, plainDate, type School, type Unit, UnitSchema } from '@ivrak/core/model';
import { needsOn } from '@ivrak/core/needs';
import { describe, expect, it } from 'vitest';
import { type Candidate, columnsOf, listCandidate, type Yardstick } from './columns.ts';

const [SCHOOL] = SCHOOLS as readonly [School, ...School[]]; // schools are shipped
const CATALOG = kindCatalog();
const yardstick: Yardstick = {
  isChecked: false,
  needs: needsOn(BriefSchema.parse({ penetrating: true }), SCHOOL, plainDate('2026-12-02')),
  school: SCHOOL,
  skills: [],
  on: plainDate('2026-11-25'),
  catalog: CATALOG,
};
const unit = (kind: string, change: Partial<Unit> = {}): Unit =>
  UnitSchema.parse({ id: kind, kind, count: 1, condition: 'ready', ...change });
const kit = (units: Unit[], change: Partial<Candidate> = {}): Candidate => ({
  key: 'kit:a',
  name: 'A',
  units,
  containerId: 'belt-pouch',
  layer: 'worn',
  priceMinor: null,
  thicknessMm: null,
  list: null,
  ...change,
});
const list = (change: Partial<ContentList> = {}): ContentList =>
  ContentListSchema.parse({
    id: 'box',
    name: 'Box',
    priceMinor: 5000,
    contents: [
      { kind: 'windlass-tourniquet', count: 1 },
      { kind: 'gloves', count: 4 },
    ],
    ...change,
  });
const one = (candidate: Candidate) => {
  const [column] = columnsOf([candidate], yardstick);
  if (column === undefined) throw new Error('no column');
  return column;
};

describe('candidates side by side', () => {
  it('are all judged by one brief and one school', () => {
    const columns = columnsOf(
      [kit([unit('windlass-tourniquet')]), listCandidate(list(), { containerId: 'belt-pouch', layer: 'worn' })],
      yardstick,
    );
    expect(columns.map(({ asked }) => asked)).toEqual([columns[0]?.asked, columns[0]?.asked]);
    for (const { coverage } of columns) expect(coverage.needs.find(({ need }) => need === 'M.limb')?.state).toBe('held');
  });

  it('hold what they hold on the day: a lapsed thing holds nothing', () => {
    const good = one(kit([unit('kaolin-gauze', { expiresOn: plainDate('2027-01-01') })]));
    const lapsed = one(kit([unit('kaolin-gauze', { expiresOn: plainDate('2026-11-24') })]));
    expect(good.held - lapsed.held).toBe(1);
  });

  it('cost what they are sold for, or else what their parts usually cost', () => {
    expect(one(kit([unit('windlass-tourniquet'), unit('marker', { count: 2 })])).costMinor).toBe(2800 + 2 * 125);
    expect(one(listCandidate(list(), { containerId: 'belt-pouch', layer: 'worn' })).costMinor).toBe(5000);
    expect(one(listCandidate(list({ priceMinor: null }), { containerId: 'belt-pouch', layer: 'worn' })).costMinor).toBe(2800 + 4 * 34);
  });

  it('weigh their things and their own container; a list without one takes that of the kit', () => {
    const inPouch = one(listCandidate(list(), { containerId: 'belt-pouch', layer: 'worn' }));
    const inCase = one(listCandidate(list({ containerId: 'hard-case' }), { containerId: 'belt-pouch', layer: 'worn' }));
    expect(inCase.massG).toBeGreaterThan(inPouch.massG);
    expect(inPouch.massG).toBeGreaterThan(80 + 4 * 12);
  });

  it('are named by what they hold, not by how much of it', () => {
    const many = one(kit([unit('adhesive-dressings', { count: 50 }), unit('gauze-pads', { count: 40 })], { layer: 'base' }));
    const few = one(kit([unit('windlass-tourniquet'), unit('kaolin-gauze'), unit('pressure-dressing')]));
    expect(many.classing.name).toBe('everyday pack');
    expect(few.classing.name).toBe('bleeding-control kit');
  });
});
