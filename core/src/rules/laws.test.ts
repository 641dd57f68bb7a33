import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { CONTAINERS, POSITIONS } from '../catalog/containers.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { SCHOOLS } from '../catalog/schools.ts';
import { isBarred } from '../coverage/grades.ts';
import { classifyKit } from '../coverage/kitClass.ts';
import { isAsked, type NeedState } from '../coverage/states.ts';
import { packFit } from '../fit/createFit.ts';
import { Random } from '../fit/random.ts';
import { judgeKit } from '../kit/judgement.ts';
import { kitFitProblem } from '../kit/kitFit.ts';
import { type Brief, BriefSchema, PURPOSES, skillsOf, THREATS, TRAININGS } from '../model/brief.ts';
import type { Container, Position } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import { type KitDraft, nothingMadeReady } from '../model/kit.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { plainConditions } from '../model/reach.ts';
import type { School } from '../model/school.ts';
import { CONDITIONS, UnitSchema } from '../model/unit.ts';
import { reachPlan } from '../reach/plan.ts';
import { kitReach } from '../reach/reach.ts';
import { stageSteps } from '../staging/checklist.ts';
import { upkeepEvents } from '../upkeep/upkeep.ts';
import { applyFix, IF_IT_GOES_IN, RULES, runRules } from './rules.ts';

/** The catalogue with every kind called otherwise. */
const NEW_NAMES = new Map(KINDS.map(({ id }, index) => [id, `k-${(index * 41) % 199}-${index}`]));
const OLD_NAMES = new Map([...NEW_NAMES].map(([id, name]) => [name, id]));
const RENAMED = kindCatalog(KINDS.map((kind) => ({ ...kind, id: NEW_NAMES.get(kind.id) ?? kind.id })));
const renamedIn = (drawn: Drawn): Drawn => ({
  ...drawn,
  draft: { ...drawn.draft, units: drawn.draft.units.map((unit) => ({ ...unit, kind: NEW_NAMES.get(unit.kind) ?? unit.kind })) },
});
/** An answer with kinds called as they were; maps aside, whatever is in it. */
const calledAsBefore = <T>(answer: T): T =>
  JSON.parse(
    JSON.stringify(answer, (_, value) => (value instanceof Map ? [...value] : value)).replaceAll(/"(k-\d+-\d+)"/g, (_, name) =>
      JSON.stringify(OLD_NAMES.get(name)),
    ),
  );

/** Laws of advice over random kits, briefs and schools. */
const CATALOG = kindCatalog();
const TODAY = plainDate('2026-11-30');
const STATES: readonly NeedState[] = ['gap', 'thin', 'held', 'full'];

function randomBrief(random: Random): Brief {
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  const some = (share: number): boolean => random.next() < share;
  return BriefSchema.parse({
    purpose: some(0.5) ? 'individual' : pick(PURPOSES),
    persons: 1 + random.below(12),
    helpers: 1 + random.below(3),
    hoursToCare: pick([0.2, 0.75, 2, 30]),
    daysOut: pick([0, 0, 2, 7]),
    penetrating: some(0.5),
    coldWet: some(0.4),
    dark: some(0.4),
    training: pick(TRAININGS),
    dayToDay: some(0.5),
    staysPut: some(0.4),
    securityChecks: some(0.15),
    strangers: some(0.2),
    remoteAdvice: some(0.2),
    phoneCover: some(0.7),
    animals: random.below(2),
    childrenByAge: { infants: random.below(2), small: random.below(2), older: random.below(2) },
    onBloodThinners: random.below(2),
    withAllergies: random.below(2),
    withDiabetes: random.below(2),
    threats: THREATS.filter(() => some(0.25)),
  });
}

