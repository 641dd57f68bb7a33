import type { Role } from '@ivrak/contract';
import type { ComponentType } from 'react';

export interface Screen {
  /** As the router writes it. */
  path: string;
  name: string;
  /** What a person does there, for the palette. Null: it is reached from another screen only. */
  does: string | null;
  /** Pressed after `g`. */
  key?: string;
  /** Stands in the bar at the top. */
  inBar?: true;
  /** The least role of a paired device that it is for; absent: a carrier's. */
  least?: Role;
  /** Has the whole page to itself, without the bar at the top. */
  isBare?: true;
  /** Where tests look at it, with the demo crew; those marked `phone` also on a phone for accessibility. */
  looks: readonly string[];
  isForPhone?: true;
  load: () => Promise<ComponentType>;
}

/** Screens of a kit stand within its frame. */
export interface KitScreen extends Omit<Screen, 'path' | 'key' | 'inBar' | 'isBare'> {
  path: 'brief' | 'bench' | 'fit' | 'stage' | 'compare' | 'propose';
}

export const KIT_FRAME_PATH = '/kits/:id';

export const KIT_SCREENS: readonly KitScreen[] = [
  {
    path: 'brief',
    name: 'Brief',
    does: 'who, where, how far',
    looks: ['/kits/console-case/brief', '/kits/helm-vest/brief?view=words', '/kits/helm-vest/brief?view=compare&with=school:remote'],
    load: async () => (await import('../brief/Brief.tsx')).Brief,
  },
  {
    path: 'bench',
    name: 'Bench',
    does: 'lay things out',
    looks: ['/kits/tow-panel/bench?rung=M'],
    load: async () => (await import('../bench/Bench.tsx')).Bench,
  },
  {
    path: 'fit',
    name: 'Fit',
    does: 'pack it',
    looks: ['/kits/belt-kit/fit'],
    load: async () => (await import('../fit/Fit.tsx')).Fit,
  },
  {
    path: 'stage',
    name: 'Stage',
    does: 'make it ready, print it, weigh it',
    looks: ['/kits/helm-vest/stage', '/kits/helm-vest/stage?part=print&form=card'],
    load: async () => (await import('../stage/Stage.tsx')).Stage,
  },
  {
    path: 'propose',
    name: 'Propose',
    does: 'what to put in for the place, the mass and the money',
    isForPhone: true,
    looks: ['/kits/bow-pocket/propose'],
    load: async () => (await import('../propose/ProposePage.tsx')).ProposePage,
  },
  {
    path: 'compare',
    name: 'Compare',
    does: 'side by side, ready-made and published lists',
    looks: ['/kits/helm-vest/compare?with=list:ready-pocket&with=kit:belt-kit'],
    load: async () => (await import('../compare/ComparePage.tsx')).ComparePage,
  },
];

