import type { AnswerOf, getJournal, JournalTopic } from '@ivrak/contract';

export type Entry = AnswerOf<typeof getJournal>['entries'][number];

export const TOPIC_NAMES: Record<JournalTopic, string> = {
  things: 'things and stores',
  kits: 'kits',
  uses: 'uses',
  inspections: 'inspections',
  buying: 'orders and minimums',
  crew: 'crew, loadouts, trips',
  catalogue: 'catalogue, places, schools',
  installation: 'this installation',
};

export const TOPICS = Object.keys(TOPIC_NAMES) as JournalTopic[]; // all of them, by the record

const DAY = { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' } as const;

/** In the order in which they come, day by day. */
export function byDay(entries: readonly Entry[]): { day: string; of: Entry[] }[] {
  const days: { day: string; of: Entry[] }[] = [];
  for (const entry of entries) {
    const day = new Date(entry.at).toLocaleDateString('en-GB', DAY);
    const last = days.at(-1);
    if (last?.day === day) last.of.push(entry);
    else days.push({ day, of: [entry] });
  }
  return days;
}

/** Where the thing is looked at; null: nowhere by itself. */
export function pathOf({ thing, what }: Entry): string | null {
  if (thing === null) return null;
  const { of, id, kitId } = thing;
  switch (of) {
    case 'kit':
      return what.includes('inspected') ? `/kits/${id}/inspect` : `/kits/${kitId ?? id}/bench`;
    case 'unit':
      return kitId === null ? '/stores' : `/kits/${kitId}/bench`;
    case 'use':
      return `/hand-over/${id}`;
    case 'person':
      return '/crew';
    case 'loadout':
      return `/carry?loadout=${id}`;
    case 'set':
      return `/sets/${id}`;
    case 'pattern':
      return `/twins/${id}`;
    case 'trip':
      return `/trips/${id}`;
    case 'kind':
      return `/kinds?kind=${id}`;
    case 'container':
      return `/places?container=${id}`;
    case 'position':
      return '/places';
  }
}
