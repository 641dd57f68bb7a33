import type { KindCatalog } from '../model/kind.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { TRAIT_NAMES } from '../model/traits.ts';
import { piecesLeft, type Unit } from '../model/unit.ts';

/** A medicine of a kit, as whoever finds it loose must be able to read it. No dose: that is on the label and with the prescriber. */
export interface MedicineLine {
  unitId: string;
  name: string;
  /** Substance, strength and form, as on the label; empty: not named yet. */
  substance: string;
  forWhat: string;
  notFor: string;
  whose: string;
  lot: string;
  /** As printed on the original; null: not known. */
  expiresOn: PlainDate | null;
  keeps: string;
  left: number;
  pieceName: string;
}

/** The key to the medicines of a kit, by name, the soonest to lapse first among equals. */
export function medicineKey(units: readonly Unit[], catalog: KindCatalog): MedicineLine[] {
  return units
    .flatMap((unit): MedicineLine[] => {
      const kind = catalog.get(unit.kind);
      const medicine = kind?.traits.medicine;
      if (kind === undefined || medicine === undefined || unit.condition === 'practice' || unit.condition === 'used') return [];
      const { substance, strength, form, purposes, excludes, keepsC } = medicine;
      return [
        {
          unitId: unit.id,
          name: kind.name,
          substance: substance === '' ? '' : [substance, strength, form].filter((word) => word !== '').join(', '),
          forWhat: purposes.map((one) => TRAIT_NAMES.purposes[one]).join('; '),
          notFor: excludes.map((one) => TRAIT_NAMES.excludes[one]).join('; '),
          whose: unit.own?.whose ?? '',
          lot: unit.lot ?? '',
          expiresOn: unit.expiresOn,
          keeps: keepsC === null ? '' : `${keepsC.from} to ${keepsC.to} °C`,
          left: piecesLeft(unit, kind.pieces),
          pieceName: kind.pieceName,
        },
      ];
    })
    .sort((a, b) => (a.name === b.name ? ((a.expiresOn ?? '9') < (b.expiresOn ?? '9') ? -1 : 1) : a.name < b.name ? -1 : 1));
}
