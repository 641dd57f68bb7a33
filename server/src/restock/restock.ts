import { gradeOf, type NeedCoverage } from '@ivrak/core/coverage';
import { goesIn, type Judgement, judgeKit, sheetOf } from '@ivrak/core/kit';
import {
  addDays,
  type Kind,
  type KindCatalog,
  type NeedId,
  type PlainDate,
  type Restock,
  type School,
  type StoredUnit,
  skillsOn,
} from '@ivrak/core/model';
import {
  FreeSpares,
  isOfferable,
  type Lender,
  type Loan,
  loansFor,
  type RestockOptions,
  restockLines,
  type SpareTaken,
  sparesOfKind,
} from '@ivrak/core/stock';
import { eq, gte } from 'drizzle-orm';
import type { Db } from '../db/database.ts';
import { arrivalsSince } from '../db/journal.ts';
import { useEvents, uses } from '../db/schema.ts';
import type { Installation } from '../installation/installation.ts';
import type { StoredKit } from '../installation/storedKit.ts';
import { kindsFor } from '../kits/inSets.ts';
import { listKits } from '../kits/store.ts';
import { judge, outlastsFor, tellsOf } from '../kits/view.ts';
import { sparesOf } from '../units/rows.ts';

export async function restockPlan(here: Installation, db: Db, today: PlainDate): Promise<Restock> {
  const spares = (await sparesOf(db)).filter((unit) => isOfferable(unit, here.catalog.kinds, today));
  const all = await listKits(here, db);
  const gone = await notPutBack(here, db, today);
  const planning = new Planning(here, today, spares, all);
  return { kits: all.flatMap((kit) => planning.planOf(kit, gone.get(kit.id) ?? new Map())) };
}

type KitPlan = Restock['kits'][number];

/** Kits are planned one after the other: what one was promised is not there for the next. */
class Planning {
  private readonly free: FreeSpares;
  private readonly versionOf: ReadonlyMap<string, number>;
  /** Versions of what lies in kits, for loans. */
  private readonly versions: ReadonlyMap<string, number>;
  private readonly lenders: readonly Lender[];
  private readonly serving = new Map<string, ReadonlySet<string>>();
  private readonly lent = new Map<string, Loan[]>();
  /** Of each container, which kinds go into it: containers are few. */
  private readonly inside = new Map<string, (kind: Kind) => boolean>();

  constructor(
    private readonly here: Installation,
    private readonly today: PlainDate,
    spares: readonly StoredUnit[],
    all: readonly StoredKit[],
  ) {
    this.free = new FreeSpares(spares);
    this.versionOf = new Map(spares.map(({ id, version }) => [id, version]));
    this.versions = new Map(all.flatMap(({ units }) => units.map(({ id, version }) => [id as string, version])));
    this.lenders = all.map((kit) => here.memory.of(kit, `lender ${today}`, () => lenderOf(here, kit, today)));
  }

  /** What a kit misses and where it comes from; nothing where it misses nothing. `gone`: whole units that were used lately, by kind. */
  planOf(kit: StoredKit, gone: ReadonlyMap<string, number>): KitPlan[] {
    const { here, today } = this;
    const school = here.catalog.school(kit.schoolId);
    if (school === undefined) return [];
    const options: RestockOptions = {
      on: today,
      skills: skillsOn(kit.brief, today),
      isChecked: kit.brief.securityChecks,
      goesIn: this.goesInto(kit.containerId),
      outlasts: here.memory.of(kit, `outlasts ${today}`, () => outlastsFor(here, kit, today)),
    };
    const planned = this.plannedLines(kit, options);
    const lines = this.linesOf(kit, school, planned.length > 0, options);
    const asBefore = this.asBefore(gone, [...lines, ...planned], options);
    const isAnything = lines.length + asBefore.length + planned.length > 0;
    return isAnything ? [{ kitId: kit.id, kitName: kit.name, lines, planned, asBefore }] : [];
  }

  private linesOf(kit: StoredKit, school: School, isPlanned: boolean, options: RestockOptions): KitPlan['lines'] {
    const { here, today } = this;
    const judgement = isPlanned ? judgePlanned(here, kit, today) : judge(here, kit, today);
    // What several kits that are carried as one miss together is put back once.
    const needs = judgement.coverage.needs.filter(({ need }) => tellsOf(kit, judgement, need));
    const kinds = kindsServing(needs, school, here.catalog.kinds, this.serving);
    const missing = needs.reduce((sum, { have, least }) => sum + Math.max(0, least - have), 0);
    const spares = this.free.of(kinds, options.outlasts, missing);
    return restockLines(needs, school, spares, here.catalog.kinds, options).map((line) => {
      const fromStores = line.fromStores.map((spare) => this.takeOff(spare));
      const open = line.missing - fromStores.reduce((sum, { pieces }) => sum + pieces, 0);
      const loans = open <= 0 ? [] : this.loansOf(line.need, open, kit, school);
      return { ...line, fromStores, fromKits: loans.map((loan) => ({ ...loan, version: this.versions.get(loan.unitId) ?? 0 })) };
    });
  }

  /** What is planned and not there: of its own kind out of the stores, the rest to buy. Other kinds are not what was planned. */
  private plannedLines({ planned }: StoredKit, options: RestockOptions): KitPlan['planned'] {
    const counts = new Map<string, number>();
    for (const { kind, count } of planned) counts.set(kind, (counts.get(kind) ?? 0) + count);
    return [...counts].map(([kind, count]) => {
      const fromStores = this.ofKind(kind, count, options);
      return { kind, count, fromStores, toBuy: count - fromStores.reduce((sum, { take }) => sum + take, 0) };
    });
  }