interface Drawn {
  draft: KitDraft;
  school: School;
  container: (typeof CONTAINERS)[number] | undefined;
  position: (typeof POSITIONS)[number] | undefined;
}
function randomKit(random: Random): Drawn {
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  const container = pick(CONTAINERS);
  const position = pick(POSITIONS);
  const school = pick(SCHOOLS);
  const units = Array.from({ length: random.below(16) }, (_, index) => {
    const kind = pick(KINDS);
    const count = 1 + random.below(3);
    return UnitSchema.parse({
      id: `u${index}`,
      kind: kind.id,
      count,
      condition: random.next() < 0.7 ? 'ready' : pick(CONDITIONS),
      piecesUsed: random.next() < 0.1 ? Math.min(1, kind.pieces * count - 1) : 0,
      state: pick(kind.states).id,
      expiresOn: kind.dating === 'printed' ? addDays(TODAY, random.below(700) - 60) : null,
    });
  });
  const draft: KitDraft = {
    name: 'Kit',
    layer: pick(['pocket', 'worn', 'afloat', 'base'] as const),
    personId: null,
    containerId: container.id,
    positionId: position.id,
    schoolId: school.id,
    brief: randomBrief(random),
    setAside: [],
    ...nothingMadeReady(),
    units,
  };
  return { draft, school, container, position };
}
function judge({ draft, school, container }: Drawn, catalog: KindCatalog = CATALOG) {
  return judgeKit({ id: 'k', brief: draft.brief, units: draft.units }, school, container, TODAY, catalog).coverage;
}
function advise(drawn: Drawn, catalog: KindCatalog = CATALOG) {
  const { draft, school, container, position } = drawn;
  const coverage = judge(drawn, catalog);
  const findings = runRules({ draft, brief: draft.brief, school, today: TODAY, coverage, container, position, catalog, packedMm: null });
  return { coverage, findings };
}

