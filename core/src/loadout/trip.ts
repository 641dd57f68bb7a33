import { classifyKit, gradeOf, type KitClassing } from '../coverage/index.ts';
import { KIT_CLASSES } from '../coverage/kitClass.ts';
import type { Person } from '../model/answers.ts';
import { countingSkills, type LapsePolicy } from '../model/course.ts';
import type { Grade, Kind, KindCatalog } from '../model/kind.ts';
import type { KitDraft } from '../model/kit.ts';
import { NEEDS, type NeedId, rungOf, SKILLS, type Skill } from '../model/need.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { School } from '../model/school.ts';
import type { Trip, TripPart } from '../model/trip.ts';
import type { KitId } from '../model/unit.ts';

export interface TripKit extends Pick<KitDraft, 'name' | 'layer' | 'units' | 'schoolId'> {
  id: KitId;
}
export interface TripWorld {
  kits: readonly TripKit[];
  people: readonly Person[];
  schools: readonly School[];
  catalog: KindCatalog;
  on: PlainDate;
  /** What a lapsed course does. */
  policy: LapsePolicy;
}
export interface TripPartView {
  part: TripPart;
  crew: Person[];
  kits: TripKit[];
  /** What those aboard can do with what is aboard. */
  classing: KitClassing;
  /** What lies aboard asks for it, and nobody aboard is trained in it. */
  untrained: Skill[];
  /** The nearest kit that lets those aboard do more, and where it is: in another part of the trip, or left behind. */
  next: { kit: TripKit; in: string | null; classing: KitClassing } | null;
  fetcher: Person | null;
}

const rank = ({ kitClass, isPart }: KitClassing): number => 2 * KIT_CLASSES.indexOf(kitClass) - (isPart ? 1 : 0);

/**
 * A trip on one page: for each vehicle or boat who is aboard, what they can do with what is there, and which kit would let them do more.
 * A kit in another vehicle of the trip is nearer than one that stayed behind.
 */
export function tripSheet(trip: Trip, world: TripWorld): TripPartView[] {
  const kitOf = new Map(world.kits.map((kit) => [kit.id as string, kit]));
  const aboard = new Map(trip.parts.flatMap(({ name, kitIds }) => kitIds.map((id) => [id as string, name] as const)));
  return trip.parts.map((part): TripPartView => {
    const kits = part.kitIds.flatMap((id) => kitOf.get(id) ?? []);
    const crew = part.personIds.flatMap((id) => world.people.find((person) => person.id === id) ?? []);
    const skills = [...new Set(crew.flatMap((person) => countingSkills(person, world.policy, world.on)))];
    const classing = classed(kits, skills, world);
    const others = world.kits.filter(({ id }) => !(part.kitIds as string[]).includes(id));
    const near = [...others.filter(({ id }) => aboard.has(id)), ...others.filter(({ id }) => !aboard.has(id))];
    const better = near
      .map((kit) => ({ kit, in: aboard.get(kit.id) ?? null, classing: classed([...kits, kit], skills, world) }))
      .find((one) => rank(one.classing) > rank(classing));
    return {
      part,
      crew,
      kits,
      classing,
      untrained: untrainedIn(kits, skills, world),
      next: better ?? null,
      fetcher: crew.find(({ id }) => id === part.fetcherId) ?? null,
    };
  });
}

/** As one kit, whatever layer each is of: a vehicle carries all of them. */
function classed(kits: readonly TripKit[], skills: readonly Skill[], { on, catalog, schools }: TripWorld): KitClassing {
  const [school] = schoolsOf(kits, schools);
  if (school === undefined) throw new Error('there is no school at all');
  return classifyKit({ school, skills, on, kits: kits.map(({ id, units }) => ({ id, units })) }, 'base', catalog);
}

const schoolsOf = (kits: readonly TripKit[], schools: readonly School[]): School[] => {
  const own = kits.flatMap(({ schoolId }) => schools.find(({ id }) => id === schoolId) ?? []);
  return own.length > 0 ? own : [...schools];
};

/** What is open to everybody is still done better by whoever has learned it. */
const LEARNED: Partial<Record<NeedId, Skill>> = {
  'M.limb': 'tourniquet',
  'M.limbSmall': 'tourniquet',
  'M.pack': 'packing',
  'M.press': 'pressure',
  'R.seal': 'seal',
};

/** Skills that a kind is made for, whether they are asked for or only better to have: of needs on its rung that it serves, not improvised. */
function skillsFor(kind: Kind, grade: (need: NeedId) => Grade | null): Skill[] {
  const needs = (Object.keys(kind.grades) as NeedId[]).filter((need) => rungOf(need) === kind.rung); // keyed by need ids
  return needs
    .filter((need) => ['primary', 'substitute'].includes(grade(need) ?? ''))
    .flatMap((need) => kind.skill ?? NEEDS[need].skill ?? LEARNED[need] ?? []);
}

/** The skill that is practised with a kind; null: none. */
export const skillFor = (kind: Kind): Skill | null => kind.skill ?? skillsFor(kind, (need) => kind.grades[need] ?? null)[0] ?? null;

function untrainedIn(kits: readonly TripKit[], skills: readonly Skill[], { catalog, schools }: TripWorld): Skill[] {
  const lacking = new Set<Skill>();
  for (const kit of kits) {
    const [school] = schoolsOf([kit], schools);
    for (const { kind: id } of kit.units) {
      const kind = catalog.get(id);
      if (kind === undefined || school === undefined) continue;
      for (const skill of skillsFor(kind, (need) => gradeOf(kind, need, school))) if (!skills.includes(skill)) lacking.add(skill);
    }
  }
  return SKILLS.filter((skill) => lacking.has(skill));
}