  /** Used lately and not put back, less what is promised already. */
  private asBefore(
    gone: ReadonlyMap<string, number>,
    promised: readonly { fromStores: readonly Taken[] }[],
    options: RestockOptions,
  ): KitPlan['asBefore'] {
    const taken = promised.flatMap(({ fromStores }) => fromStores);
    return [...gone].flatMap(([kind, units]) => {
      const count = units - taken.reduce((sum, spare) => sum + (spare.kind === kind ? spare.take : 0), 0);
      return count <= 0 ? [] : [{ kind, count, fromStores: this.ofKind(kind, count, options) }];
    });
  }

  private ofKind(kind: string, count: number, options: RestockOptions): Taken[] {
    const { kinds } = this.here.catalog;
    return sparesOfKind(kind, count, this.free.of([kind], options.outlasts, count), kinds, options).map((spare) => this.takeOff(spare));
  }

  private takeOff(spare: SpareTaken): Taken {
    this.free.takeOff(spare);
    return { ...spare, version: this.versionOf.get(spare.unitId) ?? 0 };
  }

  /**
   * Kits of one layer, container and school that miss the same are offered the same: what lies farther from the body is never the kit
   * itself.
   */
  private loansOf(need: NeedId, missing: number, kit: StoredKit, school: School): Loan[] {
    const allowance = { skills: skillsOn(kit.brief, this.today), isChecked: kit.brief.securityChecks };
    const key = [need, missing, kit.layer, kit.containerId, school.id, allowance.isChecked, ...allowance.skills].join(' ');
    const borrower = { ...kit, ...allowance, school, goesIn: this.goesInto(kit.containerId) };
    const loans = this.lent.get(key) ?? loansFor({ need, missing }, borrower, this.lenders, this.here.catalog.kinds, this.today);
    this.lent.set(key, loans);
    return loans;
  }

  private goesInto(containerId: string): (kind: Kind) => boolean {
    const { catalog } = this.here;
    const known = new Map<string, boolean>();
    const asked = (kind: Kind) => {
      const answer = known.get(kind.id) ?? goesIn(kind, catalog.container(containerId), catalog.kinds);
      known.set(kind.id, answer);
      return answer;
    };
    const answers = this.inside.get(containerId) ?? asked;
    this.inside.set(containerId, answers);
    return answers;
  }
}

type Taken = Restock['kits'][number]['asBefore'][number]['fromStores'][number];

/** As the kit will be once everything planned is there: only what the plan leaves open is to be filled otherwise. */
const judgePlanned = (here: Installation, kit: StoredKit, today: PlainDate): Judgement =>
  judge(
    here,
    here.memory.of(kit, 'as planned', () => ({ ...kit, units: sheetOf(kit) as StoredKit['units'] })),
    today,
  );

/** Kinds that serve what a kit misses; kits of one school that miss the same ask for the same. */
function kindsServing(
  needs: readonly NeedCoverage[],
  school: School,
  catalog: KindCatalog,
  known: Map<string, ReadonlySet<string>>,
): ReadonlySet<string> {
  const gaps = needs.filter(({ have, least }) => have < least).map(({ need }) => need);
  const key = [school.id, ...gaps].join(' ');
  const kinds =
    known.get(key) ??
    new Set([...catalog.values()].filter((kind) => gaps.some((need) => gradeOf(kind, need, school) !== null)).map(({ id }) => id));
  known.set(key, kinds);
  return kinds;
}

function lenderOf(here: Installation, kit: StoredKit, today: PlainDate): Lender {
  const school = here.catalog.school(kit.schoolId);
  const container = here.catalog.container(kit.containerId);
  return {
    ...kit,
    effects: new Map(),
    // The kit is judged as its own screens judge it, with the contents that it would have left.
    cover: (units) =>
      school === undefined
        ? { needs: [] }
        : judgeKit({ ...kit, units: units as StoredKit['units'] }, school, container, today, kindsFor(here, kit)).coverage,
  };
}

/** Days after a use in which what was used is still offered to be put back beyond the least. Planning value. */
const AS_BEFORE_DAYS = 30;

/** By kit and kind: whole units that were used lately, less those that came into the kit since, on whatever way. */
async function notPutBack(here: Installation, db: Db, today: PlainDate): Promise<Map<string, Map<string, number>>> {
  const since = `${addDays(today, -AS_BEFORE_DAYS)}T00:00:00Z`;
  const events = await db
    .select({ kitId: uses.kitId, at: uses.at, kind: useEvents.kind, pieces: useEvents.pieces })
    .from(useEvents)
    .innerJoin(uses, eq(useEvents.useId, uses.id))
    .where(gte(uses.at, since));
  if (events.length === 0) return new Map();
  const first = new Map<string, number>();
  const pieces = new Map<string, Map<string, number>>();
  for (const { kitId, at, kind, pieces: used } of events) {
    first.set(kitId, Math.min(first.get(kitId) ?? Number.POSITIVE_INFINITY, Date.parse(at)));
    const own = pieces.get(kitId) ?? new Map<string, number>();
    pieces.set(kitId, own.set(kind, (own.get(kind) ?? 0) + used));
  }
  const put = (await arrivalsSince(db, since)).filter(({ kitId, atMs }) => atMs >= (first.get(kitId) ?? Number.POSITIVE_INFINITY));
  return new Map(
    [...pieces].map(([kitId, own]) => [
      kitId,
      new Map(
        [...own].map(([kind, used]) => {
          const back = put.reduce((sum, moved) => sum + (moved.kitId === kitId && moved.kind === kind ? moved.count : 0), 0);
          return [kind, Math.max(0, Math.ceil(used / (here.catalog.kinds.get(kind)?.pieces ?? 1)) - Math.max(0, back))];
        }),
      ),
    ]),
  );
}
