import { isBarred, partGradeOf } from '../coverage/grades.ts';
import { GRADES, type Kind } from '../model/kind.ts';
import { NEEDS, type NeedId } from '../model/need.ts';
import { askedOf, type ProposeQuestion } from './question.ts';

const circle = (need: NeedId): number => ('MAR'.includes(need[0] as string) ? 0 : 'CHS'.includes(need[0] as string) ? 1 : 2);

/** Pieces toward the least of each need by things of a grade or better, in the order primary, substitute, improvised. */
export type Asked = ReadonlyMap<NeedId, readonly [number, number, number]>;

/**
 * The same question as one integer programme in another form, told again from the definition: one variable for each piece of each unit
 * that may be bought (b_kind_unit), yes or no, and one for each way a piece may go. Only for needs that do not tell sorts apart and
 * kinds without companions; the others are left out by whoever asks.
 */
export function programmeOf(question: ProposeQuestion, asked: Asked, costOf: (kind: Kind) => number, mostUnits: number): string {
  const needs = askedOf(question).filter(({ need, least }) => least > 0 && !NEEDS[need].countsSorts);
  const rows: string[] = [];
  const binary: string[] = [];
  const whole: string[] = [];
  const goal: string[] = [];
  const money: string[] = [];
  const mass: string[] = [];
  const into = new Map<string, string[]>();
  for (const [index, kind] of question.kinds.entries()) {
    if (question.isChecked === true && isBarred(kind)) continue;
    const parts = [kind, ...kind.moreParts];
    for (let unit = 0; unit < mostUnits; unit += 1) {
      const bought = `b_${index}_${unit}`;
      binary.push(bought);
      if (costOf(kind) > 0) goal.push(`${costOf(kind)} ${bought}`);
      if (kind.priceMinor > 0) money.push(`${kind.priceMinor} ${bought}`);
      mass.push(`${kind.massG} ${bought}`);
      if (unit > 0) rows.push(`${bought} - b_${index}_${unit - 1} <= 0`);
      for (const [part, { pieces }] of parts.entries()) {
        const ways = needs.flatMap(({ need, secondBest }) => {
          const made = kind.requires[need] === undefined ? partGradeOf(kind, need, question.school, part) : null;
          const grade = made === 'primary' && secondBest?.includes(kind.family) === true ? 'substitute' : made;
          const skill = kind.skill ?? NEEDS[need].skill;
          const isTrained = skill === null || question.skills === undefined || question.skills.includes(skill);
          if (grade === null || !isTrained || (grade === 'improvised' && circle(need) === 0)) return [];
          const way = `g_${index}_${unit}_${part}_${need.replace('.', '')}`;
          whole.push(way);
          const at = `${need} ${GRADES.indexOf(grade)}`;
          into.set(at, [...(into.get(at) ?? []), way]);
          return [way];
        });
        if (kind.tool) for (const way of ways) rows.push(`${way} - ${pieces} ${bought} <= 0`);
        else if (ways.length > 0) rows.push(`${ways.join(' + ')} - ${pieces} ${bought} <= 0`);
      }
    }
  }
  for (const [need, sums] of asked)
    for (const [code, sum] of sums.entries()) {
      const serving = GRADES.slice(0, code + 1).flatMap((_, at) => into.get(`${need} ${at}`) ?? []);
      if (sum > 0) rows.push(`${serving.length > 0 ? serving.join(' + ') : `0 ${binary[0]}`} >= ${sum}`);
    }
  const { money: most, massG } = question.limits;
  if (most !== undefined) rows.push(`${money.join(' + ')} <= ${most}`);
  if (massG !== undefined) rows.push(`${mass.join(' + ')} <= ${massG}`);
  return `Minimize\n obj: ${goal.join(' + ')}\nSubject To\n${rows.map((row, at) => ` r${at}: ${row}`).join('\n')}\nGeneral\n ${whole.join(' ')}\nBinary\n ${binary.join(' ')}\nEnd`;
}

/** Whether a question may be asked of it: nothing that serves what is asked tells sorts apart or needs anything beside it. */
export const isPlain = (kind: Kind): boolean =>
  Object.keys(kind.requires).length === 0 && kind.traits.medicine === undefined && kind.traits.ml === undefined;
export const isPlainNeed = (need: NeedId): boolean => !NEEDS[need].countsSorts && need !== 'D.flush' && need !== 'D.meds';
