import type { Kind } from '../model/kind.ts';
import type { AskedLine, NeedId } from '../model/need.ts';

/**
 * Which line asks for a medicine: the one of its substance, else, where it is meant for every day, the one for what is not named yet;
 * null: none does.
 */
export function lineOf({ traits: { medicine } }: Kind, lines: readonly Pick<AskedLine, 'sort'>[]): number | null {
  if (medicine === undefined) return null;
  const substance = medicine.substance.toLowerCase();
  const named = substance === '' ? -1 : lines.findIndex(({ sort }) => sort === substance);
  const at = named < 0 && medicine.purposes.includes('daily') ? lines.findIndex(({ sort }) => sort === '') : named;
  return at < 0 ? null : at;
}

/** Things of these write on anything; a card is another sort of help. */
const CARDS: readonly string[] = ['recordCard', 'notebook'];

/**
 * Of which sort a thing is for a need that counts sorts apart: two whistles are one means to call, two oximeters one vital sign,
 * two markers no marker and card.
 */
export function sortOf(kind: Kind, need: NeedId): string {
  const own = kind.family === 'other' ? kind.id : kind.family;
  switch (need) {
    case 'C.record':
      return CARDS.includes(kind.family) ? 'card' : kind.family === 'phone' ? 'phone' : 'writer';
    case 'C.vitals':
      return kind.traits.measures ?? own;
    case 'D.sprain':
      return kind.family === 'coldPack' ? 'cold' : 'wrap';
    default:
      return own;
  }
}
