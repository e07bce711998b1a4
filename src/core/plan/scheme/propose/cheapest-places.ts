/** Dearer than any place: taken for a row for which there is none left. */
const none = 1e6;

/**
 * A place of its own for each row, at the least cost together; −1 where there is none left. Few rows over many places, asked for very
 * often: Kuhn's method row by row (1955; the potentials of Jonker and Volgenant 1987), O(rows² · places), where {@link Assignment}
 * matches as many rows as places. `cost`: by place, Infinity: taken.
 */
export class CheapestPlaces {
  private readonly width: number;
  private readonly rowPrice: Float64Array;
  private readonly placePrice: Float64Array;
  /** The row on each place, counted from 1; 0: none. Place 0 is where a search begins. */
  private readonly rowOn: Int32Array;
  private readonly cameBy: Int32Array;
  private readonly least: Float64Array;
  private readonly done: Uint8Array;

  /** For so many rows at most, and so many places. */
  constructor(
    rows: number,
    private readonly places: number,
  ) {
    // For each row a place that stands for none.
    this.width = places + rows + 1;
    this.rowPrice = new Float64Array(rows + 1);
    this.placePrice = new Float64Array(this.width);
    this.rowOn = new Int32Array(this.width);
    this.cameBy = new Int32Array(this.width);
    this.least = new Float64Array(this.width);
    this.done = new Uint8Array(this.width);
  }

  /** The place of each of the first `count` rows. */
  of(cost: readonly Float64Array[], count: number): Int32Array {
    const { rowOn, places } = this;
    this.rowPrice.fill(0);
    this.placePrice.fill(0);
    rowOn.fill(0);
    for (let row = 1; row <= count; row++) this.place(cost, row, places + count);
    const found = new Int32Array(count).fill(-1);
    for (let place = 1; place <= places; place++) if (rowOn[place]! > 0) found[rowOn[place]! - 1] = place - 1;
    return found;
  }

  /** Finds room for one row more: others move over where that costs least. */
  private place(cost: readonly Float64Array[], row: number, width: number): void {
    const { rowPrice, placePrice, rowOn, cameBy, least, done, places } = this;
    least.fill(Infinity);
    done.fill(0);
    rowOn[0] = row;
    let at = 0;
    do {
      done[at] = 1;
      const here = rowOn[at]!;
      const costs = cost[here - 1]!;
      let step = Infinity;
      let next = 0;
      for (let place = 1; place <= width; place++) {
        if (done[place]) continue;
        const value = place <= places ? Math.min(2 * none, costs[place - 1]!) : none;
        const reduced = value - rowPrice[here]! - placePrice[place]!;
        if (reduced < least[place]!) {
          least[place] = reduced;
          cameBy[place] = at;
        }
        if (least[place]! < step) {
          step = least[place]!;
          next = place;
        }
      }
      for (let place = 0; place <= width; place++)
        if (done[place]) {
          rowPrice[rowOn[place]!]! += step;
          placePrice[place]! -= step;
        } else least[place]! -= step;
      at = next;
    } while (rowOn[at] !== 0);
    while (at !== 0) {
      const before = cameBy[at]!;
      rowOn[at] = rowOn[before]!;
      at = before;
    }
  }
}
