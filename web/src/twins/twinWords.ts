import type { TwinDifference } from '@ivrak/core/kit';
import { kindName } from '../data/catalog.ts';

const named = (lines: TwinDifference['more']): string =>
  lines.map(({ kind, count }) => `${count} × ${kindName(kind).toLowerCase()}`).join(', ');

/** "lacks 2 × gloves; has 1 × whistle beyond it"; null: as the pattern. */
export function differenceText({ more, fewer }: TwinDifference): string | null {
  const parts = [...(fewer.length > 0 ? [`lacks ${named(fewer)}`] : []), ...(more.length > 0 ? [`has ${named(more)} beyond it`] : [])];
  return parts.length === 0 ? null : parts.join('; ');
}
