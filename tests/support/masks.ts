import fc from 'fast-check';
import { below, type Mask } from '../../src/engines/underside/image/mask.ts';

/** A mask by its rows: 1 is of it, 0 is not. */
export const maskOf = (values: Iterable<number>, width: number): Mask =>
  below(
    Float32Array.from(values, (value) => 1 - value),
    0.5,
    width,
  );

/** A mask drawn as rows of 0 and 1, all of one length. */
export const maskFrom = (rows: readonly string[]): Mask =>
  maskOf([...rows.join('')].map(Number), rows[0]!.length);

/** Its pixels row by row, 1 or 0 each. */
export const pixelsIn = ({ width, height, stride, words }: Mask): number[] =>
  Array.from({ length: width * height }, (_, at) => {
    const [x, y] = [at % width, Math.floor(at / width)];
    return (words[y * stride + (x >> 5)]! >>> (x & 31)) & 1;
  });

/** Pixels of any mask, about so many of ten of which are of it. */
export const anyPixels = (width: number, height: number, ofTen = 7): fc.Arbitrary<number[]> =>
  fc
    .array(fc.integer({ min: 0, max: 9 }), { minLength: width * height, maxLength: width * height })
    .map((values) => values.map((value) => Number(value < ofTen)));
