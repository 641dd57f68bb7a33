import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { KINDS, kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import { GRADES, type Grade, type Kind } from '../model/kind.ts';
import { NEED_IDS, NEEDS, type NeedId, SKILLS, type Skill } from '../model/need.ts';
import { addDays, plainDate } from '../model/plainDate.ts';
import { SchoolSchema } from '../model/school.ts';
import { CONDITIONS, type Condition } from '../model/unit.ts';
import { type Assigned, assignOnly, coverage } from './coverage.ts';
import type { CoverageProblem, StockUnit } from './prepare.ts';

const TODAY = plainDate('2026-11-25');
const [PATTERN] = KINDS;
if (PATTERN === undefined) throw new Error('kinds are missing');

interface Instance {
  problem: CoverageProblem;
  kinds: Kind[];
}

/** Up to 12 needs and 20 units of kinds made up for the instance: sheet-and-tape pairs, skills, dates and conditions among them. */
function randomInstance(random: Random): Instance {
  const ids = [...NEED_IDS].sort(() => random.next() - 0.5).slice(0, 1 + random.below(12));
  const needs = ids.map((need) => {
    const least = random.below(3);
    return { need, least, ideal: least + random.below(3), windowS: random.next() < 0.2 ? 60 : null };
  });
  const pick = <T>(from: readonly T[]): T => from[random.below(from.length)] as T; // the lists are not empty
  const kinds = Array.from({ length: 8 }, (_, index): Kind => {
    const grades: Partial<Record<NeedId, Grade>> = {};
    for (const { need } of needs) if (random.next() < 0.35) grades[need] = pick(GRADES);
    const made = Object.keys(grades) as NeedId[];
    // A makeshift thing that needs another one beside it, and the thing that it needs.
    const requires = made.length > 0 && random.next() < 0.4 ? { [pick(made)]: pick(['tape', 'sheet']) } : {};
    return {
      ...(PATTERN as Kind),
      id: `kind-${index}`,
      grades,
      requires,
      provides: random.next() < 0.25 ? [pick(['tape', 'sheet'])] : [],
      pieces: 1 + random.below(2),
      sterile: random.next() < 0.5,
      skill: random.next() < 0.2 ? pick(SKILLS) : null,
    };
  });
  const units = Array.from(
    { length: random.below(21) },
    (_, index): StockUnit => ({
      id: `u${index}`,
      kind: pick(kinds).id,
      count: 1 + random.below(2),
      condition: random.next() < 0.7 ? 'ready' : pick(CONDITIONS),
      expiresOn: random.next() < 0.5 ? addDays(TODAY, random.below(40) - 8) : null,
    }),
  );
  const school = SchoolSchema.parse({
    id: 'made-up',
    name: 'Made up',
    reason: '',
    order: [...NEED_IDS],
    grades: { 'kind-0': { [pick(ids)]: random.next() < 0.5 ? null : 'substitute' } },
    quantities: {},
  });
  const cut = random.below(units.length + 1);
  const kits = [
    { id: 'near', reachS: null, units: units.slice(0, cut) },
    { id: 'far', reachS: 120, units: units.slice(cut) },
  ];
  return { problem: { needs, school, on: TODAY, kits, skills: random.next() < 0.5 ? SKILLS : ['tourniquet'] }, kinds };
}

/** Which unit may serve which need and how well, told again from the definition and without the engine's help: 0, 1, 2 or 3. */
function mayServe({ problem, kinds }: Instance) {
  const COUNTING: readonly Condition[] = ['ready', 'notStaged'];
  const laid = problem.kits.flatMap((kit) =>
    kit.units.map((unit) => ({ unit, reachS: kit.reachS ?? null, kind: kinds.find(({ id }) => id === unit.kind) as Kind })),
  );
  const good = laid.filter(
    ({ unit, kind }) =>
      (COUNTING.includes(unit.condition) || (unit.condition === 'opened' && !kind.sterile)) &&
      (unit.expiresOn == null || unit.expiresOn >= TODAY),
  );
  const there = new Set(good.flatMap(({ kind }) => kind.provides));
  const has = (skill: Skill | null) => skill === null || (problem.skills ?? SKILLS).includes(skill);
  return good.map(({ unit, kind, reachS }) => ({
    id: unit.id,
    pieces: unit.count * kind.pieces,
    codes: problem.needs.map(({ need, windowS }) => {
      const own = problem.school.grades[kind.id]?.[need];
      const grade = own === undefined ? kind.grades[need] : own;
      const required = kind.requires[need];
      const isLate = windowS != null && reachS !== null && reachS > windowS;
      if (grade == null || isLate || (required !== undefined && !there.has(required)) || !has(kind.skill ?? NEEDS[need].skill)) return 0;
      return GRADES.indexOf(grade) + 1;
    }),
  }));
}

interface Objective {
  sense: 1 | -1;
  /** Weighted sum over variables. */
  terms: Map<string, number>;
  found: number;
}

/** Objectives by weight: within a block each outweighs all behind it, as no amount in an instance reaches the base. */
const BASE = 3;
const BLOCK = 12;
function inBlocks(sense: 1 | -1, parts: { names: string[]; found: number }[]): Objective[] {
  const blocks: Objective[] = [];
  for (let start = 0; start < parts.length; start += BLOCK) {
    const block: Objective = { sense, terms: new Map(), found: 0 };
    for (const [index, { names, found }] of parts.slice(start, start + BLOCK).entries()) {
      const weight = BASE ** (BLOCK - 1 - index);
      for (const name of names) block.terms.set(name, weight);
      block.found += weight * found;
    }
    blocks.push(block);
  }
  return blocks;
}

/** Most of each least; of that, fewest improvised, then fewest substitutes; then most of each ideal. */
function objectivesOf({ problem: { needs } }: Instance, found: Assigned, suppliers: ReturnType<typeof mayServe>): Objective[] {
  const variables = (prefix: string, need: number, code?: number) =>
    suppliers.flatMap(({ codes }, unit) =>
      codes[need] === 0 || (code !== undefined && codes[need] !== code) ? [] : [`${prefix}_${unit}_${need}`],
    );
  const each = (prefix: string, amounts: readonly number[], code?: number) =>
    needs.map((_, need) => ({ names: variables(prefix, need, code), found: amounts[need] ?? 0 }));
  const improvised = each('y', found.improvised, 3);
  const substitute = each('y', found.substitute, 2);
  return [
    ...inBlocks(1, each('y', found.least)),
    ...inBlocks(
      -1,
      needs.flatMap((_, need) => [improvised[need], substitute[need]].filter((part) => part !== undefined)),
    ),
    ...inBlocks(1, each('z', found.extra)),
  ];
}

function programme(instance: Instance, suppliers: ReturnType<typeof mayServe>, objectives: Objective[], k: number): string {
  const sum = (names: string[]) => names.join(' + ');
  const weighted = ({ terms }: Objective) => [...terms].map(([name, weight]) => `${weight} ${name}`).join(' + ');
  const rows: string[] = [];
  const names: string[] = [];
  for (const [unit, { codes, pieces }] of suppliers.entries()) {
    const own = codes.flatMap((code, need) => (code === 0 ? [] : [`y_${unit}_${need}`, `z_${unit}_${need}`]));
    names.push(...own);
    if (own.length > 0) rows.push(`${sum(own)} <= ${pieces}`);
  }
  for (const [need, { least, ideal }] of instance.problem.needs.entries()) {
    for (const [prefix, most] of [
      ['y', least],
      ['z', ideal - least],
    ] as const) {
      const able = suppliers.flatMap(({ codes }, unit) => (codes[need] === 0 ? [] : [`${prefix}_${unit}_${need}`]));
      if (able.length > 0) rows.push(`${sum(able)} <= ${most}`);
    }
  }
  for (const objective of objectives.slice(0, k)) if (objective.terms.size > 0) rows.push(`${weighted(objective)} = ${objective.found}`);
  const goal = objectives[k] as Objective; // k counts the objectives
  return `${goal.sense === 1 ? 'Maximize' : 'Minimize'}\n obj: ${weighted(goal)}\nSubject To\n${rows.map((row, index) => ` r${index}: ${row}`).join('\n')}\nGeneral\n ${names.join(' ')}\nEnd`;
}

describe('coverage', () => {
  // HiGHS is an independent integer programming solver.
  it('is optimal in the order of the needs, composites included, as HiGHS proves on random instances', {
    timeout: 600_000,
  }, async () => {
    const highs = await highsLoader();
    const random = new Random(seeded(20_261_125));
    let proved = 0;
    let composites = 0;
    for (let round = 0; round < rounds(500); round += 1) {
      const instance = randomInstance(random);
      const catalog = kindCatalog(instance.kinds);
      const found = assignOnly(instance.problem, catalog);
      const shown = coverage(instance.problem, catalog);
      expect(shown.needs.map(({ have }) => have)).toEqual(found.least.map((least, need) => least + (found.extra[need] ?? 0)));
      const suppliers = mayServe(instance);
      for (const { need, by } of shown.needs)
        for (const { kind, grade } of by) if (grade !== 'primary' && catalog.get(kind)?.requires[need] !== undefined) composites += 1;
      const objectives = objectivesOf(instance, found, suppliers);
      for (const [k, objective] of objectives.entries()) {
        if (objective.terms.size === 0 || (objective.sense === -1 && objective.found === 0)) continue;
        const solved = highs.solve(programme(instance, suppliers, objectives, k), { output_flag: false, mip_rel_gap: 0 });
        expect(solved.Status, `instance ${round}, block ${k}: what was found must be possible`).toBe('Optimal');
        expect(Math.round(solved.ObjectiveValue), `instance ${round}, block ${k}`).toBe(objective.found);
        proved += 1;
      }
    }
    expect(proved).toBeGreaterThan(rounds(1000));
    expect(composites).toBeGreaterThan(rounds(30));
  });
});
