import type { SchoolRefSchema } from '@ivrak/contract';
import type * as z from 'zod';
import { unacceptable } from '../http/problem.ts';
import type { Installation } from '../installation/installation.ts';

/** A school by its id, or as it was sent. */
export const resolveSchool = (here: Installation, ref: z.output<typeof SchoolRefSchema>) => {
  const school = typeof ref === 'string' ? here.catalog.school(ref) : ref;
  if (school === undefined) throw unacceptable([{ path: 'school', message: `unknown school "${String(ref)}"` }]);
  return school;
};
