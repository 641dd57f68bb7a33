/** Least first: each may do all that those before it may. */
export const ROLES = ['reader', 'carrier', 'keeper'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_NAMES: Record<Role, { name: string; may: string }> = {
  reader: { name: 'reader', may: 'sees the crew sheet and where everything is' },
  carrier: { name: 'carrier', may: 'logs uses, and inspects and restocks kits of their own or of nobody' },
  keeper: { name: 'keeper', may: 'everything' },
};

/**
 * Who may call what on a paired device: the least role, or whoever comes. `own`: a carrier only for a kit of their own, or of nobody, which
 * the address names. A use is logged by any carrier on any kit: in need one takes what is nearest.
 */
export interface Access {
  least: Role | 'anyone';
  own?: 'kit' | 'inspection' | 'unit' | 'discrepancy';
}

const anyone: Access = { least: 'anyone' };
const reader: Access = { least: 'reader' };
const carrier: Access = { least: 'carrier' };
const own = (what: NonNullable<Access['own']>): Access => ({ least: 'carrier', own: what });

/** What is not named here is the keeper's; by method and path. */
const ACCESS: Readonly<Record<string, Access>> = {
  'get /api/health': anyone,
  'post /api/pair': anyone,
  'get /api/certificate.crt': anyone,
  // The crew sheet, and where everything is.
  'get /api/settings': reader,
  'get /api/changes': reader,
  'get /api/catalog': reader,
  'get /api/people': reader,
  'get /api/places': reader,
  'get /api/carry': reader,
  'get /api/kits': reader,
  'get /api/sets': reader,
  'get /api/today': reader,
  // What a carrier reads for the day.
  'get /api/kits/:id': carrier,
  'get /api/kits/:id/coverage': carrier,
  'get /api/kits/:id/rules': carrier,
  'get /api/kits/:id/calendar.ics': carrier,
  'get /api/kits/:id/uses': carrier,
  'get /api/kits/:id/inspections': carrier,
  'get /api/kits/:id/published/:list': carrier,
  'get /api/loadouts': carrier,
  'get /api/patterns': carrier,
  'get /api/trips': carrier,
  'get /api/lists': carrier,
  'get /api/stores': carrier,
  'get /api/restock': carrier,
  'get /api/upkeep': carrier,
  'get /api/horizon': carrier,
  'get /api/calendar.ics': carrier,
  'get /api/reach/plan': carrier,
  'get /api/heat': carrier,
  'get /api/notices': carrier,
  'get /api/use-logs': carrier,
  'get /api/use-logs/:id': carrier,
  'get /api/discrepancies': carrier,
  'get /api/drills': carrier,
  'get /api/drills/due': carrier,
  'post /api/drills': carrier,
  // Worked out for whoever looks at a kit; nothing is kept.
  'put /api/kits/:id/packing': carrier,
  'post /api/compute/needs': carrier,
  'post /api/compute/coverage': carrier,
  'post /api/compute/rules': carrier,
  'post /api/compute/scan': carrier,
  // What a carrier does.
  'post /api/kits/:id/uses': carrier,
  'post /api/use-logs/:id/entries': carrier,
  'post /api/use-logs/:id/debrief': carrier,
  'post /api/reach/times': carrier,
  'post /api/kits/:id/inspections': own('kit'),
  'post /api/kits/:id/inspections/start': own('kit'),
  'post /api/kits/:id/inspections/late': own('kit'),
  'post /api/kits/:id/late': own('kit'),
  'post /api/discrepancies/:id/settle': own('discrepancy'),
  'put /api/inspections/:id/answers/:unitId': own('inspection'),
  'post /api/inspections/:id/finish': own('inspection'),
  'post /api/kits/:id/modules/:moduleId/restock': own('kit'),
  'post /api/units/:id/move': own('unit'),
};

const KEEPER: Access = { least: 'keeper' };
export const accessTo = ({ method, path }: { method: string; path: string }): Access => ACCESS[`${method} ${path}`] ?? KEEPER;
/** Calls that the table names, for whoever checks that each of them is there. */
export const ACCESS_NAMES: readonly string[] = Object.keys(ACCESS);

export const isAllowed = (role: Role, { least }: Access): boolean => least === 'anyone' || ROLES.indexOf(role) >= ROLES.indexOf(least);
