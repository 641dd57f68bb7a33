import { describe, expect, it } from 'vitest';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { TEMPLATES } from '../catalog/templates.ts';
import { judgeKit } from '../kit/judgement.ts';
import { sheetOf } from '../kit/planned.ts';
import type { Kind } from '../model/kind.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import { plainUnit, type UnitId, UnitIdSchema } from '../model/unit.ts';
import { deriveNeeds } from '../needs/needs.ts';
import { reachPlan } from '../reach/plan.ts';
import { wrapOf } from '../reach/reach.ts';
import { runRules } from '../rules/rules.ts';
import { type KitAsk, type KitWorld, layProposal, type ProposedForKit, proposeForKit, questionOf, warnedOf } from './forKit.ts';
import { replaceable } from './givingWay.ts';
import { toEnd } from './propose.ts';

const TODAY = plainDate('2026-12-01');
const catalog = kindCatalog();
const ASK: KitAsk = { limits: {}, goal: 'least', locked: [], barred: [], isKept: true, takesStores: true };

function draftOf(templateId: string, containerId = 'none', positionId = 'none'): KitDraft {
  const { layer, schoolId, brief } = TEMPLATES.find(({ id }) => id === templateId) as (typeof TEMPLATES)[number];
  return { name: 'Kit', layer, personId: null, containerId, positionId, schoolId, brief, setAside: [], units: [], ...nothingMadeReady() };
}
const worldOf = (draft: KitDraft, spares: KitWorld['spares'] = []): KitWorld => ({
  catalog,
  school: SCHOOLS.find(({ id }) => id === draft.schoolId) as KitWorld['school'],
  today: TODAY,
  containers: CONTAINERS,
  positions: POSITIONS,
  spares,
});
const forKit = (draft: KitDraft, ask: Partial<KitAsk> = {}, spares: KitWorld['spares'] = []): ProposedForKit =>
  toEnd(proposeForKit(draft, { ...ASK, ...ask }, worldOf(draft, spares)));
const unit = (id: string, kind: string, more: object = {}) => ({ ...plainUnit(UnitIdSchema.parse(id), kind), ...more });
let next = 0;
const newId = () => `new-${next++}` as UnitId;

describe('what the rules warn of', () => {
  it('lets one go for the other, and not both for nothing', () => {
    const draft = draftOf('car');
    const question = questionOf(draft, ASK, worldOf(draft));
    const two = question.kinds.filter(({ id }) => id === 'windlass-tourniquet' || id === 'ratchet-tourniquet').map(({ id }) => id);
    const others = question.kinds.filter(({ grades }) => grades['M.limb'] === undefined);
    const kinds = [...others, ...question.kinds.filter(({ id }) => two.includes(id))];
    expect(two).toHaveLength(2);
    expect(replaceable({ ...question, kinds }, two, catalog)).toEqual(two.slice(0, 1));
  });

  it.each(TEMPLATES.map(({ id }) => id))('is in a proposal for "%s" only where nothing else holds as much', (id) => {
    const draft = draftOf(id);
    const { proposals } = forKit(draft);
    const question = questionOf(draft, ASK, worldOf(draft));
    const warned = [...new Set(proposals.flatMap((proposal) => warnedOf(draft, ASK, proposal, worldOf(draft))))];
    expect(replaceable(question, warned, catalog)).toEqual([]);
  });
});

