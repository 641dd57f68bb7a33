import type { AnswerOf, listDiscrepancies } from '@ivrak/contract';
import { type PlacedUnit, showDate, withArticle } from '@ivrak/core/model';

export type Told = AnswerOf<typeof listDiscrepancies>['discrepancies'][number];

interface Names {
  kind: (id: string) => string;
  kit: (id: string) => string;
  person: (id: string) => string;
}

/** What was said, and why it cannot be so: two sentences. */
export function toldText({ data, now }: Told, names: Names): { said: string; but: string } {
  const { what, kitId, kind, count, at, who } = data;
  const thing = count === 1 ? withArticle(names.kind(kind).toLowerCase()) : `${count} × ${names.kind(kind).toLowerCase()}`;
  const [verb, into] = what === 'notThere' ? ['put', 'into'] : ['used', 'out of'];
  const said = `${names.person(who)} ${verb} ${thing} ${into} ${names.kit(kitId)}, ${whenText(at)}.`;
  if (what === 'notThere') return { said, but: `It was not in stores any more: ${whereText(now, names)}.` };
  return {
    said,
    but:
      now?.place === 'kit'
        ? 'Somebody else used it too, and there was one less.'
        : `It had left the kit before that: ${whereText(now, names)}.`,
  };
}

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit' } as const;
const whenText = (at: string): string => {
  const time = new Date(at);
  const [day, clock] = [time.toLocaleDateString('en-GB', DAY), time.toLocaleTimeString('en-GB', CLOCK)];
  return `${day} at ${clock}`;
};

function whereText(now: PlacedUnit | null, names: Names): string {
  if (now === null) return 'nothing is known of it now';
  switch (now.place) {
    case 'kit':
      return now.kitId === null ? 'it is in a kit' : `it is in ${names.kit(now.kitId)}`;
    case 'stores':
      return 'it is in stores';
    case 'practice':
      return 'it is for practice';
    case 'used':
      return 'it is written down as used';
    case 'discarded':
      return 'it is written down as discarded';
  }
}

/** What may be true: everything as it is written, or that it was another one. */
export function answersOf({ data, others }: Told, names: Names): { unitId: Told['data']['unitId'] | null; text: string }[] {
  const asWritten =
    data.what === 'notThere' ? 'All is as it is written: nothing more went into the kit' : 'It was the same one: nothing more was used';
  return [
    { unitId: null, text: asWritten },
    ...others.map((unit) => ({
      unitId: unit.id,
      text: unit.id === data.unitId ? `It is in ${names.kit(data.kitId)}` : `It was another: ${placeOf(unit, names)}${lotText(unit)}`,
    })),
  ];
}

const placeOf = ({ place, kitId }: PlacedUnit, names: Names): string =>
  place === 'kit' && kitId !== null ? `out of ${names.kit(kitId)}` : 'out of stores';

const lotText = ({ lot, expiresOn }: PlacedUnit): string =>
  `${lot === null ? '' : `, lot ${lot}`}${expiresOn === null ? '' : `, good through ${showDate(expiresOn)}`}`;
