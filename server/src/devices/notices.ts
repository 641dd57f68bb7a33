import { addDays, type Notice, type PlainDate } from '@ivrak/core';

/** The simulated feed of recalls and warnings. Made up; days are relative to today, so that it is never out of date. */
export const noticeFeed = (today: PlainDate): Notice[] => [
  {
    id: 'FEED-101',
    about: 'recall',
    kind: 'rolled-gauze',
    lot: 'RG-4',
    seller: null,
    on: addDays(today, -3),
    text: 'Seams of the wrapper may open: the roll is not sterile. Take it out of every kit; it may serve as practice.',
  },
  {
    id: 'FEED-102',
    about: 'counterfeit',
    kind: 'windlass-tourniquet',
    lot: 'WT-0000',
    seller: null,
    on: addDays(today, -12),
    text: 'Straps with this number were sold by several sellers; rods bend before the limb is closed.',
  },
];
