import { Assignment } from '../seating/assignment.ts';

/** So many rows at once are placed by looking at every way; more by an assignment. */
const mostTried = 5;

/**
 * A place of its own for each row, at the least cost together; −1 where there is none left. `rows`: cost by place, Infinity: taken.
 */
export function cheapestPlaces(rows: readonly Float64Array[], places: number): number[] {
  const own = rows.map(cheapest);
  if (own.every((place, index) => place >= 0 && own.indexOf(place) === index)) return own;
  let free = 0;
  for (let place = 0; place < places; place++) if (rows[0]![place]! < Infinity) free++;
  return rows.length > mostTried || rows.length > free ? assigned(rows, places) : tried(rows);
}

/** The place of the least value; −1 where all are taken. */
function cheapest(row: Float64Array): number {
  let at = -1;
  let least = Infinity;
  for (let place = 0; place < row.length; place++)
    if (row[place]! < least) {
      least = row[place]!;
      at = place;
    }
  return at;
}

/** Every way worth a look: of k rows none needs more than its k cheapest places. */
function tried(rows: readonly Float64Array[]): number[] {
  const few = rows.map((row) => leastOf(row, rows.length));
  const rest = new Float64Array(rows.length + 1);
  for (let index = rows.length - 1; index >= 0; index--)
    rest[index] = rest[index + 1]! + rows[index]![few[index]![0]!]!;
  let best = Infinity;
  let found: number[] = [];
  const chosen: number[] = [];
  const go = (spent: number) => {
    const index = chosen.length;
    if (index === rows.length) {
      best = spent;
      found = [...chosen];
      return;
    }
    for (const place of few[index]!) {
      const next = spent + rows[index]![place]!;
      if (next + rest[index + 1]! >= best || chosen.includes(place)) continue;
      chosen.push(place);
      go(next);
      chosen.pop();
    }
  };
  go(0);
  return found;
}

/** The places of the `count` least values, least first. */
function leastOf(row: Float64Array, count: number): number[] {
  const found: number[] = [];
  for (let rank = 0; rank < count; rank++) {
    let at = -1;
    for (let place = 0; place < row.length; place++)
      if (row[place]! < (at < 0 ? Infinity : row[at]!) && !found.includes(place)) at = place;
    found.push(at);
  }
  return found;
}

/** More requests than places take turns, which no layout mends: those beyond have no place. */
function assigned(rows: readonly Float64Array[], places: number): number[] {
  const size = places + rows.length;
  const assignment = new Assignment(new Int32Array(size).fill(size));
  rows.forEach((row, target) => {
    for (let source = 0; source < size; source++)
      assignment.cost[target * size + source] = Math.min(1e6, source < places ? row[source]! : 1e6);
  });
  assignment.solve();
  return rows.map((row, target) => {
    const source = assignment.sourceOf[target]!;
    return source < places && row[source]! < Infinity ? source : -1;
  });
}
