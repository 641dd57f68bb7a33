/** Random tests look elsewhere each day, and say where: a run that failed is repeated with IVRAK_SEED. */
const DAY_MS = 86_400_000;
export const SEED = Number(process.env.IVRAK_SEED ?? Math.floor(Date.now() / DAY_MS));
const isLong = process.env.IVRAK_LONG === '1';

/** How many random cases to try: `usual` in a run of all tests, ten times as many in the long one. */
export const rounds = (usual: number, long = usual * 10): number => (isLong ? long : usual);

/** The seed of one test, apart from those of others. */
export const seeded = (own: number): number => (SEED * 7919 + own) % 2 ** 31;