describe('proposals for a kit', () => {
  it.each(TEMPLATES.map(({ id }) => id))(
    'for "%s" hold what they promise once they lie on the Bench, and nothing there is a stop',
    (id) => {
      const draft = draftOf(id);
      const { school } = worldOf(draft);
      const { proposals } = forKit(draft);
      expect(proposals.map(({ first }) => first)).toEqual(['cheapest', 'lightest', 'thinnest']);
      for (const proposal of proposals) {
        const laid = layProposal(draft, proposal, true, newId);
        const whole = { ...laid, units: sheetOf(laid) };
        const { coverage } = judgeKit({ id: 'kit', brief: laid.brief, units: whole.units }, school, undefined, TODAY, catalog);
        const states = (needs: readonly { need: string; state: string }[]) => needs.map(({ need, state }) => `${need} ${state}`);
        expect(states(coverage.needs)).toEqual(states(proposal.needs));
        const findings = runRules({
          draft: whole,
          brief: laid.brief,
          school,
          today: TODAY,
          coverage,
          container: undefined,
          position: undefined,
          catalog,
          packedMm: null,
        });
        expect(findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
      }
      const [cheapest, lightest] = proposals;
      expect(cheapest?.total.money).toBeLessThanOrEqual(lightest?.total.money ?? 0);
      expect(lightest?.total.massG).toBeLessThanOrEqual(cheapest?.total.massG ?? 0);
    },
  );

  it('proposes airways and gloves for whoever is there: none for infants where nobody is one, none that few hands get into', () => {
    const draft = draftOf('safety-boat');
    expect(questionOf(draft, ASK, worldOf(draft)).kinds.map(({ id }) => id)).not.toContain('gloves-small');
    const { proposals } = forKit(draft);
    for (const { things } of proposals)
      for (const { kind } of things) expect(catalog.get(kind)?.traits.ages ?? ['adults']).toContain('adults');
  });

  it('keeps what lies in the kit, takes no lapsed thing for one that counts, and plans the rest', () => {
    const draft = {
      ...draftOf('every-day'),
      units: [unit('own', 'ratchet-tourniquet'), unit('old', 'plain-gauze', { expiresOn: plainDate('2026-11-01') })],
    };
    const [proposal] = forKit(draft).proposals;
    expect(proposal?.things.find(({ kind }) => kind === 'ratchet-tourniquet')).toMatchObject({ count: 1, fromStock: ['own'] });
    expect(proposal?.things.filter(({ kind }) => catalog.get(kind)?.family === 'windlassTourniquet')).toEqual([]);
    const laid = layProposal(draft, proposal as NonNullable<typeof proposal>, true, newId);
    expect(laid.units).toEqual(draft.units);
    expect(laid.planned.map(({ kind }) => kind)).not.toContain('ratchet-tourniquet');
    // A lapsed one does not stand for the one that is to come, and leaves where nothing is kept.
    expect(laid.planned).toContainEqual(expect.objectContaining({ kind: 'plain-gauze', count: 1 }));
    expect(layProposal(draft, proposal as NonNullable<typeof proposal>, false, newId).units.map(({ id }) => id)).toEqual(['own']);
    // Starting anew, what the proposal has no use for leaves the sheet.
    const [anew] = forKit(draft, { isKept: false, locked: ['windlass-tourniquet'] }).proposals;
    const cleared = layProposal(draft, anew as NonNullable<typeof anew>, false, newId);
    expect(cleared.units.map(({ kind }) => kind)).not.toContain('ratchet-tourniquet');
    expect(cleared.planned.map(({ kind }) => kind)).toContain('windlass-tourniquet');
  });

  it('keeps every lot of a kind, whether it is locked by hand or not', () => {
    const draft = { ...draftOf('every-day'), units: [unit('one', 'gloves', { count: 2 }), unit('two', 'gloves', { count: 3 })] };
    for (const locked of [[], ['gloves']])
      expect(questionOf(draft, { ...ASK, locked }, worldOf(draft)).locked).toEqual([{ kind: 'gloves', count: 5 }]);
    expect(questionOf(draft, { ...ASK, isKept: false, locked: ['gloves'] }, worldOf(draft)).locked).toEqual([{ kind: 'gloves', count: 1 }]);
  });

  it('out of what is owned alone buys nothing', () => {
    const spares = [
      { id: 's1', kind: 'windlass-tourniquet', count: 2, expiresOn: null },
      { id: 's2', kind: 'plain-gauze', count: 3, expiresOn: plainDate('2028-01-01') },
    ];
    const { fromOwned, proposals } = forKit(draftOf('every-day'), {}, spares);
    expect(fromOwned?.total.money).toBe(0);
    expect(fromOwned?.things.map(({ kind, count }) => `${count} ${kind}`)).toEqual(['1 windlass-tourniquet', '3 plain-gauze']);
    expect(fromOwned?.needs.filter(({ state }) => state === 'gap').length).toBeGreaterThan(0);
    expect(proposals[0]?.total.money).toBeLessThan(forKit(draftOf('every-day')).proposals[0]?.total.money ?? 0);
    expect(forKit(draftOf('every-day')).fromOwned).toBeNull();
  });

  it('leaves to others what is carried as one with it, whatever limits there are', () => {
    const draft = draftOf('every-day');
    const beside = [
      { id: 'belt', units: [unit('theirs', 'windlass-tourniquet'), unit('gone', 'plain-gauze', { expiresOn: plainDate('2026-11-01') })] },
    ];
    const ask: KitAsk = { ...ASK, limits: { money: 2500 } };
    const alone = toEnd(proposeForKit(draft, ask, worldOf(draft))).proposals[0];
    const inSet = toEnd(proposeForKit(draft, ask, { ...worldOf(draft), beside })).proposals[0];
    expect(inSet?.things.filter(({ kind }) => catalog.get(kind)?.grades['M.limb'] === 'primary')).toEqual([]);
    expect(inSet?.things.map(({ kind }) => kind)).toContain('plain-gauze');
    expect(inSet?.needs.find(({ need }) => need === 'M.limb')?.state).not.toBe('gap');
    const held = (proposal: typeof alone) => proposal?.needs.filter(({ state }) => state !== 'gap').length ?? 0;
    expect(held(inSet)).toBeGreaterThan(held(alone));
    expect(inSet?.total.things).toBe(inSet?.things.reduce((sum, { count }) => sum + count, 0));
  });

  it('asks up to a need of the school’s order and no further', () => {
    const draft = draftOf('every-day');
    const [all] = forKit(draft).proposals;
    const [some] = forKit(draft, { upTo: 'M.limb' }).proposals;
    const at = some?.needs.findIndex(({ need }) => need === 'M.limb') ?? -1;
    const asked = all?.needs.slice(0, at + 1).filter(({ least }) => least > 0).length ?? 0;
    expect(some?.needs.slice(0, at + 1).filter(({ state }) => state !== 'gap' && state !== 'off' && state !== 'elsewhere')).toHaveLength(
      asked,
    );
    expect(some?.total.money).toBeLessThan(all?.total.money ?? 0);
  });

  it('follows an order of several, first the first', () => {
    const draft = draftOf('car');
    const last = (further: KitAsk['further']) => forKit(draft, { further }).further;
    const [byCount, byMass] = [last(['fewest', 'lightest']), last(['lightest', 'fewest'])];
    expect(byCount?.total.things).toBeLessThan(byMass?.total.things ?? 0);
    expect(byMass?.total.massG).toBeLessThan(byCount?.total.massG ?? 0);
    expect(last(['fewest', 'cheapest'])?.total.money).toBeLessThanOrEqual(byCount?.total.money ?? 0);
  });

  it('adds the one that is out of its wrapping soonest, or lasts longest, without changing those beside it', () => {
    const draft = draftOf('every-day');
    const spares = ['2027-03-01', '2030-03-01'].map((day, index) => ({
      id: `s${index}`,
      kind: 'kaolin-gauze',
      count: 1,
      expiresOn: plainDate(day),
    }));
    const plain = forKit(draft, {}, spares).proposals;
    // Planning values of reach: seconds of unwrapping what is wanted within seconds.
    const plan = reachPlan();
    const needs = deriveNeeds(draft.brief, worldOf(draft).school);
    const unwrapS = ({ things }: ProposedForKit['proposals'][number]) =>
      things.reduce((sum, { kind: id, count }) => {
        const kind = catalog.get(id) as Kind;
        const isWanted = needs.some(({ need, windowS, ideal }) => windowS !== null && ideal > 0 && kind.grades[need] !== undefined);
        const wrap = wrapOf(kind, { condition: 'ready', state: 'asSold' });
        return sum + (isWanted && wrap !== null ? plan.values[wrap] * count : 0);
      }, 0);
    for (const further of ['soonest', 'longest', 'fewest'] as const) {
      const { proposals, further: added } = forKit(draft, { further: [further] }, spares);
      expect(proposals).toEqual(plain);
      const own = added as (typeof proposals)[number];
      expect(own.first).toBe(further);
      expect(own.needs.map(({ need, state }) => [need, state])).toEqual(plain[0]?.needs.map(({ need, state }) => [need, state]));
      for (const other of plain) {
        if (further === 'soonest') expect(unwrapS(own)).toBeLessThanOrEqual(unwrapS(other));
        if (further === 'fewest') expect(own.total.things).toBeLessThanOrEqual(other.total.things);
        if (further === 'longest') expect(own.things.flatMap(({ fromStock = [] }) => fromStock)).not.toContain('s0');
      }
    }
  });

  it('stays within the pocket that the kit is carried in', () => {
    const draft = draftOf('every-day', 'back-pocket-pouch', 'back-pocket');
    const { proposals, why } = forKit(draft, { limits: { money: 3000 } });
    for (const { total } of proposals) expect(total.thicknessMm).toBeLessThanOrEqual(22);
    // What would have to give is more than there is, never less.
    expect(why.length).toBeGreaterThan(0);
    for (const { relax, and } of why)
      for (const { by } of [relax, ...(and === undefined ? [] : [and])]) if (typeof by === 'number') expect(by).toBeGreaterThan(0);
  });
});
