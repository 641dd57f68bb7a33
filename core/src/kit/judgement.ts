import { type Coverage, coverage, problemOf } from '../coverage/coverage.ts';
import { byRung, type RungCoverage, readyUntil } from '../coverage/rungs.ts';
import { type Brief, skillsOf } from '../model/brief.ts';
import type { Container } from '../model/container.ts';
import type { KindCatalog } from '../model/kind.ts';
import { NEEDS, type NeedId, RUNGS } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Unit } from '../model/unit.ts';
import { type DerivedNeed, deriveNeeds } from '../needs/needs.ts';
import { kitMassG, kitPriceMinor } from './kitFit.ts';

export interface Judgement {
  needs: DerivedNeed[];
  coverage: Coverage;
  rungs: RungCoverage[];
  massG: number;
  priceMinor: number;
  /** Last day on which every need that is met now is still met; null: nothing in it lapses. */
  readyUntil: PlainDate | null;
  /** Needs whose least is met, of those that ask for something. */
  held: number;
  asked: number;
  /** The first gap in the school's order. */
  firstGap: NeedId | null;
}

export interface JudgedKit {
  id: string;
  brief: Brief;
  units: readonly Unit[];
}

/** Everything that follows from a kit's brief and contents on a date. */
export function judgeKit(kit: JudgedKit, school: School, container: Container | undefined, on: PlainDate, catalog: KindCatalog): Judgement {
  const needs = deriveNeeds(kit.brief, school);
  const result = coverage(
    problemOf({ ...kit, needs, school, skills: skillsOf(kit.brief), isChecked: kit.brief.securityChecks }, on),
    catalog,
  );
  const asked = result.needs.filter(({ least }) => least > 0);
  return {
    needs,
    coverage: result,
    rungs: byRung(result, RUNGS),
    massG: kitMassG(kit.units, container, catalog),
    priceMinor: kitPriceMinor(kit.units, catalog),
    readyUntil: readyUntil(result),
    held: asked.filter(({ state }) => state !== 'gap').length,
    asked: asked.length,
    firstGap: result.needs.find(({ state }) => state === 'gap')?.need ?? null,
  };
}

/** "1 of 2 chest seals: an entry or exit wound would stay open." */
export function gapText({ need, have, least }: { need: NeedId; have: number; least: number }): string {
  const facts = NEEDS[need];
  return `${have} of ${least} ${least === 1 ? facts.one : facts.many}: ${facts.without}.`;
}
