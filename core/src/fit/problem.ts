import * as z from 'zod';
import { CompartmentSchema, ContainerMakeSchema, LIES } from '../model/container.ts';
import { LockSchema } from '../model/lock.ts';

const measure = (what: string) =>
  z
    .number({ error: `${what} must be a finite number of millimetres` })
    .positive(`${what} must be above 0 mm`)
    .max(2000, `${what} must be at most 2000 mm`);

/** Equal things in one block. */
export const MOST_IN_A_BLOCK = 500;

export const FitItemSchema = z.object({
  id: z.string().min(1).max(100),
  wMm: measure('width'),
  hMm: measure('height'),
  tMm: measure('thickness'),
  massG: z.number().nonnegative().optional(),
  shape: z.enum(['flat', 'brick', 'tube']),
  foldable: z.boolean().optional(),
  give: z.number().min(0).max(1).optional(),
  /** Share of the box that is really filled. */
  solidity: z.number().min(0.05).max(1).optional(),
  /** 1: nothing in front of it; 2: at most one thing; 3: any. */
  reach: z.union([z.literal(1), z.literal(2), z.literal(3)]).default(3),
  /** How much it hurts to leave it out. */
  keep: z.number().positive().max(1000).optional(),
  lockedAt: LockSchema.optional(),
  /** The compartment that it goes into, wherever it lies there. */
  pinnedTo: z.string().optional(),
  /** Folded whatever happens, or never; free where it is not said. */
  fold: z.boolean().optional(),
  /** Ids of equal things that pack as one block and come out as one, this one among them; absent: one thing. */
  block: z.array(z.string().min(1).max(100)).min(1).max(MOST_IN_A_BLOCK, `at most ${MOST_IN_A_BLOCK} in a block`).optional(),
  /** One by the seconds after which it is too late, from the need that it serves. Where it is given, `reach` is where the search begins, not a must. */
  urgency: z.number().nonnegative().max(10).optional(),
  /** Life-saving things are kept together, and day-to-day ones (false) out of their way; absent: neither. */
  lifeSaving: z.boolean().optional(),
  /** Things with a word in common belong into one compartment. */
  together: z.array(z.string().min(1).max(60)).max(8).optional(),
});
export type FitItem = z.infer<typeof FitItemSchema>;

/** A block counts as one. */
export const MAX_FIT_ITEMS = 80;

const FitContainerSchema = z.object({
  make: ContainerMakeSchema,
  /** Width of a vacuum roll, laid flat. */
  rollWidthMm: measure('roll width').optional(),
  compartments: z.array(CompartmentSchema).min(1, 'give at least one compartment').max(8),
  /** Two panels that close on each other: total thickness is the sum of their tops. */
  facing: z.boolean().optional(),
  /** Compartments behind each other: total thickness is the sum of theirs; absent: the thickest counts. */
  lies: z.enum(LIES).optional(),
});
export type FitContainer = z.infer<typeof FitContainerSchema>;

/** Film and bands have one inside. */
export const OUTCOME_MAKES: readonly string[] = ['flatBag', 'vacuumRoll', 'bundle'];

const unique = (ids: readonly string[]): boolean => new Set(ids).size === ids.length;

