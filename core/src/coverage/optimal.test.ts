import highsLoader from 'highs';
import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import { GRADES, type Kind } from '../model/kind.ts';
import { NEEDS, type NeedId, SKILLS, type Skill } from '../model/need.ts';
import type { Condition } from '../model/unit.ts';
import { type Coverage, coverage } from './coverage.ts';
import { type Instance, randomInstance, TODAY } from './madeUpFixture.ts';
import { sortOf } from './sorts.ts';

type Laid = ReturnType<typeof goodParts>[number];

/** Parts of units that count, told again from the definition and without the engine's help. */
function goodParts({ problem, kinds }: Instance) {
  const COUNTING: readonly Condition[] = ['ready', 'notStaged'];
  return problem.kits
    .flatMap((kit) =>
      kit.units.map((unit) => ({ unit, reachS: kit.reachS ?? null, kind: kinds.find(({ id }) => id === unit.kind) as Kind })),
    )
    .filter(
      ({ unit, kind }) =>
        (COUNTING.includes(unit.condition) || (unit.condition === 'opened' && !kind.sterile)) &&
        (unit.expiresOn == null || unit.expiresOn >= TODAY),
    )
    .flatMap(({ unit, kind, reachS }) =>
      [kind, ...kind.moreParts].map(({ pieces, grades }, part) => ({
        name: `${unit.id}p${part}`,
        unit,
        kind,
        part,
        reachS,
        own: grades,
        pieces: unit.count * pieces,
      })),
    );
}

interface May {
  supplier: Laid;
  need: number;
  code: 1 | 2 | 3;
  sort: string | null;
  /** What it uses up beside it; null: nothing. */
  beside: string | null;
}

/** What may serve what, how well, of which sort and with which companion. */
function mayServe(instance: Instance, parts: readonly Laid[]): May[] {
  const { problem } = instance;
  const has = (skill: Skill | null) => skill === null || (problem.skills ?? SKILLS).includes(skill);
  const free = new Set(parts.flatMap(({ kind, part }) => (part === 0 && kind.tool ? kind.provides : [])));
  const may = problem.needs.flatMap(({ need, windowS, least, ideal }, index) =>
    parts.flatMap((supplier): May[] => {
      const { kind, part, own, reachS } = supplier;
      const exception = problem.school.exceptions[kind.id]?.[need];
      const set = exception === undefined ? problem.school.grades[kind.family]?.[need] : exception;
      const isOthers =
        part === 0 ? own[need] === undefined && kind.moreParts.some(({ grades }) => grades[need] !== undefined) : own[need] === undefined;
      const grade = set === undefined || isOthers ? own[need] : set;
      const isLate = windowS != null && reachS !== null && reachS > windowS;
      if (grade == null || isLate || Math.max(least, ideal) === 0 || !has(kind.skill ?? NEEDS[need].skill)) return [];
      const thing = kind.requires[need];
      let code = (GRADES.indexOf(grade) + 1) as May['code'];
      let beside: string | null = null;
      if (thing !== undefined && !free.has(thing)) {
        const others = parts.filter((other) => other.part === 0 && !other.kind.tool && other.kind.provides.includes(thing));
        const there = others.reduce((sum, { pieces }) => sum + pieces, 0);
        const ofItself = others.filter((other) => other.kind === kind && !kind.tool).reduce((sum, { pieces }) => sum + pieces, 0);
        if (there === 0 || (there === ofItself && part === 0 && there < 2)) return [];
        beside = thing;
        if (code === 1) code = 2;
      }
      if (code === 3 && ('MAR'.includes(need[0] as string) || least === 0)) return [];
      return [{ supplier, need: index, code, sort: NEEDS[need].countsSorts ? sortOf(kind, need) : null, beside }];
    }),
  );
  // Of a sort, what is made for it best speaks for it.
  return may.filter(
    ({ need, sort, code }) =>
      sort === null || code === Math.min(...may.filter((o) => o.need === need && o.sort === sort).map((o) => o.code)),
  );
}

const circle = (need: NeedId): number => ('MAR'.includes(need[0] as string) ? 0 : 'CHS'.includes(need[0] as string) ? 1 : 2);

interface Goal {
  /** Weighted sum over variables, most of which is wanted. */
  terms: Map<string, number>;
  found: number;
}

/** Amounts in an instance stay under the base, so that each step outweighs all behind it in its block. */
const BASE = 5;
const BLOCK = 8;

