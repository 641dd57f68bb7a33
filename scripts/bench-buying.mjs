// Figures of buying: thirty kinds, a hundred and twenty offers of six suppliers, solved until no plan can be cheaper.
import highsLoader from 'highs';
import { random } from './cutBoxes.mjs';

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const KINDS = 30;
const OFFERS = 120;
const SUPPLIERS = 6;
const ROUNDS = 9;

/** By seed; half of the suppliers send free from some value on, and every third line accepts another kind. */
function market(core, seed) {
  const next = random(seed);
  const below = (most) => Math.floor(next() * most);
  return core.BuyingProblemSchema.parse({
    need: Array.from({ length: KINDS }, (_, index) => ({
      kind: `kind-${index}`,
      count: 1 + below(20),
      ...(index % 3 === 0 ? { accepts: [`kind-${below(KINDS)}`] } : {}),
    })),
    offers: Array.from({ length: OFFERS }, (_, index) => ({
      id: `offer-${index}`,
      kind: `kind-${index % KINDS}`,
      perPack: [1, 1, 2, 6, 10, 12, 100][below(7)],
      price: 30 + below(4000),
      supplier: `supplier-${below(SUPPLIERS)}`,
    })),
    suppliers: Array.from({ length: SUPPLIERS }, (_, index) => ({
      id: `supplier-${index}`,
      shipping: 200 + below(900),
      freeFrom: index % 2 === 0 ? 3000 + below(9000) : null,
    })),
  });
}

export async function benchBuying(core, report) {
  const highs = await highsLoader();
  const solve = (programme) => {
    const { Status, Columns, ObjectiveValue } = highs.solve(programme, { output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0 });
    return {
      isOptimal: Status === 'Optimal',
      values: new Map(Object.entries(Columns).map(([name, column]) => [name, column.Primal ?? 0])),
      goal: ObjectiveValue,
    };
  };
  const times = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const problem = market(core, 100 + round);
    const start = performance.now();
    const plan = core.buyingPlan(problem, solve);
    times.push((performance.now() - start) / 1000);
    if (!plan.proven || Math.abs(plan.total - plan.boundMinor) > 0.5) throw new Error(`market ${round} was not solved to the end`);
  }
  const what = `${KINDS} kinds, ${OFFERS} offers, ${SUPPLIERS} suppliers solved to optimality, median of ${ROUNDS} markets`;
  report(what, median(times), 's', 2, `; slowest ${Math.max(...times).toFixed(2)} s`);
}
