import type { Family } from '../model/family.ts';
import { type Kind, PLAIN_KIND } from '../model/kind.ts';
import type { Traits } from '../model/traits.ts';
import rows from './families.json' with { type: 'json' };

/** What a thing of a family usually is; fills the form, and what a row of the catalogue leaves out; from families.json. Common practice, no source. */
export type FamilyFacts = Pick<Kind, 'rung' | 'drawing' | 'shape' | 'grades'> & {
  name: string;
  alsoCalled: readonly string[];
  traits: Traits;
} & Partial<
    Pick<
      Kind,
      | 'dating'
      | 'give'
      | 'solidity'
      | 'sterile'
      | 'tool'
      | 'requires'
      | 'provides'
      | 'skill'
      | 'pieces'
      | 'pieceName'
      | 'moreParts'
      | 'sellerMatters'
    >
  >;

type Row = Omit<FamilyFacts, 'alsoCalled' | 'grades' | 'traits'> &
  Partial<Pick<FamilyFacts, 'alsoCalled' | 'grades' | 'traits'>> & { family: Family };

const toFacts = ({ family, alsoCalled = [], grades = {}, traits = {}, ...row }: Row): [Family, FamilyFacts] => [
  family,
  { ...row, alsoCalled, grades, traits },
];

// The tests hold every row against its schema, and that there is one of each family.
export const FAMILY_FACTS = Object.fromEntries((rows as unknown as readonly Row[]).map(toFacts)) as Record<Family, FamilyFacts>;

/** Share of the thickness that pressing takes off what is soft. Planning value. */
export const SOFT_GIVE = 0.25;

export const shapeGive = (shape: Kind['shape']): number => (shape === 'soft' ? SOFT_GIVE : 0);

/** What a thing of the family is before anything else is said of it. */
export function plainOfFamily(family: Family): Omit<Kind, 'id' | 'name' | 'states' | 'massG' | 'priceMinor'> {
  const { name: _, alsoCalled, ...facts } = FAMILY_FACTS[family];
  return { ...PLAIN_KIND, pieces: 1, pieceName: 'piece', give: shapeGive(facts.shape), ...facts, family, alsoCalled: [...alsoCalled] };
}
