/** Tells this page apart from every other, in this browser or elsewhere. */
export const PAGE_ID: string = Array.from(crypto.getRandomValues(new Uint8Array(9)), (byte) => byte.toString(36)).join('');
/** As the contract calls it; the first page does without the rest of that. */
export const pageHeader = (): Record<'x-ivrak-page', string> => ({ 'x-ivrak-page': PAGE_ID });
