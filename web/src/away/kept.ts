/** What the worker that stands in for the server keeps of its answers, and gives while the server is away. */
const KEPT_CALLS = [
  'settings',
  'catalog',
  'people',
  'places',
  'carry',
  'kits',
  'sets',
  'patterns',
  'trips',
  'lists',
  'stores',
  'restock',
  'upkeep',
  'horizon',
  'today',
  'heat',
  'notices',
  'discrepancies',
  'drills',
  'drills/due',
  'use-logs',
] as const;
const KEPT_PATH = new RegExp(`^/api/(?:${KEPT_CALLS.join('|')})$`);
/** Of one kit, and of one log of a use. */
const KEPT_OF_ONE = /^\/api\/(?:kits\/[^/]+(?:\/(?:inspections|uses))?|use-logs\/[^/]+)$/;

export const isKept = (path: string): boolean => KEPT_PATH.test(path) || KEPT_OF_ONE.test(path);

/** What is fetched so that it is there: everything that is kept, and each kit with its inspections. */
export const withinReach = (kitIds: readonly string[]): string[] => [
  ...KEPT_CALLS.map((name) => `/api/${name}`),
  ...kitIds.flatMap((id) => [`/api/kits/${encodeURIComponent(id)}`, `/api/kits/${encodeURIComponent(id)}/inspections`]),
];
