/** One term of a sum that is shown to the user: "3 pairs per day of care" x 5 reads add 3, times 5. */
export interface Term {
  op: 'add' | 'times' | 'atLeast';
  value: number;
  label: string;
}

/** Works a list of terms out; 0 for an empty list. */
export function evaluateTerms(terms: readonly Term[]): number {
  let sum = 0;
  let product = 0;
  for (const term of terms) {
    if (term.op === 'times') product *= term.value;
    else if (term.op === 'add') {
      sum += product;
      product = term.value;
    } else {
      sum = Math.max(sum + product, term.value);
      product = 0;
    }
  }
  return sum + product;
}

export const add = (value: number, label: string): Term => ({ op: 'add', value, label });
export const times = (value: number, label: string): Term => ({ op: 'times', value, label });
export const atLeast = (value: number, label: string): Term => ({ op: 'atLeast', value, label });

/** "2 per helper x 1 helper + 3 per day of care x 5 days = 17" */
export function showTerms(terms: readonly Term[]): string {
  if (terms.length === 0) return '0';
  const text = terms.map((term, index) => {
    const sign = term.op === 'times' ? ' × ' : term.op === 'add' ? (index === 0 ? '' : ' + ') : ', but at least ';
    return `${sign}${term.value} ${term.label}`;
  });
  return `${text.join('')} = ${evaluateTerms(terms)}`;
}
