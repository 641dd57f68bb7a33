export { CONTAINERS, POSITIONS } from './containers.ts';
export { DISPUTES, EVIDENCE_NAMES } from './disputes.ts';
export { FAMILY_FACTS, plainOfFamily } from './families.ts';
export { freeId, slug } from './freeId.ts';
export { KINDS, kindCatalog, StoredKindSchema } from './kinds.ts';
export { OWN_THINGS } from './ownThings.ts';
export { PUBLISHED_LISTS } from './published.ts';
export { SCHOOLS } from './schools.ts';
export { type BriefTemplate, TEMPLATES } from './templates.ts';
