import { ContentListSchema } from '@ivrak/core/buying';
import { OWN_THINGS } from '@ivrak/core/catalog';
import {
  addDays,
  type Brief,
  type Condition,
  type CourseSchema,
  KitSetSchema,
  type Layer,
  type LeftOut,
  LoadoutSchema,
  type OwnTraits,
  PatternSchema,
  PersonSchema,
  PlacesPlanSchema,
  type PlainDate,
  type ReachTime,
  ReachTimeSchema,
  TripSchema,
  WeekPlanSchema,
} from '@ivrak/core/model';
import type * as z from 'zod';
import crew from './crew.json' with { type: 'json' };

/**
 * Made-up crew, places and stock: the volunteer safety crew of the Sorran Bell Regatta on Loch Sorran. No real person,
 * place or product is meant. Days are relative to the day of seeding. The data stands in crew.json.
 */
export interface DemoUnit {
  kind: string;
  /** Days from today to the printed expiry; absent: none printed. */
  lasts?: number;
  lot?: string;
  count?: number;
  state?: string;
  condition?: Condition;
  seller?: string;
  authorised?: boolean;
  priceMinor?: number;
  own?: OwnTraits;
}

interface DemoPerson extends Omit<z.input<typeof PersonSchema>, 'courses' | 'practised'> {
  courses?: (Omit<z.input<typeof CourseSchema>, 'issuedOn'> & { issuedDaysAgo: number })[];
  practisedDaysAgo?: Record<string, number>;
}

export interface DemoKit {
  id: string;
  name: string;
  layer: Layer;
  personId: string | null;
  containerId: string;
  positionId: string;
  schoolId: string;
  inspectedDaysAgo: number | null;
  brief: Partial<Brief>;
  units: DemoUnit[];
  /** On the sheet and not bought yet. */
  planned?: { kind: string; count: number }[];
  leftOut?: LeftOut[];
}

/** Spares are on the boathouse shelf; practice units are marked for ever: for the hands to learn on. */
const { people, kits, stores, practice, lists, loadouts, sets, patterns, trips, weeks, places, reachTimes } = crew as unknown as {
  people: DemoPerson[];
  kits: DemoKit[];
  stores: DemoUnit[];
  practice: DemoUnit[];
  lists: z.input<typeof ContentListSchema>[];
  /** Own things by their shipped id. */
  loadouts: (Omit<z.input<typeof LoadoutSchema>, 'own'> & { own: string[] })[];
  patterns: z.input<typeof PatternSchema>[];
  trips: z.input<typeof TripSchema>[];
  sets: (Omit<z.input<typeof KitSetSchema>, 'own'> & { own: string[] })[];
  weeks: z.input<typeof WeekPlanSchema>[];
  places: z.input<typeof PlacesPlanSchema>;
  reachTimes: (Omit<z.input<typeof ReachTimeSchema>, 'id' | 'at' | 'who'> & { daysAgo: number })[];
}; // a test holds the seeded crew against the export schema

/** The courses of one of them have lapsed, of another they lapse next month. */
export const demoPeople = (today: PlainDate) =>
  people.map(({ courses = [], practisedDaysAgo = {}, ...person }) =>
    PersonSchema.parse({
      ...person,
      courses: courses.map(({ issuedDaysAgo, ...course }) => ({ ...course, issuedOn: addDays(today, -issuedDaysAgo) })),
      practised: Object.fromEntries(Object.entries(practisedDaysAgo).map(([skill, days]) => [skill, addDays(today, -days)])),
    }),
  );
export const DEMO_KITS = kits;
export const DEMO_STORES = stores;
export const DEMO_PRACTICE = practice;
/** Ready-made kits as a shop might offer them, to compare with. */
export const DEMO_LISTS = lists.map((list) => ContentListSchema.parse(list));
/** What the crew has with it, on the water, ashore and on the way home. */
export const DEMO_LOADOUTS = loadouts.map((loadout) =>
  LoadoutSchema.parse({ ...loadout, own: OWN_THINGS.filter(({ id }) => loadout.own.includes(id)) }),
);
/** What the race officer has in two pockets on the pier, meant as one thing. */
export const DEMO_SETS = sets.map((set) => KitSetSchema.parse({ ...set, own: OWN_THINGS.filter(({ id }) => set.own.includes(id)) }));
/** What the helms wear is to be the same, and what goes out on a race day. */
export const DEMO_PATTERNS = patterns.map((pattern) => PatternSchema.parse(pattern));
export const demoTrips = (today: PlainDate) => trips.map((trip) => TripSchema.parse({ ...trip, on: today }));
export const DEMO_WEEKS = weeks.map((week) => WeekPlanSchema.parse(week));
export const DEMO_PLACES = PlacesPlanSchema.parse(places);
/** Taken with the stopwatch at the last drills. */
export const demoReachTimes = (today: PlainDate): ReachTime[] =>
  reachTimes.map(({ daysAgo, ...time }, index) =>
    ReachTimeSchema.parse({ ...time, id: `demo-${index + 1}`, at: `${addDays(today, -daysAgo)}T18:00:00Z`, who: 'isla' }),
  );
