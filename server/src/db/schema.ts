import type { PutAsideSchema, Role } from '@ivrak/contract';
import type { ContentList, OfferBook, Order, StoresMinimums } from '@ivrak/core/buying';
import type { Debrief, UseEntry } from '@ivrak/core/incident';
import {
  type Brief,
  type Conditions,
  type Container,
  type Course,
  type Discrepancy,
  type Drill,
  type FitChoices,
  type HeatSample,
  type InspectionAnswer,
  type Kind,
  type KitSet,
  type KitUpkeep,
  type LeftOut,
  type Loadout,
  type Module,
  type Notice,
  nothingMadeReady,
  type OwnTraits,
  type Pattern,
  type Person,
  type PlacesPlan,
  type PlannedThing,
  type Position,
  plainUpkeep,
  type School,
  type SetAside,
  type Skill,
  type Staging,
  type Trip,
  type WeekPlan,
} from '@ivrak/core/model';
import type { ReachChangesRow } from '@ivrak/core/reach';
import { sql } from 'drizzle-orm';
import { bigserial, boolean, check, date, index, integer, jsonb, pgTable, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core';
import type * as z from 'zod';

type PutAside = z.output<typeof PutAsideSchema>;

export const people = pgTable('people', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  role: text('role').notNull().default(''),
  skills: jsonb('skills').$type<Skill[]>().notNull().default([]),
  /** Of the skills that need authority: those allowed here. */
  authorised: jsonb('authorised').$type<Skill[]>().notNull().default([]),
  /** Kits that this person has been told of. */
  told: jsonb('told').$type<string[]>().notNull().default([]),
  courses: jsonb('courses').$type<Course[]>().notNull().default([]),
  /** When a skill was last practised. */
  practised: jsonb('practised').$type<Person['practised']>().notNull().default({}),
  version: integer('version').notNull().default(1),
});

export const lots = pgTable(
  'lots',
  {
    id: text('id').primaryKey(),
    kind: text('kind').notNull(),
    lot: text('lot'),
    gtin: text('gtin'),
    expiresOn: date('expires_on', { mode: 'string' }),
    producedOn: date('produced_on', { mode: 'string' }),
    seller: text('seller'),
    authorised: boolean('authorised'),
    priceMinor: integer('price_minor'),
  },
  (table) => [index('lots_kind').on(table.kind), check('lots_price', sql`${table.priceMinor} is null or ${table.priceMinor} >= 0`)],
);

export const kits = pgTable(
  'kits',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    layer: text('layer').notNull(),
    personId: text('person_id').references(() => people.id),
    containerId: text('container_id').notNull(),
    positionId: text('position_id').notNull(),
    schoolId: text('school_id').notNull(),
    brief: jsonb('brief').$type<Brief>().notNull(),
    setAside: jsonb('set_aside').$type<SetAside[]>().notNull().default([]),
    planned: jsonb('planned').$type<PlannedThing[]>().notNull().default([]),
    leftOut: jsonb('left_out').$type<LeftOut[]>().notNull().default([]),
    fit: jsonb('fit').$type<FitChoices>().notNull().default(nothingMadeReady().fit),
    stage: jsonb('stage').$type<Staging>().notNull().default(nothingMadeReady().stage),
    modules: jsonb('modules').$type<Module[]>().notNull().default([]),
    packing: jsonb('packing').$type<unknown>(),
    upkeep: jsonb('upkeep').$type<KitUpkeep>().notNull().default(plainUpkeep()),
    inspectedOn: date('inspected_on', { mode: 'string' }),
    retiredOn: date('retired_on', { mode: 'string' }),
    position: integer('position').notNull().default(0),
    version: integer('version').notNull().default(1),
  },
  (table) => [check('kits_layer', sql`${table.layer} in ('pocket', 'worn', 'afloat', 'base')`)],
);

