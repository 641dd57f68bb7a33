import { type Coverage, problemOf } from '../coverage/coverage.ts';
import { byRung, type RungCoverage, readyUntil } from '../coverage/rungs.ts';
import { type NeedShare, sharedCoverage } from '../coverage/shares.ts';
import { briefOn, skillsOf } from '../model/brief.ts';
import type { Container } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import { NEEDS, type NeedId, RUNGS } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import { type DerivedNeed, deriveNeeds } from '../needs/needs.ts';
import { kitMassG, kitPriceMinor } from './carryCheck.ts';
import { kitFalls, type NeedFall, withFalls } from './falls.ts';
import type { JudgedKit } from './judged.ts';

export interface Judgement {
  needs: DerivedNeed[];
  /** As it is seen from this kit: what others hold that are carried as one with it is elsewhere. */
  coverage: Coverage;
  /** Of all that is carried as one; the same as `coverage` where it is by itself. */
  together: Coverage;
  rungs: RungCoverage[];
  /** What it holds of each need, and what it leaves to others; empty where it is carried by itself. */
  shares: NeedShare[];
  massG: number;
  priceMinor: number;
  /** Last day on which every need that is met now is still met; null: nothing in it lapses. */
  readyUntil: PlainDate | null;
  /** Needs whose least is met, of those that ask for something. */
  held: number;
  asked: number;
  /** The first gap in the school's order. */
  firstGap: NeedId | null;
  /** When needs fall, where courses of those whom the brief names lapse on the way; null: things alone let them fall. */
  falls: NeedFall[] | null;
}

/** Everything that follows from a kit's brief and contents on a date. */
export function judgeKit(kit: JudgedKit, school: School, container: Container | undefined, on: PlainDate, catalog: KindCatalog): Judgement {
  const brief = briefOn(kit.brief, on);
  const needs = deriveNeeds(brief, school);
  const problem = problemOf(
    { ...kit, needs, school, skills: skillsOf(brief), isChecked: brief.securityChecks, beside: kit.inSet?.beside },
    on,
  );
  const shared = sharedCoverage(problem, kit.inSet?.alone, catalog);
  const falls = kitFalls(kit, school, on, catalog);
  const [together, seen] = [withFalls(shared.together, falls), withFalls(shared.seen, falls)];
  const asked = seen.needs.filter(({ least, state }) => least > 0 && state !== 'elsewhere');
  return {
    needs,
    coverage: seen,
    together,
    shares: shared.shares,
    rungs: byRung(seen, RUNGS),
    massG: kitMassG(kit.units, container, catalog),
    priceMinor: kitPriceMinor(kit.units, catalog),
    readyUntil: readyUntil(together),
    held: asked.filter(({ state }) => state !== 'gap').length,
    asked: asked.length,
    firstGap: seen.needs.find(({ state }) => state === 'gap')?.need ?? null,
    falls,
  };
}

/** What kits that are carried as one hold together, by the judgement of each; what is on their bearer weighs with them. */
export function judgedTogether([first, ...others]: readonly [Judgement, ...Judgement[]], own: readonly { massG: number }[]) {
  const { together, readyUntil: until } = first;
  const asked = together.needs.filter(({ least }) => least > 0);
  const gap = together.needs.find(({ state }) => state === 'gap');
  const sum = (figure: (judgement: Judgement) => number) => others.reduce((total, one) => total + figure(one), figure(first));
  return {
    rungs: byRung(together, RUNGS),
    held: asked.filter(({ state }) => state !== 'gap').length,
    asked: asked.length,
    massG: sum(({ massG }) => massG) + own.reduce((total, { massG }) => total + massG, 0),
    priceMinor: sum(({ priceMinor }) => priceMinor),
    readyUntil: until,
    gap: gap === undefined ? null : gapText(gap),
  };
}

/** "1 of 2 chest seals: an entry or exit wound would stay open." */
export function gapText({ need, have, least }: { need: NeedId; have: number; least: number }): string {
  const facts = NEEDS[need];
  return `${have} of ${least} ${least === 1 ? facts.one : facts.many}: ${facts.without}.`;
}
