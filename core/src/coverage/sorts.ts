import type { Kind } from '../model/kind.ts';
import type { NeedId } from '../model/need.ts';

/** Things of these write on anything; a card is another sort of help. */
const CARDS: readonly string[] = ['recordCard', 'notebook'];

/**
 * Of which sort a thing is for a need that counts sorts apart: two whistles are one means to call, two oximeters one vital sign,
 * two markers no marker and card. Medicines are told apart by substance.
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
    case 'D.meds':
      return (kind.traits.medicine?.substance ?? '').toLowerCase();
    default:
      return own;
  }
}
