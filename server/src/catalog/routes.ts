import * as contract from '@ivrak/contract';
import { ownContainers, ownKinds, ownPositions, ownSchools } from '../db/schema.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';

export const catalogRoutes = (here: Installation): Served[] => [
  serve(contract.getCatalog, async () => ({
    kinds: [...here.catalog.kinds.values()],
    containers: [...here.catalog.containerShelf.map.values()],
    positions: here.catalog.positions(),
    schools: [...here.catalog.schoolShelf.map.values()],
    own: {
      kinds: versions(await here.db.select({ id: ownKinds.id, version: ownKinds.version }).from(ownKinds)),
      schools: versions(await here.db.select({ id: ownSchools.id, version: ownSchools.version }).from(ownSchools)),
      containers: versions(await here.db.select({ id: ownContainers.id, version: ownContainers.version }).from(ownContainers)),
      positions: versions(await here.db.select({ id: ownPositions.id, version: ownPositions.version }).from(ownPositions)),
    },
  })),
];

const versions = (rows: readonly { id: string; version: number }[]): Record<string, number> =>
  Object.fromEntries(rows.map(({ id, version }) => [id, version]));
