import type { PlacedUnit, PlainDate } from '@ivrak/core/model';
import type { MusteredKit } from '../data/queries.ts';

/** Something that may get a label of our own: a spare, or a module of a kit. */
export interface LabelSource {
  key: string;
  name: string;
  lot: string | null;
  expiresOn: PlainDate | null;
  /** What lies in it, for a module. */
  contents: string | null;
  code: string;
}

const LOT = /^[\x21-\x22\x25-\x3F\x41-\x5A\x5F\x61-\x7A]{1,20}$/;

/** What a label of one's own carries: lot and original date in GS1 element strings, and an id of ours (internal use, AI 91). */
export function labelText(id: string, lot: string | null, expiresOn: PlainDate | null): string {
  const day = expiresOn === null ? '' : `(17)${expiresOn.slice(2).replaceAll('-', '')}`;
  const batch = lot === null || !LOT.test(lot) ? '' : `(10)${lot}`;
  return `${day}${batch}(91)${id}`;
}

/** Spares first, then the modules of all kits; a module's date is the first that lapses in it. */
export function labelSources(units: readonly PlacedUnit[], kits: readonly MusteredKit[], nameOf: (kind: string) => string): LabelSource[] {
  const spares = units
    .filter(({ place }) => place === 'stores')
    .map(({ id, kind, lot, expiresOn }) => ({
      key: id as string,
      name: nameOf(kind),
      lot,
      expiresOn,
      contents: null,
      code: labelText(id, lot, expiresOn),
    }));
  const modules = kits.flatMap((kit) =>
    kit.modules.map((module) => {
      const own = kit.units.filter(({ id }) => module.unitIds.includes(id));
      const [first = null] = own.flatMap(({ expiresOn }) => expiresOn ?? []).sort();
      const contents = own.map(({ kind, count }) => `${count > 1 ? `${count} × ` : ''}${nameOf(kind)}`).join(', ');
      const id = `${kit.id}/${module.id}`;
      return { key: id, name: `${module.name}, ${kit.name}`, lot: null, expiresOn: first, contents, code: labelText(id, null, first) };
    }),
  );
  return [...spares, ...modules];
}
