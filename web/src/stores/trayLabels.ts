import { addDays, type PlainDate } from '@ivrak/core/model';
import { hibcCheckCharacter } from '@ivrak/core/scan';

export type TraySymbol = 'gs1datamatrix' | 'gs1-128' | 'qrcode' | 'hibcdatamatrix';

export interface TrayLabel {
  id: string;
  name: string;
  symbol: TraySymbol;
  /** What the drawing library is given. */
  drawn: string;
  /** What a scanner sends. */
  scanned: string;
}

const FNC1 = '\x1D';
const yymmdd = (date: PlainDate): string => date.slice(2).replaceAll('-', '');

function gs1(id: string, name: string, symbol: 'gs1datamatrix' | 'gs1-128', gtin: string, expiresOn: PlainDate, lot: string): TrayLabel {
  const day = yymmdd(expiresOn);
  return {
    id,
    name,
    symbol,
    drawn: `(01)${gtin}(17)${day}(10)${lot}`,
    scanned: `${symbol === 'gs1-128' ? ']C1' : ']d2'}01${gtin}17${day}10${lot}`,
  };
}

/** A tray of made-up labels, to try intake without a device: known and unknown articles, one lapsed, three symbologies, one HIBC. */
export function trayLabels(
  gtins: readonly { gtin: string; kind: string }[],
  nameOf: (kind: string) => string,
  today: PlainDate,
): TrayLabel[] {
  const known = gtins
    .filter(({ gtin }) => /^\d{14}$/.test(gtin))
    .slice(0, 8)
    .map(({ gtin, kind }, index) =>
      gs1(
        `known-${index}`,
        nameOf(kind),
        index % 3 === 2 ? 'gs1-128' : 'gs1datamatrix',
        gtin,
        addDays(today, index === 5 ? -20 : 300 + 61 * index),
        `TR-${100 + index}`,
      ),
    );
  const hibc = `+A99912340/$$3${yymmdd(addDays(today, 500))}TR7`;
  const text = `${hibc}${hibcCheckCharacter(hibc)}`;
  return [
    ...known,
    gs1('unknown', 'An article that is not known yet', 'gs1datamatrix', '10614141123459', addDays(today, 700), 'TR-900'),
    { id: 'hibc', name: 'A HIBC label', symbol: 'qrcode', drawn: text, scanned: text },
  ];
}

/** The separator that scanners send, shown so that it can be read. */
export const shown = (text: string): string => text.replaceAll(FNC1, '␝');
