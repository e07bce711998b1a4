import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { edgeAt, edgeLine, edgesOf, moveEdge, widthsOf, type Edges } from './edges.ts';

describe('edges of a column on a photo', () => {
  it('gives back the widths as read', () => {
    const widths = { left: 3.1, bobbin: 3.5, right: 3.4 };
    const back = widthsOf(edgesOf({ widths }), 10);
    expect(back.left).toBeCloseTo(3.1, 9);
    expect(back.bobbin).toBeCloseTo(3.5, 9);
    expect(back.right).toBeCloseTo(3.4, 9);
  });

  it('keeps the column as wide as it was sewn when its outer edge is moved', () => {
    // Found 10 % too wide on the right: the true column ends at 0.9.
    const { left, bobbin, right } = widthsOf(moveEdge([0, 0.3, 0.6, 1], 3, 0.9), 9);
    expect([left, bobbin, right].map((one) => Math.round(one * 100) / 100)).toEqual([3, 3, 3]);
  });

  it('never lets edges cross, wherever they are dragged', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.double({ min: -9, max: 9, noNaN: true }))),
        (moves) => {
          const edges = moves.reduce<Edges>((all, [which, to]) => moveEdge(all, which, to), [0, 0.3, 0.6, 1]);
          const { left, bobbin, right } = widthsOf(edges, 10);
          expect(left + bobbin + right).toBeCloseTo(10, 9);
          expect(Math.min(left, bobbin, right)).toBeGreaterThan(0);
        },
      ),
    );
  });

  it('refuses edges that cross', () => {
    expect(() => widthsOf([0, 0.6, 0.3, 1], 10)).toThrow(/Put them in order/);
  });

  it('finds the edge under the finger on a leaning column', () => {
    const outline: [number, number][] = [
      [100, 50],
      [180, 54],
      [172, 400],
      [92, 396],
    ];
    for (const edge of [0, 0.25, 0.7, 1]) {
      const [top, bottom] = edgeLine(outline, edge);
      const middle: [number, number] = [(top[0] + bottom[0]) / 2, (top[1] + bottom[1]) / 2];
      expect(edgeAt(outline, middle)).toBeCloseTo(edge, 2);
    }
  });
});
