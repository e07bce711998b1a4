import type { pictureChance } from '../picture-chance.ts';

type Luck = ReturnType<typeof pictureChance>;

/**
 * What makes a photo of an underside hard, each now and then: a camera held aslant (true perspective, up to 12°), dark corners, a hand's shadow, ribbed or checked cloth,
 * a table with a grain, columns turned by up to 3°, ends that are drawn in, a label, loose threads across the columns, a telephone's sharpening.
 */
export interface Hard {
  /** Where a place on the picture, mm from its middle, lies on the block. */
  seenFrom(u: number, v: number): readonly [number, number];
  /** Light at a place of the picture, parts of it from its middle. */
  light(x: number, y: number): number;
  /** How light cloth and table are at a place of the block, mm. */
  cloth(x: number, y: number): number;
  table(x: number, y: number): number;
  /** What each column is turned by more, radians. */
  turn(): number;
  /** How much narrower a column is at a part of its length, 0 to 1. */
  narrower(along: number): number;
  /** What more lies on the cloth, as parts of an SVG in mm. */
  litter(columns: readonly { x: number; y: number }[], columnMm: number, lengthMm: number, threads: readonly string[]): readonly string[]; // prettier-ignore
  /** Sigma of its sharpening, px; 0: none. */
  sharpened: number;
}

/** None of it. */
export const notHard: Hard = {
  seenFrom: (u, v) => [u, v],
  light: () => 1,
  cloth: () => 1,
  table: () => 1,
  turn: () => 0,
  narrower: () => 0,
  litter: () => [],
  sharpened: 0,
};

/** `side`: the longer side of what is seen, mm. */
export function hardOf(luck: Luck, side: number): Hard {
  const { next, between, pick } = luck;
  const is = (share: number) => next() < share;
  const [lean, towards, far] = [between(0, 0.21), between(0, 2 * Math.PI), between(1.6, 3) * side];
  const k = Math.sin(lean) / far;
  const corners = is(0.6) ? between(0.05, 0.5) : 0;
  const hand = is(0.25) ? { x: between(-0.6, 0.6), y: pick([-0.5, 0.5]), dark: between(0.4, 0.75), wide: between(0.25, 0.5), soft: between(0.03, 0.2) } : null; // prettier-ignore
  const ribs = is(0.3) ? { every: between(0.5, 1.4), by: between(0.03, 0.1) } : null;
  const checks = is(0.15) ? { every: between(5, 15), by: between(-0.1, 0.1) } : null;
  const grain = is(0.5) ? { every: between(2, 9), by: between(0.04, 0.2), bend: between(8, 40), phase: between(0, 7) } : null; // prettier-ignore
  const turned = is(0.6) ? between(0.01, 0.055) : 0;
  const drawnIn = is(0.3) ? between(0.01, 0.07) : 0;
  const sharpened = is(0.4) ? between(0.6, 1.4) : 0;
  return {
    seenFrom: (u, v) => {
      const over = 1 / (1 - k * (u * Math.cos(towards) + v * Math.sin(towards)));
      return [u * over, v * over];
    },
    light: (x, y) => {
      const corner = 1 - corners * Math.max(0, Math.hypot(x, y) - 0.35) ** 2 * 4;
      if (!hand) return corner;
      const off = (Math.hypot(x - hand.x, y - hand.y) - hand.wide) / hand.soft;
      return corner * (hand.dark + (1 - hand.dark) / (1 + Math.exp(-4 * off)));
    },
    cloth: (x, y) => {
      const rib = ribs ? 1 + ribs.by * Math.sin((2 * Math.PI * x) / ribs.every) : 1;
      if (!checks) return rib;
      const band = (at: number) => Number((at / checks.every) % 2 > 1 || (at / checks.every) % 2 < -1);
      return rib * (1 + checks.by * (band(x) + band(y)));
    },
    table: (x, y) =>
      grain ? 1 + grain.by * Math.sin((2 * Math.PI * y) / grain.every + 1.5 * Math.sin(x / grain.bend + grain.phase)) : 1, // prettier-ignore
    turn: () => between(-turned, turned),
    narrower: (along) => drawnIn * (2 * along - 1) ** 4,
    litter: (columns, columnMm, lengthMm, threads) => {
      const parts: string[] = [];
      for (let k = 0; k < 3; k++) {
        if (!is(0.3)) continue;
        const { x, y } = pick(columns);
        const far = () => between(-9, 9);
        parts.push(`<path d="M${x + between(-0.8, 1.8) * columnMm} ${y + between(0, 1) * lengthMm}c${far()} ${far()} ${far()} ${far()} ${1.6 * far()} ${1.6 * far()}" stroke="${pick(threads)}" stroke-width="${between(0.3, 0.5)}"/>`); // prettier-ignore
      }
      for (const [index, { x, y }] of columns.entries())
        if (is(0.15))
          for (let stroke = 0; stroke <= index % 4; stroke++)
            parts.push(`<path d="M${x + stroke * 0.9} ${y + lengthMm + 1.5}l${between(-0.4, 0.4)} ${between(1.5, 2.8)}" stroke="${pick(['#1d1f26', '#1b3f9a', '#7d1b1b'])}" stroke-width="${between(0.3, 0.6)}"/>`); // prettier-ignore
      if (is(0.15))
        parts.push(`<rect x="${between(-3, 3)}" y="${lengthMm + between(4, 7)}" width="${between(8, 16)}" height="${between(4, 6)}" fill="${pick(['#ffffff', '#ffe24a', '#8fd0ff'])}" stroke="none"/>`); // prettier-ignore
      return parts;
    },
    sharpened,
  };
}
