/** Below this, costs are the same: far below any cost in minutes. */
const tiny = 1e-12;

interface SavedAssignment {
  size: number;
  u: Float64Array;
  v: Float64Array;
  sourceOf: Int32Array;
  targetOf: Int32Array;
}

/**
 * The assignment problem: each target gets one source, each source one target, least total cost. Shortest
 * augmenting paths with potentials (Jonker and Volgenant 1987; Kuhn 1955), dense, O(n²) a path.
 *
 * It is kept warm: after some rows or columns changed cost, only those are matched anew.
 */
export class Assignment {
  /** Cost of source s for target t at [t * stride + s]. */
  readonly cost: Float64Array;
  /** The source of each target, the target of each source; -1: none yet. */
  readonly sourceOf: Int32Array;
  readonly targetOf: Int32Array;
  readonly u: Float64Array;
  readonly v: Float64Array;
  private readonly dist: Float64Array;
  private readonly way: Int32Array;
  private readonly done: Uint8Array;
  private readonly scanned: Int32Array;
  private started = false;

  /** Targets and sources in use: the first so many. */
  size: number;
  /** Length of a row of `cost`: the most that `size` can become. */
  readonly stride: number;

  /** `sourcesOf`: how many of the first sources each target can have; the others are never asked for. */
  constructor(
    readonly sourcesOf: Int32Array,
    inUse = sourcesOf.length,
  ) {
    const size = sourcesOf.length;
    this.size = inUse;
    this.stride = size;
    this.cost = new Float64Array(size * size);
    this.sourceOf = new Int32Array(size).fill(-1);
    this.targetOf = new Int32Array(size).fill(-1);
    this.u = new Float64Array(size);
    this.v = new Float64Array(size);
    this.dist = new Float64Array(size);
    this.way = new Int32Array(size);
    this.done = new Uint8Array(size);
    this.scanned = new Int32Array(size);
  }

  /** Whether a cell whose cost changed has to be made known: it is cheaper than the potentials say, or matched and dearer. */
  isLoose(target: number, source: number): boolean {
    if (!this.started) return false;
    const reduced = this.cost[target * this.stride + source]! - this.u[target]! - this.v[source]!;
    return reduced < -tiny || (reduced > tiny && this.sourceOf[target] === source);
  }

  /** Loosens what changed: every cell of these targets' rows and these sources' columns may have a new cost. */
  changed(targets: Iterable<number>, sources: Iterable<number>): void {
    if (!this.started) return;
    const { size, cost, u, v } = this;
    for (const source of sources) {
      this.unmatch(this.targetOf[source]!, source);
      let least = Infinity;
      for (let target = 0; target < size; target++) {
        if (source >= this.sourcesOf[target]!) continue;
        const reduced = cost[target * this.stride + source]! - u[target]!;
        if (reduced < least) least = reduced;
      }
      v[source] = least;
    }
    for (const target of targets) {
      this.unmatch(target, this.sourceOf[target]!);
      u[target] = this.rowLeast(target);
    }
  }

  /**
   * Completes the matching and returns its cost; Infinity when some target has no source left at all. As soon as the
   * cost is known to be above `limit` it stops, and returns what it is at least: the potentials' sum.
   */
  solve(limit = Infinity): number {
    if (!this.started) this.start();
    let least = limit < Infinity ? this.potentials() : 0;
    for (let target = 0; target < this.size; target++) {
      if (this.sourceOf[target] !== -1) continue;
      if (least > limit) return least;
      const length = this.augment(target);
      if (length === Infinity) return Infinity;
      least += length;
    }
    let total = 0;
    for (let target = 0; target < this.size; target++)
      total += this.cost[target * this.stride + this.sourceOf[target]!]!;
    return total;
  }

  /**
   * Takes `count` more targets and as many more sources into use, their costs written before. The others keep their
   * potentials: solving goes on from where it was.
   */
  grow(count: number): void {
    const { cost, stride, u, v, size } = this;
    this.started = true;
    this.size = size + count;
    for (let source = size; source < this.size; source++) {
      this.targetOf[source] = -1;
      let least = Infinity;
      for (let target = 0; target < size; target++) {
        if (source >= this.sourcesOf[target]!) continue;
        const reduced = cost[target * stride + source]! - u[target]!;
        if (reduced < least) least = reduced;
      }
      v[source] = least;
    }
    for (let target = size; target < this.size; target++) {
      this.sourceOf[target] = -1;
      u[target] = this.rowLeast(target);
    }
  }