describe('laws of advice', () => {
  it('no fix lowers an asked need, raises a new stop, takes out what is booked, or offers what does not count', () => {
    const random = new Random(seeded(67));
    let fixes = 0;
    for (let round = 0; round < rounds(200, 2000); round += 1) {
      const drawn = randomKit(random);
      const { coverage, findings } = advise(drawn);
      const booked = new Set(coverage.needs.flatMap(({ state, by }) => (isAsked(state) ? by.map(({ unitId }) => unitId) : [])));
      const skills = skillsOf(drawn.draft.brief);
      for (const { rule, fix } of findings) {
        if (fix === null) continue;
        fixes += 1;
        const told = `${rule} in round ${round}`;
        if (fix.do === 'takeOut') expect(booked.has(fix.unitId), told).toBe(false);
        if (fix.do === 'add' || fix.do === 'swap') {
          const kind = CATALOG.get(fix.kind);
          expect(kind, told).toBeDefined();
          if (kind === undefined) continue;
          expect(kind.skill === null || skills.includes(kind.skill), told).toBe(true);
          expect(drawn.draft.brief.securityChecks && isBarred(kind), told).toBe(false);
        }
        const mended = { ...drawn, draft: applyFix(drawn.draft, fix, CATALOG, 'fixed') };
        const after = advise(mended);
        for (const { need, state } of coverage.needs) {
          if (!isAsked(state)) continue;
          const now = after.coverage.needs.find((own) => own.need === need)?.state ?? 'off';
          expect(STATES.indexOf(now), `${told}: ${need} was ${state}, is ${now}`).toBeGreaterThanOrEqual(STATES.indexOf(state));
        }
        const stops = (list: typeof findings) =>
          list.filter(({ severity }) => severity === 'stop').map((one) => `${one.rule} ${one.lookedAt.join()}`);
        const before = new Set(stops(findings));
        expect(
          stops(after.findings).filter((one) => !before.has(one)),
          told,
        ).toEqual([]);
      }
    }
    expect(fixes).toBeGreaterThan(rounds(100, 1000));
  });

  it('what is brought in goes in by a short packing, or the fix says that it may not', () => {
    const random = new Random(seeded(73));
    let sure = 0;
    for (let round = 0; round < rounds(200, 2000); round += 1) {
      const drawn = randomKit(random);
      const few = { ...drawn, draft: { ...drawn.draft, units: drawn.draft.units.slice(0, random.below(6)) } };
      for (const { fix } of advise(few).findings) {
        if (fix === null || few.container === undefined || (fix.do !== 'add' && fix.do !== 'swap')) continue;
        if (fix.label.endsWith(IF_IT_GOES_IN)) continue;
        const draft = applyFix(few.draft, fix, CATALOG, 'fixed');
        const built = kitFitProblem({ units: draft.units, container: few.container, coverage: judge({ ...few, draft }), catalog: CATALOG });
        if (!built.ok) throw new Error(`${fix.label}: ${built.reason}`);
        sure += 1;
        expect(packFit({ ...built.problem, decodes: 60 }).unplaced, `${fix.label} in round ${round}`).toEqual([]);
      }
    }
    expect(sure).toBeGreaterThan(rounds(20, 200));
  });

  it('a finding about a need is silent where the need is not asked', () => {
    const random = new Random(seeded(71));
    for (let round = 0; round < rounds(100, 1000); round += 1) {
      const { coverage, findings } = advise(randomKit(random));
      const asked = new Set(coverage.needs.filter(({ state }) => isAsked(state)).map(({ need }) => need));
      for (const { rule } of findings) {
        const needs = RULES.find(({ id }) => id === rule)?.needs;
        if (needs !== undefined)
          expect(
            needs.some((need) => asked.has(need)),
            rule,
          ).toBe(true);
      }
    }
  });

  it('every kind renamed: the same advice but for the names', () => {
    const random = new Random(seeded(73));
    for (let round = 0; round < rounds(60, 600); round += 1) {
      const drawn = randomKit(random);
      expect(calledAsBefore(advise(renamedIn(drawn), RENAMED).findings)).toEqual(advise(drawn).findings);
    }
  });

  it('every kind renamed, so a kind of one’s own like a shipped one: the same steps, dates, seconds, packing and class', () => {
    const random = new Random(seeded(74));
    const answers = (drawn: Drawn, catalog: KindCatalog) => {
      const { draft, school, container, position } = drawn;
      const judged = judgeKit({ id: 'k', brief: draft.brief, units: draft.units }, school, container, TODAY, catalog);
      const asked = { school, skills: skillsOf(draft.brief), isChecked: draft.brief.securityChecks };
      const interval = { days: 90, why: '' };
      const kept = { id: 'k', name: 'Kit', needs: judged.needs, units: draft.units, inspectedOn: TODAY, interval, ...asked };
      const reached = {
        id: 'k',
        units: draft.units,
        modules: [],
        container,
        position: position as Position,
        blockedBy: {},
        hasSlits: false,
      };
      const question = { fetchS: 0, conditions: plainConditions(), hasLight: false, cutterS: 4, plan: reachPlan(), measured: new Map() };
      return {
        class: classifyKit({ ...asked, on: TODAY, kits: [{ id: 'k', units: draft.units }] }, draft.layer, catalog),
        steps: stageSteps(draft, container, position, catalog),
        dates: upkeepEvents(kept, TODAY, addDays(TODAY, 730), catalog),
        seconds: [...kitReach(reached, question, catalog)],
        packing: kitFitProblem({ units: draft.units, container: container as Container, coverage: judged.coverage, catalog }),
      };
    };
    for (let round = 0; round < rounds(60, 600); round += 1) {
      const drawn = randomKit(random);
      expect(calledAsBefore(answers(renamedIn(drawn), RENAMED))).toEqual(calledAsBefore(answers(drawn, CATALOG)));
    }
  });

  it('burn gel where burns are among the threats is never advised out', () => {
    const random = new Random(seeded(75));
    let asked = 0;
    for (let round = 0; round < rounds(150, 1500); round += 1) {
      const drawn = randomKit(random);
      const brief = { ...drawn.draft.brief, threats: [...new Set([...drawn.draft.brief.threats, 'burn' as const])] };
      const gel = UnitSchema.parse({ id: 'gel', kind: 'burn-gel', count: 1, condition: 'ready', expiresOn: addDays(TODAY, 400) });
      // The only thing for burns in it.
      const others = drawn.draft.units.filter(({ kind }) => CATALOG.get(kind)?.grades['D.burn'] === undefined);
      const { coverage, findings } = advise({ ...drawn, draft: { ...drawn.draft, brief, units: [...others, gel] } });
      if (!isAsked(coverage.needs.find(({ need }) => need === 'D.burn')?.state ?? 'off')) continue;
      asked += 1;
      expect(findings.filter(({ fix }) => fix?.do === 'takeOut' && fix.unitId === gel.id)).toEqual([]);
    }
    expect(asked).toBeGreaterThan(rounds(40, 400));
  });
});
