import type { Brief } from '@ivrak/core/model';

/**
 * A brief that is edited, with what the crew's list says by now of those whom it names: their courses change without a new version of the
 * kit. The same object where nothing has changed.
 */
export function freshKnows(edited: Brief, stored: Brief): Brief {
  const knows = new Map(stored.carers.flatMap((carer) => (carer.personId === null ? [] : [[carer.personId, carer] as const])));
  let isChanged = false;
  const carers = edited.carers.map((carer) => {
    const told = carer.personId === null ? undefined : knows.get(carer.personId);
    if (told === undefined || (told.name === carer.name && JSON.stringify(told.knows) === JSON.stringify(carer.knows))) return carer;
    isChanged = true;
    return { ...carer, name: told.name, knows: told.knows };
  });
  return isChanged ? { ...edited, carers } : edited;
}
