/** A stroke's middle line as points: x from the letter's left (0) to its right (1), y from its head (0) to its foot (1). */
export type Stroke = readonly (readonly [number, number])[];

/** One way to write a letter. */
export interface Written {
  letter: string;
  strokes: readonly Stroke[];
}

/** A hook, a corner, a crossing, a bolt or a crescent looks like these. */
export const plainLetters = 'CJLTUVXYZ7';

/** How many holes each letter has; what is not named has none. The & is written with one or two. */
export const holesOf: Readonly<Record<string, readonly number[]>> = {
  ...{ A: [1], B: [2], D: [1], P: [1], Q: [1], R: [1] },
  ...{ 4: [1], 6: [1], 8: [2], 9: [1], '&': [1, 2] },
};

const line = (...at: number[]): [number, number][] =>
  Array.from({ length: at.length / 2 }, (_, k) => [at[2 * k]!, at[2 * k + 1]!]);

/** Points on an ellipse, degrees from the right, clockwise where they grow (90: at its foot). */
function bow(x: number, y: number, wide: number, high: number, from: number, to: number): [number, number][] {
  const steps = Math.max(2, Math.ceil(Math.abs(to - from) / 20));
  return Array.from({ length: steps + 1 }, (_, k) => {
    const angle = ((from + ((to - from) * k) / steps) * Math.PI) / 180;
    return [x + wide * Math.cos(angle), y + high * Math.sin(angle)];
  });
}

const stem = line(0, 0, 0, 1);
const bowlOfP = [...line(0, 0), ...bow(0.5, 0.27, 0.5, 0.27, -90, 90), ...line(0, 0.54)];
const written = (letter: string, ...strokes: Stroke[]): Written => ({ letter, strokes });

/**
 * Capitals, figures and the & as they are written with a broad pen, in the shapes that typefaces give them. Drawn from memory. O, I, 0 and 1 are not in it:
 * by themselves nobody tells them from a ring and a bar.
 */
export const alphabet: readonly Written[] = [
  written('A', line(0, 1, 0.5, 0, 1, 1), line(0.18, 0.66, 0.82, 0.66)),
  written(
    'B',
    stem,
    [...line(0, 0), ...bow(0.5, 0.24, 0.42, 0.24, -90, 90), ...line(0, 0.48)],
    [...line(0, 0.48), ...bow(0.52, 0.74, 0.48, 0.26, -90, 90), ...line(0, 1)],
  ),
  written('C', bow(0.54, 0.5, 0.54, 0.5, -38, -322)),
  written('D', stem, [...line(0, 0), ...bow(0.4, 0.5, 0.6, 0.5, -90, 90), ...line(0, 1)]),
  written('E', line(1, 0, 0, 0, 0, 1, 1, 1), line(0, 0.49, 0.85, 0.49)),
  written('F', line(1, 0, 0, 0, 0, 1), line(0, 0.5, 0.85, 0.5)),
  written('G', bow(0.52, 0.5, 0.52, 0.5, -40, -320), line(0.96, 0.85, 0.96, 0.54, 0.55, 0.54)),
  written('H', stem, line(1, 0, 1, 1), line(0, 0.49, 1, 0.49)),
  written('J', [...line(1, 0), ...bow(0.5, 0.68, 0.5, 0.32, 0, 165)]),
  written('J', line(0.35, 0, 1, 0), [...line(0.68, 0), ...bow(0.35, 0.75, 0.33, 0.25, 0, 165)]),
  written('K', stem, line(1, 0, 0, 0.62), line(0.28, 0.42, 1, 1)),
  written('K', stem, line(1, 0, 0.05, 0.5, 1, 1)),
  written('L', line(0, 0, 0, 1, 1, 1)),
  written('M', line(0, 1, 0, 0, 0.5, 0.75, 1, 0, 1, 1)),
  written('M', line(0, 1, 0, 0, 0.5, 1, 1, 0, 1, 1)),
  written('M', line(0, 1, 0.12, 0, 0.5, 0.95, 0.88, 0, 1, 1)),
  written('N', line(0, 1, 0, 0, 1, 1, 1, 0)),
  written('P', stem, bowlOfP),
  written('Q', bow(0.5, 0.5, 0.5, 0.5, 0, 360), line(0.58, 0.7, 0.96, 1)),
  written('Q', bow(0.5, 0.42, 0.5, 0.42, 0, 360), line(0.5, 0.8, 0.72, 0.98, 0.95, 1)),
  written('R', stem, bowlOfP, line(0.4, 0.54, 1, 1)),
  written('S', [...bow(0.5, 0.26, 0.47, 0.26, -25, -270), ...bow(0.5, 0.75, 0.5, 0.25, -90, 160)]),
  written('T', line(0, 0, 1, 0), line(0.5, 0, 0.5, 1)),
  written('U', [...line(0, 0), ...bow(0.5, 0.64, 0.5, 0.36, 180, 0), ...line(1, 0)]),
  written('V', line(0, 0, 0.5, 1, 1, 0)),
  written('W', line(0, 0, 0.25, 1, 0.5, 0, 0.75, 1, 1, 0)),
  written('W', line(0, 0, 0.25, 1, 0.5, 0.3, 0.75, 1, 1, 0)),
  written('X', line(0, 0, 1, 1), line(1, 0, 0, 1)),
  written('Y', line(0, 0, 0.5, 0.55, 1, 0), line(0.5, 0.55, 0.5, 1)),
  written('Z', line(0, 0, 1, 0, 0, 1, 1, 1)),
  written('2', [...bow(0.5, 0.28, 0.48, 0.28, -165, 25), ...line(0, 1, 1, 1)]),
  written('3', [...bow(0.48, 0.25, 0.45, 0.25, -160, 90), ...bow(0.48, 0.74, 0.52, 0.26, -90, 160)]),
  written('4', line(0.75, 1, 0.75, 0, 0, 0.72, 1, 0.72)),
  written('5', [...line(0.9, 0, 0.15, 0, 0.08, 0.47), ...bow(0.47, 0.69, 0.53, 0.31, -125, 155)]),
  written('6', bow(0.5, 0.69, 0.5, 0.31, 0, 360), [...line(0.75, 0), ...line(0.25, 0.35, 0, 0.69)]),
  written('6', bow(0.5, 0.69, 0.5, 0.31, 0, 360), bow(0.55, 0.5, 0.55, 0.5, -50, -200)),
  written('7', line(0, 0, 1, 0, 0.35, 1)),
  written('8', bow(0.5, 0.24, 0.44, 0.24, 0, 360), bow(0.5, 0.74, 0.5, 0.26, 0, 360)),
  written('9', bow(0.5, 0.31, 0.5, 0.31, 0, 360), line(1, 0.31, 0.75, 0.65, 0.25, 1)),
  written('9', bow(0.5, 0.31, 0.5, 0.31, 0, 360), bow(0.45, 0.5, 0.55, 0.5, -20, 130)),
  written(
    '&',
    line(1, 1, 0.28, 0.36, 0.18, 0.2, 0.26, 0.05, 0.44, 0, 0.6, 0.06, 0.66, 0.2, 0.55, 0.36, 0.18, 0.55, 0.02, 0.72, 0.06, 0.88, 0.22, 0.98, 0.42, 1, 0.66, 0.9, 0.82, 0.72, 0.9, 0.5), // prettier-ignore
  ),
];
