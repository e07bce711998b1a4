import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Assignment } from './assignment.ts';

/** Least cost over every way to give each target a source. */
function tryAll(cost: readonly (readonly number[])[], sourcesOf: readonly number[]): number {
  const size = cost.length;
  const used = new Set<number>();
  const from = (target: number): number => {
    if (target === size) return 0;
    let least = Infinity;
    for (let source = 0; source < sourcesOf[target]!; source++) {
      if (used.has(source)) continue;
      used.add(source);
      least = Math.min(least, cost[target]![source]! + from(target + 1));
      used.delete(source);
    }
    return least;
  };
  return from(0);
}

function filled(cost: readonly (readonly number[])[], sourcesOf: readonly number[]): Assignment {
  const assignment = new Assignment(Int32Array.from(sourcesOf));
  cost.forEach((row, target) =>
    row.forEach((value, source) => {
      assignment.cost[target * assignment.stride + source] = value;
    }),
  );
  return assignment;
}

const square = (least: number, most: number) =>
  fc.integer({ min: 1, max: 6 }).chain((size) =>
    fc.array(fc.array(fc.integer({ min: least, max: most }), { minLength: size, maxLength: size }), {
      minLength: size,
      maxLength: size,
    }),
  );
const all = (cost: readonly unknown[]) => cost.map(() => cost.length);

describe('the assignment problem', () => {
  test('the handbook’s example of four workers and four tasks (typed from memory; least cost by trying all)', () => {
    const cost = [
      [9, 2, 7, 8],
      [6, 4, 3, 7],
      [5, 8, 1, 8],
      [7, 6, 9, 4],
    ];
    expect(tryAll(cost, all(cost))).toBe(13);
    expect(filled(cost, all(cost)).solve()).toBe(13);
  });
  test('as cheap as trying every way, costs below nothing too', () =>
    fc.assert(
      fc.property(square(-9, 20), (cost) => {
        expect(filled(cost, all(cost)).solve()).toBe(tryAll(cost, all(cost)));
      }),
    ));
  test('every target has a source of its own, among those it may have', () =>
    fc.assert(
      fc.property(square(0, 20), (cost) => {
        // Target t may have the first t + 1 sources: then target t must have source t.
        const sourcesOf = cost.map((_, target) => target + 1);
        const assignment = filled(cost, sourcesOf);
        expect(assignment.solve()).toBe(cost.reduce((sum, row, target) => sum + row[target]!, 0));
        expect([...assignment.sourceOf]).toEqual(cost.map((_, target) => target));
        expect([...assignment.targetOf]).toEqual(cost.map((_, target) => target));
      }),
    ));
  test('after rows and columns changed, only they are matched anew, and the cost is again the least', () =>
    fc.assert(
      fc.property(
        square(0, 20),
        fc.nat(),
        fc.nat(),
        fc.integer({ min: -9, max: 30 }),
        (cost, row, column, value) => {
          const [target, source] = [row % cost.length, column % cost.length];
          const assignment = filled(cost, all(cost));
          assignment.solve();
          const next = cost.map((line, at) =>
            line.map((old, index) => (at === target || index === source ? (old * 7 + value) % 23 : old)),
          );
          next.forEach((line, at) =>
            line.forEach((cell, index) => {
              assignment.cost[at * assignment.stride + index] = cell;
            }),
          );
          assignment.changed([target], [source]);
          expect(assignment.solve()).toBe(tryAll(next, all(next)));
        },
      ),
    ));
  test('grown by new targets and sources it is solved on, and restored it is as before', () =>
    fc.assert(
      fc.property(square(0, 20), fc.nat(), (cost, part) => {
        const size = cost.length;
        const first = 1 + (part % size);
        const assignment = new Assignment(new Int32Array(size).fill(size), first);
        cost.forEach((row, target) =>
          row.forEach((value, source) => {
            assignment.cost[target * assignment.stride + source] = value;
          }),
        );
        const beginning = cost.slice(0, first).map((row) => row.slice(0, first));
        expect(assignment.solve()).toBe(tryAll(beginning, all(beginning)));
        const saved = assignment.save();
        assignment.grow(size - first);
        expect(assignment.solve()).toBe(tryAll(cost, all(cost)));
        assignment.restore(saved);
        expect(assignment.solve()).toBe(tryAll(beginning, all(beginning)));
      }),
    ));
  test('when two targets have one source between them there is no assignment, and the search ends', () => {
    const assignment = filled(
      [
        [1, 1, 1],
        [1, 1, 1],
        [1, 1, 1],
      ],
      [1, 1, 3],
    );
    expect(assignment.solve()).toBe(Infinity);
  });
});
