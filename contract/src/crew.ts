import { CoursesSchema, PersonSchema, PlacesPlanSchema, PractisedSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

const VersionSchema = z.number().int().positive();

export const StoredPersonSchema = PersonSchema.extend({ version: VersionSchema });

const StoredPlacesSchema = z.object({ data: PlacesPlanSchema, version: VersionSchema.nullable() });

export const listPeople = endpoint({
  method: 'get',
  path: '/api/people',
  summary: 'The crew: who is trained for what, and who has been told of which kit',
  answer: z.object({ people: z.array(StoredPersonSchema) }),
});

export const savePerson = endpoint({
  method: 'put',
  path: '/api/people/:id',
  summary: 'Add or change somebody of the crew',
  // Courses and practice that are not sent stay as they are.
  body: z.object({
    version: VersionSchema.nullable(),
    data: PersonSchema.extend({ courses: CoursesSchema.optional(), practised: PractisedSchema.optional() }),
  }),
  answer: StoredPersonSchema,
});

export const deletePerson = endpoint({
  method: 'delete',
  path: '/api/people/:id',
  summary: 'Take somebody out of the crew; refused while a kit or a loadout is theirs',
  query: z.object({ version: z.coerce.number().int().positive() }),
  answer: z.object({ removed: z.string() }),
});

export const getPlaces = endpoint({
  method: 'get',
  path: '/api/places',
  summary: 'The plan of places: where kits are kept',
  answer: StoredPlacesSchema,
});

export const savePlaces = endpoint({
  method: 'put',
  path: '/api/places',
  summary: 'Draw the plan of places; a kit stands at one place',
  body: StoredPlacesSchema,
  answer: StoredPlacesSchema,
});
