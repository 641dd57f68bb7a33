/** Stands for no limit; far above any count of pieces, and safe in 32 bits. */
const UNBOUNDED = 1_000_000_000;

/**
 * A small integer flow network on which one edge after the other is pushed to its most or least and then frozen.
 * That is lexicographic optimisation done exactly: an edge's flow can be improved without touching the frozen ones if
 * and only if the residual network holds a cycle through it, so a search that finds none is the proof.
 */
export class FlowNetwork {
  /** Residual capacity of arc a; arcs 2i and 2i + 1 are edge i and its reverse. */
  private readonly residual: Int32Array;
  private readonly head: Int32Array;
  private readonly next: Int32Array;
  private readonly first: Int32Array;
  private readonly seen: Int32Array;
  private readonly viaArc: Int32Array;
  private readonly queue: Int32Array;
  private stamp = 0;

  private readonly flows: Int32Array;
  private edges = 0;

  constructor(
    private readonly nodes: number,
    mostEdges: number,
  ) {
    this.residual = new Int32Array(2 * mostEdges);
    this.head = new Int32Array(2 * mostEdges);
    this.next = new Int32Array(2 * mostEdges);
    this.flows = new Int32Array(mostEdges);
    this.first = new Int32Array(nodes).fill(-1);
    this.seen = new Int32Array(nodes);
    this.viaArc = new Int32Array(nodes);
    this.queue = new Int32Array(nodes);
  }

  /** How many edges there are. */
  get size(): number {
    return this.edges;
  }

  /** Adds an edge and returns its number. */
  addEdge(from: number, to: number, capacity: number): number {
    if (from >= this.nodes || to >= this.nodes || this.edges >= this.flows.length)
      throw new RangeError('no such node, or no room for the edge');
    this.setArc(2 * this.edges, from, to, Math.min(capacity, UNBOUNDED));
    this.setArc(2 * this.edges + 1, to, from, 0);
    this.edges += 1;
    return this.edges - 1;
  }

  /** Nothing flows, and nothing may. */
  clear(): void {
    this.residual.fill(0);
    this.flows.fill(0);
  }

  /** Sets what may go over an edge that carries nothing yet. */
  setCapacity(edge: number, capacity: number): void {
    this.residual[2 * edge] = Math.min(capacity, UNBOUNDED);
  }

  /** The same, where there may be no such edge (-1). */
  allow(edge: number, capacity: number): void {
    if (edge >= 0) this.setCapacity(edge, capacity);
  }

  flow(edge: number): number {
    return this.flows[edge] ?? 0;
  }

  private setArc(arc: number, from: number, to: number, capacity: number): void {
    this.residual[arc] = capacity;
    this.head[arc] = to;
    this.next[arc] = this.first[from] as number; // from is a node
    this.first[from] = arc;
  }

  /** Forbids any further change of the edge's flow. */
  freeze(edge: number): void {
    this.residual[2 * edge] = 0;
    this.residual[2 * edge + 1] = 0;
  }

  /** Sends as much as possible over `edge` (from a source node to a sink node elsewhere), then freezes it. */
  maximise(edge: number, source: number): number {
    const forward = 2 * edge;
    // The edge ends in the sink: every augmenting path from the source to its tail adds one unit of flow to it.
    const tail = this.head[forward + 1] as number; // arcs come in pairs
    while ((this.residual[forward] as number) > 0 && this.search(source, tail, edge)) {
      const amount = Math.min(this.residual[forward] as number, this.bottleneck(source, tail));
      this.augment(source, tail, amount);
      this.shift(forward, amount);
    }
    this.freeze(edge);
    return this.flow(edge);
  }

  /** Takes as much flow as possible off `edge` by leading it round another way, then freezes it. */
  minimise(edge: number): number {
    const back = 2 * edge + 1;
    const from = this.head[back] as number; // arcs come in pairs
    const to = this.head[back - 1] as number;
    while ((this.residual[back] as number) > 0 && this.search(from, to, edge)) {
      const amount = Math.min(this.residual[back] as number, this.bottleneck(from, to));
      this.augment(from, to, amount);
      this.shift(back, amount);
    }
    this.freeze(edge);
    return this.flow(edge);
  }

  private shift(arc: number, amount: number): void {
    this.residual[arc] = (this.residual[arc] as number) - amount;
    this.residual[arc ^ 1] = (this.residual[arc ^ 1] as number) + amount;
    const edge = arc >> 1;
    this.flows[edge] = (this.flows[edge] as number) + (arc % 2 === 0 ? amount : -amount);
  }

  /**
   * Looks for a way that leaves the edge itself alone, in both directions: its own return flow is no way round. From the end backwards,
   * since few arcs lead to a slot and very many leave the source.
   */
  private search(from: number, to: number, edge: number): boolean {
    this.stamp += 1;
    const { seen, viaArc, queue, head, next, first, residual, stamp } = this;
    let read = 0;
    let write = 0;
    queue[write++] = to;
    seen[to] = stamp;
    while (read < write) {
      const node = queue[read++] as number;
      for (let arc = first[node] as number; arc >= 0; arc = next[arc] as number) {
        const before = head[arc] as number;
        if (arc >> 1 === edge || seen[before] === stamp || (residual[arc ^ 1] as number) === 0) continue;
        seen[before] = stamp;
        viaArc[before] = arc ^ 1;
        if (before === from) return true;
        queue[write++] = before;
      }
    }
    return from === to;
  }

  private bottleneck(from: number, to: number): number {
    let least = Number.POSITIVE_INFINITY;
    for (let node = from; node !== to; ) {
      const arc = this.viaArc[node] as number;
      least = Math.min(least, this.residual[arc] as number);
      node = this.head[arc] as number;
    }
    return least;
  }

  private augment(from: number, to: number, amount: number): void {
    for (let node = from; node !== to; ) {
      const arc = this.viaArc[node] as number;
      this.shift(arc, amount);
      node = this.head[arc] as number;
    }
  }
}