export const units = pgTable(
  'units',
  {
    id: text('id').primaryKey(),
    kind: text('kind').notNull(),
    count: integer('count').notNull(),
    piecesUsed: integer('pieces_used').notNull().default(0),
    condition: text('condition').notNull(),
    state: text('state').notNull().default('asSold'),
    lotId: text('lot_id').references(() => lots.id),
    /** What only this thing has. */
    own: jsonb('own').$type<OwnTraits>().notNull().default({}),
    place: text('place').notNull(),
    kitId: text('kit_id').references(() => kits.id),
    /** Order on the ground sheet. */
    position: integer('position').notNull().default(0),
    version: integer('version').notNull().default(1),
  },
  (table) => [
    index('units_kit').on(table.kitId),
    index('units_place').on(table.place),
    check('units_count', sql`${table.count} >= 1`),
    check('units_pieces', sql`${table.piecesUsed} >= 0`),
    check('units_place_kit', sql`(${table.place} = 'kit') = (${table.kitId} is not null)`),
    check('units_places', sql`${table.place} in ('kit', 'stores', 'practice', 'used', 'discarded')`),
  ],
);

export const uses = pgTable('uses', {
  id: text('id').primaryKey(),
  kitId: text('kit_id')
    .notNull()
    .references(() => kits.id),
  at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull(),
});

export const useEvents = pgTable(
  'use_events',
  {
    id: text('id').primaryKey(),
    useId: text('use_id')
      .notNull()
      .references(() => uses.id),
    at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull(),
    unitId: text('unit_id').notNull(),
    kind: text('kind').notNull(),
    pieces: integer('pieces').notNull(),
    note: text('note').notNull().default(''),
  },
  (table) => [check('use_events_pieces', sql`${table.pieces} >= 1`)],
);

/** What is written down while kits are used; open until somebody has said what became of the things. */
export const useLogs = pgTable('use_logs', {
  id: text('id').primaryKey(),
  /** The kit that was opened first, and others that things came out of. */
  kitIds: jsonb('kit_ids').$type<string[]>().notNull(),
  startedAt: timestamp('started_at', { withTimezone: true, mode: 'string' }).notNull(),
  isOpen: boolean('is_open').notNull().default(true),
  debriefs: jsonb('debriefs').$type<Debrief[]>().notNull().default([]),
  /** Sent as entries and not readable as such. */
  putAside: jsonb('put_aside').$type<PutAside[]>().notNull().default([]),
  version: integer('version').notNull().default(1),
});

/** Entries of the logs: only ever added, each once by its id. */
export const useEntries = pgTable(
  'use_entries',
  {
    id: text('id').primaryKey(),
    logId: text('log_id')
      .notNull()
      .references(() => useLogs.id),
    position: bigserial('position', { mode: 'number' }).notNull(),
    data: jsonb('data').$type<UseEntry>().notNull(),
    /** By the clock of this machine; unknown for what an older program wrote. */
    receivedAt: timestamp('received_at', { withTimezone: true, mode: 'string' }),
  },
  (table) => [index('use_entries_log').on(table.logId)],
);

