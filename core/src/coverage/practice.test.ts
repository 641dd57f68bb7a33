import { describe, expect, it } from 'vitest';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { type Brief, BriefSchema, skillsOf } from '../model/brief.ts';
import type { NeedId } from '../model/need.ts';
import { plainDate } from '../model/plainDate.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { type Coverage, coverage } from './coverage.ts';
import { classifyKit, showLacking } from './kitClass.ts';
import type { AskedNeed, StockUnit } from './problem.ts';

/** Tables of kit as practitioners lay them out, and what they say of them. Common practice, no source. */
const CATALOG = kindCatalog();
const ON = plainDate('2026-11-30');
const school = (id: string) => {
  const found = SCHOOLS.find((one) => one.id === id);
  if (found === undefined) throw new Error(`no school ${id}`);
  return found;
};
const PLAIN = school('one-piece-at-a-time');

const lay = (...kinds: (string | [string, number])[]): StockUnit[] =>
  kinds.map((one, index) => {
    const [kind, count] = typeof one === 'string' ? [one, 1] : one;
    expect(CATALOG.has(kind), kind).toBe(true);
    return { id: `${kind}#${index}`, kind, count, condition: 'ready' };
  });
const table = (needs: readonly AskedNeed[], units: StockUnit[], own = PLAIN) =>
  coverage({ needs, school: own, on: ON, kits: [{ id: 'kit', units }] }, CATALOG);
const ask = (...needs: (NeedId | [NeedId, number])[]): AskedNeed[] =>
  needs.map((one) => (typeof one === 'string' ? { need: one, least: 1, ideal: 1 } : { need: one[0], least: one[1], ideal: one[1] }));
const the = ({ needs }: Coverage, need: NeedId) => {
  const found = needs.find((one) => one.need === need);
  if (found === undefined) throw new Error(`no ${need}`);
  return found;
};
const states = (result: Coverage) => Object.fromEntries(result.needs.map(({ need, state }) => [need, state]));
const kitOf = (brief: Partial<Brief>, units: StockUnit[], own = PLAIN) => {
  const parsed = BriefSchema.parse(brief);
  const needs = deriveNeeds(parsed, own);
  return coverage({ needs, school: own, skills: skillsOf(parsed), on: ON, kits: [{ id: 'kit', units }] }, CATALOG);
};
const MPR = ask('M.limb', 'M.pack', 'M.press');

