import { expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { catalogWith, ownKit } from '../loadout/ownThing.ts';
import type { Kind } from '../model/kind.ts';
import { nothingMadeReady } from '../model/kit.ts';
import { OwnThingSchema } from '../model/loadout.ts';
import { plainDate } from '../model/plainDate.ts';
import { Booker } from './booker.ts';
import { questionOf } from './forKit.ts';
import { askedOf } from './question.ts';
import { lateKinds, windowsOf } from './setWindows.ts';

const catalog = kindCatalog();
const kindOf = (id: string) => catalog.get(id) as Kind;
const template = TEMPLATES.find(({ id }) => id === 'car') as (typeof TEMPLATES)[number];
const draft = { ...nothingMadeReady(), personId: null, setAside: [], units: [], ...template };
const school = SCHOOLS.find(({ id }) => id === template.schoolId) as (typeof SCHOOLS)[number];
const WORLD = { catalog, school, today: plainDate('2026-12-01'), containers: CONTAINERS, positions: POSITIONS, spares: [] };
const ask = (more: Partial<Parameters<typeof questionOf>[2]> = {}) =>
  questionOf(
    { ...draft, containerId: '', positionId: '' },
    { limits: {}, goal: 'least', locked: [], barred: ['foil-blanket'], takesStores: false, isKept: true },
    { ...WORLD, ...more },
  );
const question = ask();
const [TOURNIQUET, MARKER, BLANKET] = ['windlass-tourniquet', 'marker', 'foil-blanket'].map(kindOf) as [Kind, Kind, Kind];

it('wants a thing as soon as what it is booked for, and what is written with it as soon as that', () => {
  const chosen = [TOURNIQUET, MARKER, BLANKET].map((kind) => ({ kind, count: 1 }));
  const limb = question.needs.find(({ need }) => need === 'M.limb')?.windowS;
  const windows = windowsOf(question, chosen, [], catalog);
  expect(windows.get(TOURNIQUET)).toBe(limb);
  expect(windows.get(MARKER)).toBe(limb);
  expect(windows.get(BLANKET)).toBeGreaterThan(limb ?? 0);
  // By itself a marker is in no such hurry.
  expect(windowsOf(question, [{ kind: MARKER, count: 1 }], [], catalog).get(MARKER)).not.toBe(limb);
});

it('leaves out of a need what is late for it everywhere, unless all of it is', () => {
  const booker = new Booker(askedOf(question), question, question.kinds);
  const isSlow = (kind: Kind) => kind.id === TOURNIQUET.id;
  expect(lateKinds(booker, question.kinds, (kind) => !isSlow(kind)).get('M.limb')).toEqual(new Set([TOURNIQUET.id]));
  // Where nothing is in time late is better than nothing.
  expect(lateKinds(booker, question.kinds, () => false).has('M.limb')).toBe(false);
  expect(lateKinds(booker, question.kinds, () => true).get('M.limb') ?? new Set()).toEqual(new Set());
});

it('sells nobody what the bearer has of his own', () => {
  const lamp = OwnThingSchema.parse({ id: 'lamp', name: 'Lamp', family: 'handLight', grades: { 'S.light': 'primary' }, drawS: 4 });
  const [own] = ownKit([lamp]);
  const { barred } = ask({ catalog: catalogWith(catalog, [lamp]), beside: ownKit([lamp]) });
  expect(barred).toEqual(['foil-blanket', own?.units[0]?.kind]);
});
