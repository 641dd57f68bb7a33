/** A made-up article number with a right check digit, in the range that GS1 keeps for examples. */
export function demoGtin(index: number): string {
  const body = `0950600${String(index).padStart(6, '0')}`;
  const sum = [...body].reduce((total, digit, at) => total + Number(digit) * (at % 2 === 0 ? 3 : 1), 0);
  return `${body}${(10 - (sum % 10)) % 10}`;
}
