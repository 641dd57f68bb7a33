import type { Screen } from './screen.ts';

/** Drill and what leads from it; the page of the whole crew stands before a kit of that name. */
export const DRILL_SCREENS: readonly Screen[] = [
  {
    path: '/drill',
    name: 'Drill',
    does: 'find things in the kits as they are packed',
    key: 'f',
    inBar: true,
    isForPhone: true,
    looks: ['/drill?kit=helm-vest'],
    load: async () => (await import('../drill/DrillsPage.tsx')).DrillsPage,
  },
  {
    path: '/drill/crew',
    name: 'Whole crew',
    does: 'who fetches which kit from where, in how many seconds',
    looks: ['/drill/crew'],
    load: async () => (await import('../crew/WholeCrew.tsx')).WholeCrew,
  },
  {
    path: '/drill/:id',
    name: 'Find it',
    does: null,
    isForPhone: true,
    looks: ['/drill/helm-vest'],
    load: async () => (await import('../drill/FindPage.tsx')).FindPage,
  },
  {
    path: '/drill/:id/order',
    name: 'Order',
    does: null,
    isForPhone: true,
    looks: ['/drill/console-case/order?event=4'],
    load: async () => (await import('../drill/OrderPage.tsx')).OrderPage,
  },
  {
    path: '/drill/:id/hands',
    name: 'Hands',
    does: null,
    isForPhone: true,
    looks: ['/drill/helm-vest/hands'],
    load: async () => (await import('../drill/HandsPage.tsx')).HandsPage,
  },
];
