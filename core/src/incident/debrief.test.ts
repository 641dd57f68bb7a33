import { describe, expect, it } from 'vitest';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { KitIdSchema, type Unit, UnitSchema } from '../model/unit.ts';
import { canBeCleaned, type DebriefKit, DebriefSchema, debriefIssues, debriefLines, debriefSteps, fatesOf } from './debrief.ts';
import { type UseEntry, UseEntrySchema } from './log.ts';

const CATALOG = kindCatalog();
const kindOf = (id: string) => {
  const kind = CATALOG.get(id);
  if (kind === undefined) throw new Error(`no kind ${id}`);
  return kind;
};
const unit = (id: string, kind: string): Unit => UnitSchema.parse({ id, kind, count: 2, condition: 'ready' });
const kit = (id: string, units: Unit[], more: Partial<DebriefKit> = {}): DebriefKit => ({
  id,
  name: id,
  units,
  modules: [],
  isVacuumPacked: false,
  ...more,
});
let serial = 0;
const used = (unitId: string | null, kind: string, pieces = 1): UseEntry => {
  serial += 1;
  return UseEntrySchema.parse({ id: `e${serial}`, at: '2026-11-25T14:00:00Z', casualty: 1, do: 'used', unitId, kind, pieces });
};
const VEST = kit('vest', [unit('t', 'windlass-tourniquet'), unit('g', 'plain-gauze'), unit('s', 'shears')]);
const debrief = (units: object[]) => DebriefSchema.parse({ units });

describe('what may become of a thing', () => {
  it('lets no tourniquet and nothing sterile back into a kit (common practice, no source)', () => {
    for (const kind of KINDS)
      if (kind.sterile || kind.grades['M.limb'] !== undefined) expect(fatesOf(kind), kind.id).not.toContain('cleaned');
    expect(fatesOf(kindOf('shears'))[0]).toBe('cleaned');
    expect(canBeCleaned(kindOf('splint-long'))).toBe(true);
    // Cloth that lay on a wound is waste, whatever else it may serve as.
    expect(canBeCleaned(kindOf('triangular-bandage'))).toBe(false);
    expect(canBeCleaned(kindOf('gloves'))).toBe(false);
  });

  it('is opened only where there is a sterile wrapper to open', () => {
    expect(fatesOf(kindOf('plain-gauze'))).toContain('opened');
    expect(fatesOf(kindOf('marker'))).not.toContain('opened');
  });
});

describe('what is to be accounted for', () => {
  it('is every piece of ours that was logged, kit by kit, and nothing out of the casualty’s own', () => {
    const entries = [used('g', 'plain-gauze'), used('g', 'plain-gauze'), used(null, 'windlass-tourniquet'), used('b', 'foil-blanket')];
    const bag = kit('bag', [unit('b', 'foil-blanket')]);
    expect(debriefLines({ entries }, [], [VEST, bag], CATALOG)).toMatchObject([
      { unitId: 'g', kitId: 'vest', logged: 2 },
      { unitId: 'b', kitId: 'bag', logged: 1 },
    ]);
    // A second debrief asks only for what came later.
    const before = debrief([{ unitId: 'g', fate: 'used', pieces: 1 }]);
    expect(debriefLines({ entries }, [before], [VEST], CATALOG)).toMatchObject([{ unitId: 'g', logged: 1 }]);
  });

  it('refuses a debrief that is silent about something, or says what cannot be', () => {
    const lines = debriefLines({ entries: [used('t', 'windlass-tourniquet'), used('g', 'plain-gauze', 2)] }, [], [VEST], CATALOG);
    expect(debriefIssues(debrief([]), lines)).toHaveLength(2);
    const split = debrief([
      { unitId: 't', fate: 'used', pieces: 1 },
      { unitId: 'g', fate: 'used', pieces: 1 },
      { unitId: 'g', fate: 'opened', pieces: 1 },
    ]);
    expect(debriefIssues(split, lines)).toEqual([]);
    const washed = debrief([
      { unitId: 't', fate: 'cleaned', pieces: 1 },
      { unitId: 'g', fate: 'used', pieces: 2 },
    ]);
    expect(debriefIssues(washed, lines)).toMatchObject([{ path: 'units.0.fate' }]);
  });
});

describe('the steps', () => {
  const lines = (...kinds: [string, string][]) => kinds.map(([unitId, kind]) => ({ unitId, kitId: 'vest', kind }));
  const ids = (kits: DebriefKit[], ...kinds: [string, string][]) => debriefSteps(lines(...kinds), kits, CATALOG).map(({ id }) => id);

  it('ask for cleaning where something can be, and take a used tourniquet out for good', () => {
    expect(ids([VEST], ['s', 'shears'])).toEqual(['vest:gloves', 'vest:waste', 'vest:container', 'vest:clean']);
    expect(ids([VEST], ['t', 'windlass-tourniquet'])).toContain('vest:tourniquet');
    expect(ids([VEST], ['g', 'plain-gauze'])).not.toContain('vest:clean');
  });

  it('name the modules that were opened, and a film bag', () => {
    const modules = [
      { id: 'bleeding', name: 'Bleeding', unitIds: VEST.units.slice(0, 1).map(({ id }) => id), pattern: [] },
      { id: 'other', name: 'Other', unitIds: [], pattern: [] },
    ];
    const sealed = { ...VEST, modules, isVacuumPacked: true };
    expect(ids([sealed], ['t', 'windlass-tourniquet'])).toEqual(expect.arrayContaining(['vest:module:bleeding', 'vest:film']));
    expect(ids([sealed], ['g', 'plain-gauze'])).not.toContain('vest:module:bleeding');
  });

  it('leave a kit alone out of which nothing came', () => {
    expect(ids([VEST])).toEqual([]);
    expect(KitIdSchema.safeParse('vest').success).toBe(true);
  });
});
