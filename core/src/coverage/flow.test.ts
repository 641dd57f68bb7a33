import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { FlowNetwork } from './flow.ts';

interface Edge {
  from: number;
  to: number;
  capacity: number;
}

/** Every integer flow of a tiny network, by trying all amounts: slow and beyond doubt. */
function allFlows(nodes: number, edges: readonly Edge[], source: number, sink: number): number[][] {
  const found: number[][] = [];
  const amounts: number[] = [];
  const balance = new Array<number>(nodes).fill(0);
  const go = (index: number): void => {
    const edge = edges[index];
    if (edge === undefined) {
      if (balance.every((value, node) => node === source || node === sink || value === 0)) found.push([...amounts]);
      return;
    }
    for (let amount = 0; amount <= edge.capacity; amount += 1) {
      amounts[index] = amount;
      balance[edge.from] = (balance[edge.from] ?? 0) - amount;
      balance[edge.to] = (balance[edge.to] ?? 0) + amount;
      go(index + 1);
      balance[edge.from] = (balance[edge.from] ?? 0) + amount;
      balance[edge.to] = (balance[edge.to] ?? 0) - amount;
    }
  };
  go(0);
  return found;
}

/** Source 0, two suppliers, two needs, sink 5: the shape in which the network is used. */
function randomNetwork(random: Random): Edge[] {
  const edges: Edge[] = [];
  for (const supplier of [1, 2]) edges.push({ from: 0, to: supplier, capacity: 1 + random.below(2) });
  for (const supplier of [1, 2])
    for (const need of [3, 4]) if (random.next() < 0.75) edges.push({ from: supplier, to: need, capacity: 1 + random.below(2) });
  for (const need of [3, 4]) edges.push({ from: need, to: 5, capacity: 1 + random.below(2) });
  return edges;
}

const build = (edges: readonly Edge[]): FlowNetwork => {
  const net = new FlowNetwork(6, edges.length);
  for (const { from, to, capacity } of edges) net.addEdge(from, to, capacity);
  return net;
};

describe('FlowNetwork', () => {
  it('pushes one edge after the other to its most, as trying every flow does, on random networks', () => {
    const random = new Random(seeded(41));
    for (let round = 0; round < rounds(300); round += 1) {
      const edges = randomNetwork(random);
      const net = build(edges);
      const order = edges.flatMap(({ to }, index) => (to === 5 ? [index] : []));
      let flows = allFlows(6, edges, 0, 5);
      for (const edge of order) {
        const most = Math.max(...flows.map((amounts) => amounts[edge] ?? 0));
        flows = flows.filter((amounts) => amounts[edge] === most);
        expect(net.maximise(edge, 0), `round ${round}`).toBe(most);
      }
    }
  });

  it('then takes as much off other edges as can be led round, as trying every flow does', () => {
    const random = new Random(seeded(43));
    for (let round = 0; round < rounds(300); round += 1) {
      const edges = randomNetwork(random);
      const net = build(edges);
      let flows = allFlows(6, edges, 0, 5);
      const fix = (edge: number, choose: (...values: number[]) => number): number => {
        const best = choose(...flows.map((amounts) => amounts[edge] ?? 0));
        flows = flows.filter((amounts) => amounts[edge] === best);
        return best;
      };
      for (const [edge, { to }] of edges.entries()) if (to === 5) expect(net.maximise(edge, 0)).toBe(fix(edge, Math.max));
      for (const [edge, { from, to }] of edges.entries())
        if (from !== 0 && to !== 5) expect(net.minimise(edge), `round ${round}, edge ${edge}`).toBe(fix(edge, Math.min));
    }
  });

  it('keeps a frozen edge as it is', () => {
    const net = build([
      { from: 0, to: 1, capacity: 2 },
      { from: 1, to: 3, capacity: 2 },
      { from: 1, to: 4, capacity: 2 },
      { from: 3, to: 5, capacity: 1 },
      { from: 4, to: 5, capacity: 2 },
    ]);
    expect(net.maximise(3, 0)).toBe(1);
    expect(net.maximise(4, 0)).toBe(1);
    expect(net.flow(3)).toBe(1);
    expect(net.flow(0)).toBe(2);
  });

  it('refuses edges to nowhere and more edges than it was made for', () => {
    const net = new FlowNetwork(2, 1);
    expect(() => net.addEdge(0, 2, 1)).toThrow(RangeError);
    net.addEdge(0, 1, 1);
    expect(() => net.addEdge(0, 1, 1)).toThrow(RangeError);
  });
});