export const FitProblemSchema = z
  .object({
    container: FitContainerSchema,
    items: z.array(FitItemSchema).max(MAX_FIT_ITEMS, `at most ${MAX_FIT_ITEMS} things`),
    /** Firmness of pressing, 0 to 1: thickness is t (1 - press x give). */
    press: z.number().min(0).max(1).default(0),
    /** What the place leaves: outline and thickness within which the packed container stays if it can; film and bands take their outline from it. */
    placeBounds: z.object({ wMm: measure('width'), hMm: measure('height'), tMm: measure('thickness') }).optional(),
    /** Things that hang outside: not packed, but the whole is as much thicker as the thickest of them. */
    outside: z
      .array(z.object({ id: z.string().min(1).max(100), tMm: measure('thickness') }))
      .max(MAX_FIT_ITEMS)
      .optional(),
    seed: z.number().int().nonnegative().max(0xffffffff).default(1),
    decodes: z.number().int().min(50).max(200_000).optional(),
  })
  .refine(({ items }) => unique(items.flatMap(({ id, block }) => block ?? [id])), {
    message: 'item ids must differ, in blocks too',
    path: ['items'],
  })
  .refine(({ items }) => items.every(({ id, block }) => block === undefined || block.includes(id)), {
    message: 'a block names all that is in it, and is called by one of them',
    path: ['items'],
  })
  .refine(({ container }) => unique(container.compartments.map(({ id }) => id)), {
    message: 'compartment ids must differ',
    path: ['container', 'compartments'],
  })
  .refine(
    ({ container }) =>
      container.facing !== true ||
      (container.compartments.length % 2 === 0 && container.compartments.every(({ slots = [] }) => slots.length === 0)),
    {
      message: 'facing panels come in twos, without slots',
      path: ['container', 'compartments'],
    },
  )
  .refine(({ container }) => !OUTCOME_MAKES.includes(container.make) || container.compartments.length === 1, {
    message: 'a bag, a roll or a band has one compartment',
    path: ['container', 'compartments'],
  })
  .refine(({ container }) => container.make !== 'vacuumRoll' || container.rollWidthMm !== undefined, {
    message: 'give the width of the roll',
    path: ['container', 'rollWidthMm'],
  })
  .refine(
    ({ container, items }) =>
      items.every(({ lockedAt }) => lockedAt === undefined || container.compartments.some(({ id }) => id === lockedAt.compartment)),
    { message: 'a thing is locked in a compartment that is not there', path: ['items'] },
  )
  .refine(
    ({ container, items }) =>
      items.every(({ pinnedTo }) => pinnedTo === undefined || container.compartments.some(({ id }) => id === pinnedTo)),
    { message: 'a thing is pinned to a compartment that is not there', path: ['items'] },
  )
  .refine(({ container, items }) => !OUTCOME_MAKES.includes(container.make) || items.every(({ lockedAt }) => lockedAt === undefined), {
    message: 'film and bands take their shape from what they hold: nothing can be locked in them',
    path: ['items'],
  });
export type FitProblem = z.infer<typeof FitProblemSchema>;

export interface PlacedItem {
  id: string;
  compartment: string;
  xMm: number;
  yMm: number;
  zMm: number;
  wMm: number;
  hMm: number;
  dMm: number;
  folded: boolean;
  /** The elastic slot that holds it; coordinates are then the slot's own. */
  slot?: string;
  /** It lies askew, turned by so much from its width lying level; the measures are of the upright box around it. */
  turnedDeg?: number;
}
/** Equal things that lie as one block: so many beside, above and behind each other. */
export interface PackedBlock {
  id: string;
  /** Ids of what is in it. */
  items: string[];
  across: number;
  up: number;
  deep: number;
}
/** What is left of a bag's film where it is tightest, mm. */
export interface FilmSpare {
  acrossMm: number;
  alongMm: number;
  ease: 'comfortable' | 'tight';
}
export interface FitBound {
  valueMm: number;
  /** `exact`: the least thickness of the named things, by exhaustive search. */
  kind: 'none' | 'volume' | 'thickest' | 'stack' | 'exact';
  items?: string[];
}
export interface FitReason {
  code: 'tooLarge' | 'tooThick' | 'stack' | 'volume' | 'film' | 'notFound';
  text: string;
  items?: string[];
  overMm?: number;
}
export interface PackedCompartment {
  id: string;
  thicknessMm: number;
  /** What the things in it take up across and upward, mm. */
  wMm: number;
  hMm: number;
  /** Greatest thickness of each of twelve strips across its width, mm. */
  profileMm: number[];
  massG: number;
  /** Centre of mass off the middle, mm; null where nothing with a mass lies in it. */
  balance: { rightMm: number; upMm: number; forwardMm: number } | null;
}
export interface FitResult {
  verdict: 'fits' | 'may' | 'cannot';
  feasible: boolean;
  /** Packed thickness inside the container, mm. */
  thicknessMm: number;
  perCompartment: PackedCompartment[];
  /** Share of the packed depth's volume that boxes fill. */
  fill: number;
  bound: FitBound;
  proven: boolean;
  placed: PlacedItem[];
  unplaced: string[];
  /** What lies in front of a thing, on the way out. */
  blockedBy: Record<string, string[]>;
  reasons: FitReason[];
  /** Outside of film and bundles around what they hold, mm. */
  outer?: { wMm: number; hMm: number; tMm: number };
  /** Of zip bags that close. */
  spare?: FilmSpare;
  /** Firmness that the things are pressed with where that is more than was asked for: film is closed by hand. */
  pressed?: number;
  /** How far it is from what was wished for: things in front by urgency, and what lies apart. */
  wishes?: { buried: number; apart: number; exit: number; fronts: number };
  blocks: PackedBlock[];
  seed: number;
  decodes: number;
}