/** Every screen, once: the router, the bar, the palette, the keys and the tests take theirs from here. */
export const SCREENS: readonly Screen[] = [
  {
    path: '/',
    name: 'Muster',
    does: 'every kit and what to do next',
    key: 'm',
    inBar: true,
    isForPhone: true,
    looks: ['/'],
    load: async () => (await import('../muster/Muster.tsx')).Muster,
  },
  {
    path: '/sets/:id',
    name: 'Set',
    does: null,
    looks: ['/sets/pier', '/sets/new?kits=bow-pocket,belt-kit'],
    load: async () => (await import('../sets/SetPage.tsx')).SetPage,
  },
  {
    path: '/sets/:id/propose',
    name: 'Propose for a set',
    does: null,
    isForPhone: true,
    looks: ['/sets/pier/propose'],
    load: async () => (await import('../propose/SetProposePage.tsx')).SetProposePage,
  },
  {
    path: '/carry',
    name: 'Carry',
    does: 'loadouts, seconds to hand',
    key: 'c',
    inBar: true,
    looks: ['/carry?loadout=on-the-water'],
    load: async () => (await import('../carry/Carry.tsx')).Carry,
  },
  {
    path: '/carry/take',
    name: 'Take list',
    does: 'what to take when leaving',
    isForPhone: true,
    looks: ['/carry/take?loadout=on-the-water'],
    load: async () => (await import('../carry/TakePage.tsx')).TakePage,
  },
  {
    path: '/carry/week',
    name: 'Week',
    does: 'who has which loadout on which day',
    looks: ['/carry/week'],
    load: async () => (await import('../carry/WeekPage.tsx')).WeekPage,
  },
  {
    path: '/carry/side-by-side',
    name: 'Side by side',
    does: 'kits and loadouts beside each other',
    looks: ['/carry/side-by-side'],
    load: async () => (await import('../carry/SideBySide.tsx')).SideBySide,
  },
  {
    path: '/carry/values',
    name: 'Planning values',
    does: 'the numbers that seconds to hand are made of',
    looks: ['/carry/values'],
    load: async () => (await import('../carry/ValuesPage.tsx')).ValuesPage,
  },
  {
    path: '/stores',
    name: 'Stores',
    does: 'spares, intake, practice',
    key: 's',
    inBar: true,
    looks: ['/stores'],
    load: async () => (await import('../stores/Stores.tsx')).Stores,
  },
  {
    path: '/restock',
    name: 'Restock',
    does: 'what is missing and where it comes from',
    key: 'r',
    inBar: true,
    isForPhone: true,
    looks: ['/restock'],
    load: async () => (await import('../stores/RestockPage.tsx')).RestockPage,
  },
  {
    path: '/buy',
    name: 'Buy',
    least: 'keeper',
    does: 'what to order where, at the least outlay',
    key: 'b',
    inBar: true,
    looks: ['/buy'],
    load: async () => (await import('../buying/BuyingPage.tsx')).BuyingPage,
  },
  {
    path: '/lists',
    name: 'Lists',
    does: 'ready-made kits and shopping lists, a kit made of one',
    key: 'i',
    looks: ['/lists'],
    load: async () => (await import('../lists/ListsPage.tsx')).ListsPage,
  },
  {
    path: '/twins/:id',
    name: 'Twins',
    does: null,
    looks: ['/twins/vest-kits'],
    load: async () => (await import('../twins/TwinsPage.tsx')).TwinsPage,
  },
  {
    path: '/trips/:id?',
    name: 'Trips',
    does: 'a day out or a convoy on one page',
    key: 't',
    isForPhone: true,
    looks: ['/trips/race-day'],
    load: async () => (await import('../trips/TripsPage.tsx')).TripsPage,
  },
  {
    path: '/upkeep',
    name: 'Upkeep',
    does: 'what lapses when',
    key: 'u',
    inBar: true,
    looks: ['/upkeep'],
    load: async () => (await import('../upkeep/Upkeep.tsx')).Upkeep,
  },
  {
    path: '/crew',
    name: 'Crew',
    does: 'who carries what, who is trained, where kits are kept',
    key: 'w',
    looks: ['/crew'],
    load: async () => (await import('../crew/CrewPage.tsx')).CrewPage,
  },
  {
    path: '/crew/sheet',
    name: 'Crew sheet',
    does: null,
    least: 'reader',
    looks: ['/crew/sheet'],
    load: async () => (await import('../crew/CrewSheet.tsx')).CrewSheet,
  },
  {
    path: '/schools/:id?',
    name: 'Schools',
    does: 'what comes first, disputes, adjusted copies',
    looks: ['/schools/committee-first'],
    load: async () => (await import('../schools/SchoolsPage.tsx')).SchoolsPage,
  },
  {
    path: '/kinds',
    name: 'Kinds',
    does: 'the catalogue, own kinds, import and export',
    looks: ['/kinds?kind=kaolin-gauze', '/kinds?kind=import'],
    load: async () => (await import('../kinds/KindsPage.tsx')).KindsPage,
  },
  {
    path: '/places',
    name: 'Containers and places',
    does: 'measured pouches and pockets, a ruler to print',
    looks: ['/places?container=belt-pouch'],
    load: async () => (await import('../places/PlacesPage.tsx')).PlacesPage,
  },
  {
    path: '/places/ruler',
    name: 'Ruler',
    does: null,
    looks: ['/places/ruler'],
    load: async () => (await import('../places/RulerPage.tsx')).RulerPage,
  },
  {
    path: '/kits/:id/inspect',
    name: 'Inspect',
    does: null,
    isForPhone: true,
    looks: ['/kits/helm-vest/inspect'],
    load: async () => (await import('../inspect/Inspect.tsx')).Inspect,
  },
  {
    path: '/use',
    name: 'Log a use',
    does: 'write down what was used',
    key: 'l',
    isForPhone: true,
    looks: ['/use'],
    load: async () => (await import('../use/ChooseKit.tsx')).ChooseKit,
  },
  {
    path: '/use/:id',
    name: 'Use',
    does: null,
    isBare: true,
    isForPhone: true,
    looks: ['/use/helm-vest'],
    load: async () => (await import('../use/Use.tsx')).Use,
  },
  {
    path: '/took/:id',
    name: 'Took one',
    does: null,
    isForPhone: true,
    looks: ['/took/helm-vest', '/took/console-case'],
    load: async () => (await import('../use/TookOne.tsx')).TookOne,
  },
  // These two stand only once something was logged: the journeys of a use look at them.
  {
    path: '/hand-over/:id',
    name: 'Hand over',
    does: null,
    isBare: true,
    looks: [],
    load: async () => (await import('../use/HandOverPage.tsx')).HandOverPage,
  },
  { path: '/debrief/:id', name: 'Debrief', does: null, looks: [], load: async () => (await import('../use/DebriefPage.tsx')).DebriefPage },
  {
    path: '/pair',
    name: 'Pair',
    does: null,
    isBare: true,
    isForPhone: true,
    least: 'reader',
    looks: ['/pair'],
    load: async () => (await import('../sharing/PairPage.tsx')).PairPage,
  },
  {
    path: '/trust',
    name: 'Trust',
    does: null,
    isBare: true,
    isForPhone: true,
    least: 'reader',
    looks: ['/trust'],
    load: async () => (await import('../sharing/TrustPage.tsx')).TrustPage,
  },
  {
    path: '/settings',
    name: 'Settings',
    does: 'export, import, who you are',
    key: 'e',
    looks: ['/settings'],
    load: async () => (await import('../settings/SettingsPage.tsx')).SettingsPage,
  },
];

/** A path without what is filled into it: where the palette leads. */
export const plainPath = (path: string): string => path.replace(/\/:\w+\?$/, '');

const ROLES_UP: readonly Role[] = ['reader', 'carrier', 'keeper'];
/** Whether a screen is for whoever has this role. */
export const isFor = ({ least = 'carrier' }: Pick<Screen, 'least'>, role: Role): boolean =>
  ROLES_UP.indexOf(role) >= ROLES_UP.indexOf(least);
