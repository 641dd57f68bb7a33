import { describe, expect, it } from 'vitest';
import { kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { judgeKit } from '../kit/judgement.ts';
import { BriefSchema } from '../model/brief.ts';
import { nothingMadeReady } from '../model/kit.ts';
import { plainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type Unit, UnitIdSchema, UnitSchema } from '../model/unit.ts';
import { Facts } from './rule.ts';
import { runRules } from './rules.ts';

const CATALOG = kindCatalog();
const ON = plainDate('2026-11-30');
const SCHOOL = SCHOOLS[0] as School; // the catalogue's own test holds that there are schools
const unit = (id: string, kind: string, count = 1): Unit => UnitSchema.parse({ id, kind, count, condition: 'ready' });

/** A tourniquet bare in one pocket and a pouch in the other (common practice, no source). */
describe('a bare tourniquet that is carried as one with a pouch', () => {
  const brief = BriefSchema.parse({ persons: 1, penetrating: true, training: 'trauma', hoursToCare: 0.5 });
  const bare = { id: 'bare', brief, units: [unit('t', 'windlass-tourniquet')] };
  const things = ['kaolin-gauze', 'pressure-dressing', 'marker', 'shears', 'record-card', 'whistle', 'foil-blanket', 'breath-barrier'];
  const pouch = { id: 'pouch', units: [...things.map((kind) => unit(kind, kind)), unit('hands', 'gloves', 2)] };
  const draft = {
    name: 'Bare',
    layer: 'pocket' as const,
    personId: null,
    containerId: 'bare',
    positionId: 'cargo-pocket',
    schoolId: SCHOOL.id,
    setAside: [],
    ...nothingMadeReady(),
    ...bare,
  };
  const said = (beside: { id: string; units: Unit[] }[]) => {
    const inSet = beside.length === 0 ? null : { beside, alone: [] };
    const { coverage } = judgeKit({ ...bare, inSet }, SCHOOL, undefined, ON, CATALOG);
    const facts = {
      draft,
      brief,
      school: SCHOOL,
      today: ON,
      coverage,
      container: undefined,
      position: undefined,
      catalog: CATALOG,
      packedMm: null,
    };
    return { coverage, found: runRules({ ...facts, beside }) };
  };
  const offered = ({ found }: ReturnType<typeof said>) => found.flatMap(({ fix }) => (fix?.do === 'add' ? [fix.kind] : []));

  it('is told to take along only what all lack together, and less than by itself', () => {
    const together = said([pouch]);
    const lacks = together.coverage.needs.filter(({ state }) => state === 'gap').map(({ need }) => need);
    for (const kind of offered(together))
      expect(
        lacks.some((need) => CATALOG.get(kind)?.grades[need] !== undefined),
        kind,
      ).toBe(true);
    expect(offered(together).length).toBeLessThan(offered(said([])).length);
  });

  it('a fix that leaves a need with what another holds of it is kept', () => {
    // One pair here and one there, two asked: tried without the other, whatever is changed here would look like a gap.
    const own = { ...bare, units: [...bare.units, unit('own-hands', 'gloves')] };
    const other = { id: 'other', units: [unit('other-hands', 'gloves')] };
    const asked = { ...brief, overrides: { 'S.hands': { least: 2, ideal: 2, windowS: null, reason: 'a pair each' } } };
    const { coverage } = judgeKit({ ...own, brief: asked, inSet: { beside: [other], alone: [] } }, SCHOOL, undefined, ON, CATALOG);
    const facts = new Facts({
      draft: { ...draft, ...own, brief: asked },
      brief: asked,
      school: SCHOOL,
      today: ON,
      coverage,
      beside: [other],
      container: undefined,
      position: undefined,
      catalog: CATALOG,
      packedMm: null,
    });
    expect(
      facts.keeps({ do: 'swap', label: 'another tourniquet', unitId: UnitIdSchema.parse('t'), kind: 'flat-windlass-tourniquet' }),
    ).toBe(true);
  });

  it('is advised nothing that would take from the other', () => {
    for (const { fix } of said([pouch]).found) if (fix !== null) expect(fix.do === 'takeOut' && fix.unitId !== 't').toBe(false);
  });
});