/** What was ordered of suppliers, and what has come of it. */
export const orders = pgTable('orders', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Order>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Kinds that were added, and shipped ones as they were changed; a row stands in front of the shipped kind of the same id. */
export const ownKinds = pgTable('own_kinds', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Kind>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Adjusted copies of schools. */
export const ownSchools = pgTable('own_schools', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<School>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Ready-made kits and other lists of contents, described for comparing. */
export const contentLists = pgTable('content_lists', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<ContentList>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Containers that were measured and added here. */
export const ownContainers = pgTable('own_containers', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Container>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Carry positions that were measured and added here. */
export const ownPositions = pgTable('own_positions', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Position>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Temperatures of a place, as a logger wrote them. */
export const heatLogs = pgTable('heat_logs', {
  id: text('id').primaryKey(),
  positionId: text('position_id').notNull(),
  source: text('source').notNull(),
  addedOn: date('added_on', { mode: 'string' }).notNull(),
  samples: jsonb('samples').$type<HeatSample[]>().notNull(),
});

/** Looking through a kit, thing by thing; under way while it has no last day. */
export const inspections = pgTable(
  'inspections',
  {
    id: text('id').primaryKey(),
    kitId: text('kit_id')
      .notNull()
      .references(() => kits.id),
    who: text('who').notNull(),
    startedAt: timestamp('started_at', { withTimezone: true, mode: 'string' }).notNull(),
    finishedOn: date('finished_on', { mode: 'string' }),
    answers: jsonb('answers').$type<InspectionAnswer[]>().notNull().default([]),
    version: integer('version').notNull().default(1),
  },
  (table) => [
    index('inspections_kit').on(table.kitId),
    uniqueIndex('inspections_open').on(table.kitId).where(sql`${table.finishedOn} is null`),
  ],
);

/** What is worn, carried, driven or moored in a situation. */
export const loadouts = pgTable('loadouts', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Loadout>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Kits that are carried as one. */
export const kitSets = pgTable('kit_sets', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<KitSet>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Kits that are to hold the same. */
export const patterns = pgTable('patterns', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Pattern>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Days out and convoys: what goes in which vehicle or boat. */
export const trips = pgTable('trips', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Trip>().notNull(),
  version: integer('version').notNull().default(1),
});

/** What two devices said of one thing, and it cannot both be true. */
export const discrepancies = pgTable('discrepancies', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Discrepancy>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Who was asked to find what of a kit, and how it went. */
export const drills = pgTable('drills', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<Drill>().notNull(),
  version: integer('version').notNull().default(1),
});

/** What was done while a device was away and has come, so that it counts once; stands in no export. */
export const lateDeeds = pgTable('late_deeds', {
  id: text('id').primaryKey(),
  receivedAt: timestamp('received_at', { withTimezone: true, mode: 'string' }).notNull(),
});

/** Which loadouts a person has on which weekday. */
export const weekPlans = pgTable('week_plans', {
  id: text('id')
    .primaryKey()
    .references(() => people.id),
  data: jsonb('data').$type<WeekPlan>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Times taken with the stopwatch. */
export const reachTimes = pgTable(
  'reach_times',
  {
    id: text('id').primaryKey(),
    kitId: text('kit_id')
      .notNull()
      .references(() => kits.id),
    kind: text('kind').notNull(),
    positionId: text('position_id').notNull(),
    conditions: jsonb('conditions').$type<Conditions>().notNull(),
    /** Tenths of a second. */
    tenths: integer('tenths').notNull(),
    at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull(),
    who: text('who').notNull().default(''),
  },
  (table) => [index('reach_times_kit').on(table.kitId), check('reach_times_tenths', sql`${table.tenths} >= 1`)],
);

/** One row each: the planning values of reach as they were changed here, the plan of places, and the book of offers. */
export const plans = pgTable('plans', {
  id: text('id').primaryKey(),
  data: jsonb('data').$type<ReachChangesRow | PlacesPlan | OfferBook | StoresMinimums>().notNull(),
  version: integer('version').notNull().default(1),
});

/** Recalls and warnings of counterfeits that were heard of, so that each marks things once. */
export const notices = pgTable('notices', { id: text('id').primaryKey(), data: jsonb('data').$type<Notice>().notNull() });

/** Article numbers that somebody has said the kind of. */
export const gtins = pgTable('gtins', { gtin: text('gtin').primaryKey(), kind: text('kind').notNull() });

export const journal = pgTable('journal', {
  id: bigserial('id', { mode: 'number' }).primaryKey(),
  at: timestamp('at', { withTimezone: true, mode: 'string' }).notNull(),
  who: text('who').notNull(),
  what: text('what').notNull(),
  subject: text('subject').notNull(),
  before: jsonb('before').$type<unknown>(),
  after: jsonb('after').$type<unknown>(),
});

export const settings = pgTable('settings', { key: text('key').primaryKey(), value: jsonb('value').$type<unknown>().notNull() });

/** Phones that were let in. What proves who they are is kept as its hash only. No part of an export: it is this installation's door. */
export const devices = pgTable('devices', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** Of the crew; it may have been replaced since. */
  personId: text('person_id'),
  role: text('role').$type<Role>().notNull(),
  tokenHash: text('token_hash').notNull().unique(),
  pairedAt: timestamp('paired_at', { withTimezone: true, mode: 'string' }).notNull(),
  lastSeenAt: timestamp('last_seen_at', { withTimezone: true, mode: 'string' }),
});

/** Codes that pair one phone each, by their hash, until they are used or too old. */
export const pairingCodes = pgTable('pairing_codes', {
  hash: text('hash').primaryKey(),
  personId: text('person_id'),
  role: text('role').$type<Role>().notNull(),
  validUntil: timestamp('valid_until', { withTimezone: true, mode: 'string' }).notNull(),
});
