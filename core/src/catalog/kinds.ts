import type { Kind, KindCatalog, KindState } from '../model/kind.ts';
import { PLAIN_KIND } from '../model/kind.ts';
import rows from './kinds.json' with { type: 'json' };

/**
 * Shipped kinds, from kinds.json. Sizes are typical of the kind as packed (mm, width x height x thickness) and are from
 * memory unless a row says practice; prices are usual prices in any currency unit. All of them are planning values that a
 * user may change. What a row leaves out takes the defaults below.
 */
type Always = 'id' | 'name' | 'rung' | 'shape' | 'drawing' | 'massG' | 'priceMinor' | 'grades';
type Row = Pick<Kind, Always> & Partial<Omit<Kind, Always | 'states' | 'pieces' | 'pieceName'>> & RowMeasures;
interface RowMeasures {
  size: Size;
  /** Other ways in which it may lie. */
  states?: readonly (readonly [id: string, label: string, size: Size])[];
  pieces?: readonly [count: number, name: string];
}
type Size = readonly [w: number, h: number, t: number];

const state = (id: string, label: string, [wMm, hMm, tMm]: Size): KindState => ({ id, label, wMm, hMm, tMm });

const toKind = ({ size, states = [], pieces = [1, 'piece'], ...row }: Row): Kind => ({
  ...PLAIN_KIND,
  give: row.shape === 'soft' ? 0.25 : 0,
  ...row,
  states: [state('asSold', 'as packed', size), ...states.map(([id, label, own]) => state(id, label, own))],
  pieces: pieces[0],
  pieceName: pieces[1],
});

export const KINDS: readonly Kind[] = (rows as unknown as readonly Row[]).map(toKind); // the tests hold every row against its schema

export const kindCatalog = (kinds: readonly Kind[] = KINDS): KindCatalog => new Map(kinds.map((kind) => [kind.id, kind]));
