import * as z from 'zod';
import type { Family } from '../model/family.ts';
import { type Kind, type KindCatalog, KindSchema, type KindState, upgradeKind } from '../model/kind.ts';
import { FAMILY_FACTS, plainOfFamily, shapeGive } from './families.ts';
import rows from './kinds.json' with { type: 'json' };

/**
 * Shipped kinds, from kinds.json. Sizes are typical of the kind as packed (mm, width x height x thickness) and are from
 * memory unless a row says practice; prices are usual prices in any currency unit. All of them are planning values that a
 * user may change. What a row leaves out is what its family usually is.
 */
type Always = 'id' | 'name' | 'massG' | 'priceMinor';
type Row = Pick<Kind, Always> &
  Partial<Omit<Kind, Always | 'family' | 'states' | 'pieces' | 'pieceName'>> &
  RowMeasures & { family: Family };
interface RowMeasures {
  size: Size;
  /** Other ways in which it may lie. */
  states?: readonly (readonly [id: string, label: string, size: Size])[];
  pieces?: readonly [count: number, name: string];
}
type Size = readonly [w: number, h: number, t: number];

const state = (id: string, label: string, [wMm, hMm, tMm]: Size): KindState => ({ id, label, wMm, hMm, tMm });

function toKind({ size, states = [], pieces, traits = {}, alsoCalled = [], ...row }: Row): Kind {
  const plain = plainOfFamily(row.family);
  return {
    ...plain,
    // A shape of its own gives as that shape does, unless the family says how much.
    ...(row.shape === undefined || FAMILY_FACTS[row.family].give !== undefined ? {} : { give: shapeGive(row.shape) }),
    ...row,
    ...(pieces === undefined ? {} : { pieces: pieces[0], pieceName: pieces[1] }),
    alsoCalled: [...plain.alsoCalled, ...alsoCalled],
    traits: { ...plain.traits, ...traits },
    states: [state('asSold', 'as packed', size), ...states.map(([id, label, own]) => state(id, label, own))],
  };
}

export const KINDS: readonly Kind[] = (rows as unknown as readonly Row[]).map(toKind); // the tests hold every row against its schema

export const kindCatalog = (kinds: readonly Kind[] = KINDS): KindCatalog => new Map(kinds.map((kind) => [kind.id, kind]));

const SHIPPED = kindCatalog();

/**
 * Kinds as they are stored: a shipped one that was changed here before there were families is of the family of the shipped one, and
 * takes from it what it could not say then.
 */
export const StoredKindSchema = z.preprocess((raw) => {
  if (typeof raw !== 'object' || raw === null || 'family' in raw) return raw;
  const shipped = SHIPPED.get(String((raw as { id?: unknown }).id));
  if (shipped === undefined) return raw;
  const { family, alsoCalled, tool, moreParts, traits, requires, provides } = shipped;
  return { ...(upgradeKind(raw) as object), family, alsoCalled, tool, moreParts, traits, requires, provides };
}, KindSchema);