describe('what practitioners say of a table of kit', () => {
  it('a bar bandage presses; it is not a tourniquet, unless need be', () => {
    const result = table(MPR, lay('bar-bandage-100', 'plain-gauze'));
    expect(states(result)).toEqual({ 'M.limb': 'gap', 'M.pack': 'full', 'M.press': 'full' });
    expect(the(result, 'M.limb').ifNeedBe).toEqual([{ unitId: 'bar-bandage-100#0', grade: 'improvised', leavesOpen: 'M.press' }]);
  });

  it('an elastic wrap and gauze where wraps are second: the limb thin, nothing presses, one thing wanted for two jobs', () => {
    const result = table(MPR, lay('elastic-wrap-tourniquet', 'kaolin-gauze'), school('committee-first'));
    expect(states(result)).toEqual({ 'M.limb': 'thin', 'M.pack': 'full', 'M.press': 'gap' });
    expect(result.wantedTwice).toContainEqual({ unitId: 'elastic-wrap-tourniquet#0', bookedFor: 'M.limb', notFor: 'M.press' });
  });

  it('two casualties with one windlass, one bar bandage, one cravat, one cohesive wrap', () => {
    const needs = ask(['M.limb', 2], ['M.press', 2], 'C.roll', 'D.splint');
    const result = table(needs, lay('windlass-tourniquet', 'bar-bandage-100', 'triangular-bandage', 'cohesive-wrap'));
    expect(the(result, 'M.limb')).toMatchObject({ have: 1, state: 'gap' });
    expect(the(result, 'M.press')).toMatchObject({ have: 2, state: 'thin' });
    expect(the(result, 'C.roll').state).toBe('full');
    expect(the(result, 'D.splint').state).toBe('gap');
  });

  it('a headlamp alone is a light, and the same lamp stands in for a call', () => {
    const result = table(ask('S.light', 'H.call'), lay('headlamp'));
    expect(states(result)).toEqual({ 'S.light': 'full', 'H.call': 'thin' });
    expect(result.sharedTools).toEqual([{ unitId: 'headlamp#0', needs: ['S.light', 'H.call'], alone: ['S.light', 'H.call'] }]);
  });

  it('a phone alone calls, lights and takes notes, each once, and is the only one', () => {
    const result = table(ask(['H.call', 2], 'S.light', 'C.record'), lay('phone'));
    expect(result.needs.map(({ have }) => have)).toEqual([1, 1, 1]);
    expect(states(result)).toEqual({ 'H.call': 'gap', 'S.light': 'thin', 'C.record': 'thin' });
    expect(result.sharedTools[0]?.needs).toEqual(['H.call', 'S.light', 'C.record']);
    expect(result.singlePoints.map(({ unitId }) => unitId)).toContain('phone#0');
  });

  it('two whistles are one means to call, a whistle and a phone two', () => {
    expect(the(table(ask(['H.call', 2]), lay(['whistle', 2])), 'H.call').have).toBe(1);
    expect(the(table(ask(['H.call', 2]), lay('whistle', 'phone')), 'H.call').have).toBe(2);
  });

  it('two markers are no marker and card; a card without a pen records nothing', () => {
    expect(the(table(ask(['C.record', 2]), lay(['marker', 2])), 'C.record').have).toBe(1);
    expect(the(table(ask('C.record'), lay('record-card')), 'C.record').state).toBe('gap');
    expect(the(table(ask(['C.record', 2]), lay('record-card', 'marker')), 'C.record').have).toBe(2);
  });

  it('a combination wrap packs and presses at once', () => {
    expect(states(table(ask('M.pack', 'M.press'), lay('gauze-wrap-combo')))).toEqual({ 'M.pack': 'full', 'M.press': 'full' });
  });

  it('plain tablets are no sugar', () => {
    const brief = { withDiabetes: 1, dayToDay: true };
    expect(the(kitOf(brief, lay(['tablets', 2])), 'D.sugar').state).toBe('gap');
    expect(the(kitOf(brief, lay(['sugar-gel', 2])), 'D.sugar').state).toBe('full');
  });

  it('an adult and a toddler with a windlass and an elastic wrap: the wrap is for the small limb', () => {
    const result = kitOf(
      { persons: 2, casualties: 1, childrenByAge: { infants: 0, small: 1, older: 0 } },
      lay('windlass-tourniquet', 'elastic-wrap-tourniquet'),
    );
    expect(the(result, 'M.limb').by[0]?.unitId).toBe('windlass-tourniquet#0');
    expect(the(result, 'M.limbSmall').by[0]?.unitId).toBe('elastic-wrap-tourniquet#1');
    expect(the(result, 'M.press').state).toBe('gap');
  });

  it('two film dressings are no seal pair, nor a trauma kit', () => {
    const units = lay('windlass-tourniquet', 'plain-gauze', 'pressure-dressing', ['film-dressing', 2]);
    expect(the(table(ask(['R.seal', 2]), units), 'R.seal')).toMatchObject({ have: 0, state: 'gap' });
    expect(classifyKit({ school: PLAIN, on: ON, kits: [{ id: 'kit', units }] }, 'pocket', CATALOG).kitClass).toBe('bleeding');
  });

  it('a pad without something that binds it presses on nothing; with a wrap it does, and the wrap is used up', () => {
    expect(the(table(ask('M.press'), lay('abdominal-pad')), 'M.press').state).toBe('gap');
    const bound = table(ask('M.press', 'C.roll'), lay('abdominal-pad', 'cohesive-wrap'));
    expect(states(bound)).toEqual({ 'M.press': 'thin', 'C.roll': 'gap' });
  });

  it('a penlight is no eye shield', () => {
    expect(the(table(ask('H.head'), lay('penlight')), 'H.head')).toMatchObject({ have: 0, ifNeedBe: [] });
  });

  it('foil alone in cold or wet is thin', () => {
    expect(the(kitOf({ persons: 1, coldWet: true }, lay('foil-blanket')), 'H.warm').state).toBe('thin');
    expect(the(kitOf({ persons: 1 }, lay('foil-blanket')), 'H.warm').state).toBe('full');
  });

  it('a pouch for bleeding alone that holds what it is for is complete', () => {
    const units = lay('windlass-tourniquet', 'plain-gauze', 'pressure-dressing', 'gloves', 'marker', 'shears');
    const result = kitOf({ purpose: 'bleeding', persons: 1 }, units);
    expect(result.needs.filter(({ state }) => state === 'gap')).toEqual([]);
    expect(the(result, 'H.warm').state).toBe('elsewhere');
    expect(the(result, 'H.call').state).toBe('elsewhere');
  });

  it('two tourniquets alone are part of a bleeding-control kit, and it is said what they do not do', () => {
    const units = lay(['windlass-tourniquet', 2]);
    const said = classifyKit({ school: PLAIN, on: ON, kits: [{ id: 'kit', units }] }, 'pocket', CATALOG);
    expect(said).toMatchObject({ kitClass: 'bleeding', isPart: true });
    expect(said.says).toBe('Stops a bleeding limb. Nothing packs a wound, nothing presses, nothing for the chest.');
    expect(showLacking(said.next?.lacking ?? [])).toBe('1 packing gauze, 1 pressure dressing');
  });

  it('medicines are counted each by itself', () => {
    const named = KINDS.find(({ id }) => id === 'tablets');
    if (named === undefined) throw new Error('no tablets');
    const kind = (id: string, substance: string) => ({
      ...named,
      id,
      traits: { medicine: { substance, strength: '', form: 'tablet', purposes: ['daily' as const], excludes: [], keepsC: null } },
    });
    const catalog = kindCatalog([...KINDS, kind('heart', 'Bisoprolol'), kind('thyroid', 'Levothyroxine')]);
    const brief = BriefSchema.parse({
      daysOut: 3,
      medicines: [
        { who: 'Ada', substance: 'bisoprolol', perDay: 1 },
        { who: 'Bea', substance: 'levothyroxine', perDay: 1 },
      ],
    });
    const needs = deriveNeeds(brief, PLAIN).filter(({ need }) => need === 'D.meds');
    const units: StockUnit[] = [{ id: 'a', kind: 'heart', count: 20, condition: 'ready' }];
    const result = coverage({ needs, school: PLAIN, on: ON, kits: [{ id: 'kit', units }] }, catalog);
    expect(the(result, 'D.meds')).toMatchObject({ least: 8, have: 4, state: 'gap' });
  });

  it('more glove pairs for four casualties than for one, and plasters in proportion', () => {
    const gloves = (brief: Partial<Brief>) =>
      deriveNeeds(BriefSchema.parse(brief), PLAIN).find(({ need }) => need === 'S.hands')?.least ?? 0;
    expect(gloves({ casualties: 4, helpers: 2 })).toBeGreaterThan(4);
    const plasters = (brief: Partial<Brief>) =>
      deriveNeeds(BriefSchema.parse({ dayToDay: true, ...brief }), PLAIN).find(({ need }) => need === 'D.wound')?.ideal ?? 0;
    expect(plasters({ persons: 12, daysOut: 21 })).toBeGreaterThan(40);
    expect(plasters({ persons: 12, daysOut: 21 })).toBeLessThan(200);
  });
});