  /** What `restore` needs to come back to this state. */
  save(): SavedAssignment {
    const { size } = this;
    return {
      size,
      u: this.u.slice(0, size),
      v: this.v.slice(0, size),
      sourceOf: this.sourceOf.slice(0, size),
      targetOf: this.targetOf.slice(0, size),
    };
  }

  restore({ size, u, v, sourceOf, targetOf }: SavedAssignment): void {
    this.size = size;
    this.u.set(u);
    this.v.set(v);
    this.sourceOf.set(sourceOf);
    this.targetOf.set(targetOf);
  }

  /** No assignment costs less than the potentials' sum: each cost is at least its two. */
  private potentials(): number {
    let sum = 0;
    for (let index = 0; index < this.size; index++) sum += this.u[index]! + this.v[index]!;
    return sum;
  }

  private start(): void {
    this.started = true;
    for (let target = 0; target < this.size; target++) {
      this.u[target] = this.rowLeast(target);
      const base = target * this.stride;
      for (let source = 0; source < this.reach(target); source++) {
        if (this.targetOf[source] !== -1) continue;
        if (this.cost[base + source]! - this.v[source]! > this.u[target]!) continue;
        this.sourceOf[target] = source;
        this.targetOf[source] = target;
        break;
      }
    }
  }

  private reach(target: number): number {
    return Math.min(this.sourcesOf[target]!, this.size);
  }

  private rowLeast(target: number): number {
    const base = target * this.stride;
    let least = Infinity;
    const reach = this.reach(target);
    for (let source = 0; source < reach; source++) {
      const reduced = this.cost[base + source]! - this.v[source]!;
      if (reduced < least) least = reduced;
    }
    return least;
  }

  private unmatch(target: number, source: number): void {
    if (target === -1 || source === -1) return;
    this.sourceOf[target] = -1;
    this.targetOf[source] = -1;
  }

  /**
   * Matches along the shortest alternating path from a free target to a free source, by Dijkstra on reduced costs.
   * Returns its length, by which the potentials' sum grows; Infinity: there is none.
   */
  private augment(first: number): number {
    const { size, cost, u, v, dist, way, done, scanned, targetOf } = this;
    done.fill(0, 0, size);
    dist.fill(Infinity, 0, size);
    let count = 0;
    let end: number;
    // Sources from `known` on were not come to yet.
    let known = 0;
    let target = first;
    let offset = -u[first]!;
    for (;;) {
      const base = target * this.stride;
      const reach = this.reach(target);
      let nearest = -1;
      let least = Infinity;
      // Going on from a target and looking for the nearest in one pass: the search spends its time here. Among equally near ones a
      // free source: it ends the search.
      for (let source = 0; source < reach; source++) {
        if (done[source]) continue;
        let far = dist[source]!;
        const through = offset + cost[base + source]! - v[source]!;
        if (through < far) {
          dist[source] = far = through;
          way[source] = target;
        }
        if (far <= least && (far < least || targetOf[source] === -1)) {
          least = far;
          nearest = source;
        }
      }
      for (let source = reach; source < known; source++)
        if (!done[source] && dist[source]! <= least && (dist[source]! < least || targetOf[source] === -1)) {
          least = dist[source]!;
          nearest = source;
        }
      if (nearest === -1) return Infinity;
      if (reach > known) known = reach;
      done[nearest] = 1;
      scanned[count++] = nearest;
      target = targetOf[nearest]!;
      if (target === -1) {
        end = nearest;
        break;
      }
      offset = least - u[target]!;
    }
    const length = dist[end]!;
    u[first]! += length;
    for (let index = 0; index < count; index++) {
      const source = scanned[index]!;
      const slack = length - dist[source]!;
      v[source]! -= slack;
      const matched = targetOf[source]!;
      if (matched !== -1) u[matched]! += slack;
    }
    for (let source = end; ;) {
      const matched = way[source]!;
      const next = this.sourceOf[matched]!;
      this.sourceOf[matched] = source;
      targetOf[source] = matched;
      if (matched === first) return length;
      source = next;
    }
  }
}