/** The steps of the order as the page of the trade has them: circle by circle and grade by grade to the least, then the ideals. */
function goalsOf({ problem: { needs } }: Instance, may: readonly May[], found: Coverage): Goal[] {
  const steps: { names: string[]; found: number }[] = [];
  const step = (need: number, part: 'y' | 'z', code: number, amount: number) =>
    steps.push({
      names: may.filter((one) => one.need === need && one.code === code).map(({ supplier }) => `${part}_${supplier.name}_${need}`),
      found: amount,
    });
  const got = new Map<string, number>();
  for (const [need, { by, least }] of found.needs.entries()) {
    // What is shown is sorted by grade: the least is filled in that order.
    let open = least;
    for (const { grade, count } of by) {
      const code = GRADES.indexOf(grade) + 1;
      const toLeast = Math.min(open, count);
      open -= toLeast;
      got.set(`y${need}${code}`, (got.get(`y${need}${code}`) ?? 0) + toLeast);
      got.set(`z${need}${code}`, (got.get(`z${need}${code}`) ?? 0) + count - toLeast);
    }
  }
  for (const ring of [0, 1, 2])
    for (const code of ring === 0 ? [1, 2] : [1, 2, 3])
      for (const [need, asked] of needs.entries()) if (circle(asked.need) === ring) step(need, 'y', code, got.get(`y${need}${code}`) ?? 0);
  for (const [need] of needs.entries()) for (const code of [1, 2]) step(need, 'z', code, got.get(`z${need}${code}`) ?? 0);
  const goals: Goal[] = [];
  const real = steps.filter(({ names }) => names.length > 0);
  for (let start = 0; start < real.length; start += BLOCK) {
    const goal: Goal = { terms: new Map(), found: 0 };
    for (const [index, { names, found: amount }] of real.slice(start, start + BLOCK).entries()) {
      const weight = BASE ** (BLOCK - 1 - index);
      for (const name of names) goal.terms.set(name, weight);
      goal.found += weight * amount;
    }
    goals.push(goal);
  }
  return goals;
}

function programme({ problem }: Instance, parts: readonly Laid[], may: readonly May[], goals: readonly Goal[], k: number): string {
  const sum = (names: readonly string[]) => names.join(' + ');
  const weighted = ({ terms }: Goal) => [...terms].map(([name, weight]) => `${weight} ${name}`).join(' + ');
  const rows: string[] = [];
  const names: string[] = [];
  const both = ({ supplier, need }: May) => [`y_${supplier.name}_${need}`, `z_${supplier.name}_${need}`];
  const beside = new Map<string, string[]>();
  for (const one of may) {
    names.push(...both(one));
    if (one.beside === null) continue;
    const thing = one.beside;
    const givers = parts.filter(({ part, kind }) => part === 0 && !kind.tool && kind.provides.includes(thing));
    const taken = givers.map(({ name }) => ({ name, variable: `c_${one.supplier.name}_${one.need}_${name}` }));
    for (const { name, variable } of taken) beside.set(name, [...(beside.get(name) ?? []), variable]);
    names.push(...taken.map(({ variable }) => variable));
    rows.push(`${sum(both(one))} - ${taken.map(({ variable }) => variable).join(' - ')} = 0`);
  }
  for (const part of parts) {
    const own = may.filter(({ supplier }) => supplier === part);
    if (part.kind.tool) for (const one of own) rows.push(`${sum(both(one))} <= ${part.pieces}`);
    else {
      const all = [...own.flatMap(both), ...(beside.get(part.name) ?? [])];
      if (all.length > 0) rows.push(`${sum(all)} <= ${part.pieces}`);
    }
  }
  for (const [need, { least, ideal }] of problem.needs.entries()) {
    const able = may.filter((one) => one.need === need);
    for (const [prefix, most] of [
      ['y', least],
      ['z', ideal - least],
    ] as const)
      if (able.length > 0) rows.push(`${sum(able.map(({ supplier }) => `${prefix}_${supplier.name}_${need}`))} <= ${most}`);
    for (const one of able.filter(({ code }) => code === 3)) rows.push(`z_${one.supplier.name}_${need} = 0`);
    for (const sort of new Set(able.flatMap((one) => (one.sort === null ? [] : [one.sort]))))
      rows.push(`${sum(able.filter((one) => one.sort === sort).flatMap(both))} <= 1`);
  }
  for (const goal of goals.slice(0, k)) rows.push(`${weighted(goal)} = ${goal.found}`);
  const goal = goals[k] as Goal; // k counts the goals
  return `Maximize\n obj: ${weighted(goal)}\nSubject To\n${rows.map((row, index) => ` r${index}: ${row}`).join('\n')}\nGeneral\n ${names.join(' ')}\nEnd`;
}

describe('booking', () => {
  // HiGHS is an independent integer programming solver.
  it('is the most in the order of its steps, with parts, tools, sorts and companions, as HiGHS proves on random instances', {
    timeout: 900_000,
  }, async () => {
    const highs = await highsLoader();
    const random = new Random(seeded(20_261_130));
    let proved = 0;
    let composites = 0;
    for (let round = 0; round < rounds(500); round += 1) {
      const instance = randomInstance(random);
      const found = coverage(instance.problem, kindCatalog(instance.kinds));
      const parts = goodParts(instance);
      const may = mayServe(instance, parts);
      composites += may.filter((one) => one.beside !== null).length;
      const goals = goalsOf(instance, may, found);
      for (const k of goals.keys()) {
        const solved = highs.solve(programme(instance, parts, may, goals, k), { output_flag: false, mip_rel_gap: 0 });
        expect(solved.Status, `instance ${round}, block ${k}: what was found must be possible`).toBe('Optimal');
        expect(Math.round(solved.ObjectiveValue), `instance ${round}, block ${k}`).toBe(goals[k]?.found);
        proved += 1;
      }
    }
    expect(proved).toBeGreaterThan(rounds(700));
    expect(composites).toBeGreaterThan(rounds(150));
  });
});
