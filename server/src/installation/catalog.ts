import { CONTAINERS, KINDS, kindCatalog, POSITIONS, SCHOOLS, StoredKindSchema } from '@ivrak/core/catalog';
import {
  type Container,
  ContainerSchema,
  type Kind,
  type KindCatalog,
  type Position,
  PositionSchema,
  type School,
  SchoolSchema,
} from '@ivrak/core/model';
import type * as z from 'zod';
import type { Db, Tx } from '../db/database.ts';
import { ownContainers, ownKinds, ownPositions, ownSchools } from '../db/schema.ts';
import { Newest } from './newest.ts';

/** What is shipped, with this installation's own in front of it. */
class Shelf<T extends { id: string }> {
  private readonly entries: Map<string, T>;
  private readonly shippedIds: ReadonlySet<string>;

  constructor(
    private readonly schema: z.ZodType<T>,
    private readonly shipped: readonly T[],
    start: ReadonlyMap<string, T> = new Map(shipped.map((entry) => [entry.id, entry])),
  ) {
    this.entries = new Map(start);
    this.shippedIds = new Set(shipped.map(({ id }) => id));
  }

  get map(): ReadonlyMap<string, T> {
    return this.entries;
  }

  isShipped(id: string): boolean {
    return this.shippedIds.has(id);
  }

  /** Rows written by an older program lack what a newer one added, and take its defaults. */
  fill(own: readonly unknown[]): void {
    this.entries.clear();
    for (const entry of this.shipped) this.entries.set(entry.id, entry);
    for (const row of own) {
      const entry = this.schema.parse(row);
      this.entries.set(entry.id, entry);
    }
  }
}

/** The catalogue as one installation knows it. It is filled anew whenever one of its rows changes; whoever holds it sees the change. */
export class LiveCatalog {
  readonly kindShelf = new Shelf<Kind>(StoredKindSchema, KINDS, kindCatalog());
  readonly schoolShelf = new Shelf<School>(SchoolSchema, SCHOOLS);
  readonly containerShelf = new Shelf<Container>(ContainerSchema, CONTAINERS);
  readonly positionShelf = new Shelf<Position>(PositionSchema, POSITIONS);

  private readonly newest = new Newest();

  constructor(private readonly onChange: () => void) {}

  get kinds(): KindCatalog {
    return this.kindShelf.map;
  }
  container(id: string): Container | undefined {
    return this.containerShelf.map.get(id);
  }
  position(id: string): Position | undefined {
    return this.positionShelf.map.get(id);
  }
  positions(): Position[] {
    return [...this.positionShelf.map.values()];
  }
  school(id: string): School | undefined {
    return this.schoolShelf.map.get(id);
  }

  /** Reads what is this installation's own in. Called at start, and after anything that changes it. */
  load(db: Db | Tx): Promise<void> {
    const read = async () => ({
      kinds: await db.select().from(ownKinds),
      schools: await db.select().from(ownSchools),
      containers: await db.select().from(ownContainers),
      positions: await db.select().from(ownPositions),
    });
    return this.newest.take(read, ({ kinds, schools, containers, positions }) => {
      this.kindShelf.fill(kinds.map(({ data }) => data));
      this.schoolShelf.fill(schools.map(({ data }) => data));
      this.containerShelf.fill(containers.map(({ data }) => data));
      this.positionShelf.fill(positions.map(({ data }) => data));
      this.onChange();
    });
  }
}
