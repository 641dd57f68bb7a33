import { gradeOf, piecesFor } from '@ivrak/core/coverage';
import { type Kind, type KindCatalog, NEEDS, type NeedId, type School, type Skill } from '@ivrak/core/model';
import type { DerivedNeed } from '@ivrak/core/needs';

export interface FirstThing {
  need: NeedId;
  kind: Kind;
  count: number;
}

/**
 * One plain thing for each need that asks for something: made for it, within what those who help are trained in, the first that the
 * catalogue names, as many as the least takes. A list to
 * begin with, not a proposal: it knows nothing of pocket and purse.
 */
export function firstContents(needs: readonly DerivedNeed[], skills: readonly Skill[], school: School, catalog: KindCatalog): FirstThing[] {
  const kinds = [...catalog.values()];
  return needs.flatMap(({ need, least }): FirstThing[] => {
    if (least === 0) return [];
    // Whose medicines those are, nobody can guess.
    if (need === 'D.meds') return [];
    const made = kinds
      .filter((kind) => gradeOf(kind, need, school) === 'primary' && kind.requires[need] === undefined)
      .find((kind) => {
        const skill = kind.skill ?? NEEDS[need].skill;
        return skill === null || skills.includes(skill);
      });
    return made === undefined ? [] : [{ need, kind: made, count: Math.ceil(least / piecesFor(made, need, school)) }];
  });
}
