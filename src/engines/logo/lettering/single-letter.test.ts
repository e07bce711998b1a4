import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { loopsPath, outlines, type Face } from '../../../../tools/made/logos/faces.ts';
import { alphabet, holesOf, plainLetters } from './alphabet.ts';
import { isIn, standsWithin } from './monogram.ts';
import { splitParts, type Part, type PartMap } from '../parts/parts.ts';
import { letterOf } from './single-letter.ts';
import { distancesToOthers } from '../parts/widths.ts';

/** The parts of a drawing in black on white, 240 × 240 px of −120 to 120. */
async function partsOf(inner: string): Promise<{ parts: Part[]; map: PartMap }> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="240" height="240" viewBox="-120 -120 240 240"><rect x="-120" y="-120" width="240" height="240" fill="#fff"/>${inner}</svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const labels = Uint8Array.from({ length: info.width * info.height }, (_, k) =>
    data[k * info.channels]! < 128 ? 1 : 0,
  );
  const distances = distancesToOthers(labels, info.width, info.height);
  const { parts, of } = splitParts(labels, info.width, info.height, distances, (label) => label === 0, 9);
  return { parts, map: { of, width: info.width, height: info.height } };
}

/** A letter about the middle, 130 high. */
const glyph = (face: Face, letter: string, turned = 0) => {
  const loops = outlines(face, letter, 130);
  const xs = loops.flat().map(([x]) => x);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  return `<g transform="rotate(${turned})"><path transform="translate(${-middle} 65)" d="${loopsPath(loops)}"/></g>`;
};

async function told(inner: string, tilts: readonly number[] = [0]): Promise<string | null> {
  const { parts, map } = await partsOf(inner);
  return letterOf(parts.sort((a, b) => b.area - a.area)[0]!, map, tilts)?.letter ?? null;
}

describe('a letter by itself', () => {
  test.each<[Face, string]>([
    ['roboto', 'ABCDEFGHJKLMNPRSTUVWXYZ'],
    ['roboto bold', 'ABDEFGHKMNPRSW'],
    ['oswald', 'ABDEFGHKMNPRSZ'],
    ['roboto slab', 'ABDEFGHKMNPRSY'],
    ['lora', 'ABDEFGHKNPRS'],
  ])('is told in %s', async (face, letters) => {
    const found = await Promise.all([...letters].map((letter) => told(glyph(face, letter))));
    // It is asked whether it is one, not which: B and 8, or D and O, differ by less than typefaces do.
    expect(found.flatMap((letter, k) => (letter === null ? [letters[k]] : []))).toEqual([]);
  });
  test('mostly is the one that it is', async () => {
    const letters = [...'AEFHKMNPRTWXZ'];
    const found = await Promise.all(letters.map((letter) => told(glyph('roboto', letter))));
    expect(found.filter((letter, k) => letter === letters[k]).length).toBeGreaterThanOrEqual(12);
  });
  test('is told as it stands: at its tilt, not level', async () => {
    const tilts = [-12, 0, 12].map((degrees) => (degrees * Math.PI) / 180);
    const { parts, map } = await partsOf(glyph('roboto', 'R', -12));
    // Rising to the right is negative.
    expect(letterOf(parts[0]!, map, tilts)).toEqual({ letter: 'R', angle: tilts[0] });
  });
  test.each([
    ['a star', 'M0 -60L18 -18L60 -18L26 10L40 54L0 29L-40 54L-26 10L-60 -18L-18 -18Z'],
    ['a heart', 'M0 54L-54 0L-54 -24L-36 -48L-14 -48L0 -30L14 -48L36 -48L54 -24L54 0Z'],
    ['a cross', 'M-10 -60L10 -60L10 -14L54 -14L54 5L10 5L10 60L-10 60L-10 5L-54 5L-54 -14L-10 -14Z'],
    ['a square', 'M-50 -50H50V50H-50Z'],
    ['a diamond', 'M0 -60L60 0L0 60L-60 0Z'],
    ['a drop', 'M0 -60Q50 10 40 30A40 34 0 1 1 -40 30Q-50 10 0 -60Z'],
  ])('%s is none', async (_, d) => {
    expect(await told(`<path d="${d}"/>`)).toBeNull();
  });
  test('nor is a ring: a Q has its tail', async () => {
    const ring = '<circle r="55" fill="none" stroke="#000" stroke-width="14"/>';
    expect(await told(ring)).toBeNull();
    expect(await told(`${ring}<path d="M10 15L52 58" stroke="#000" stroke-width="14"/>`)).toBe('Q');
  });
  test('what has three holes, or strokes stouter than a letter’s, is none', async () => {
    const bars = [0, 1, 2]
      .map((k) => `<rect x="-30" y="${-48 + 36 * k}" width="60" height="22" fill="#fff"/>`)
      .join('');
    expect(await told(`<rect x="-45" y="-62" width="90" height="124"/>${bars}`)).toBeNull();
    const stout = (wide: number) =>
      `<path d="M-40 60V-60H30M-40 0H20" fill="none" stroke="#000" stroke-width="${wide}"/>`;
    expect(await told(stout(24))).toBe('F');
    expect(await told(stout(64))).toBeNull();
  });
});

describe('where it stands', () => {
  const ring = '<circle r="110" fill="none" stroke="#000" stroke-width="8"/>';
  const within = async (inner: string) => {
    const { parts } = await partsOf(inner);
    const [letter] = parts
      .filter((part) => parts.some((other) => isIn(part, other)))
      .sort((a, b) => b.area - a.area);
    return letter !== undefined && standsWithin(letter, parts);
  };
  test('in the middle of a ring, not beside it, nor at its rim', async () => {
    expect(await within(ring + glyph('roboto', 'R'))).toBe(true);
    expect(await within(glyph('roboto', 'R'))).toBe(false);
    expect(await within(`${ring}<g transform="translate(0 40) scale(0.4)">${glyph('roboto', 'R')}</g>`)).toBe(
      false,
    );
  });
  test('by itself there: not one of several, nor smaller than a fifth of it', async () => {
    const small = (x: number, by: number) =>
      `<g transform="translate(${x} 0) scale(${by})">${glyph('roboto', 'R')}</g>`;
    expect(await within(ring + small(0, 0.35))).toBe(true);
    expect(await within(ring + small(0, 0.3))).toBe(false);
    const { parts } = await partsOf(
      ring + small(0, 0.35) + `<g transform="translate(60 0) scale(0.6)">${glyph('roboto', 'H')}</g>`,
    );
    const [least] = parts.sort((a, b) => a.area - b.area);
    expect(standsWithin(least!, parts)).toBe(false);
  });
});

test('what is written down of letters lies within their boxes, and every one that is named is there', () => {
  const letters = new Set(alphabet.map(({ letter }) => letter));
  for (const letter of [...Object.keys(holesOf), ...plainLetters]) expect(letters).toContain(letter);
  for (const { letter, strokes } of alphabet)
    for (const [x, y] of strokes.flat()) {
      expect(`${letter} ${x > -0.11 && x < 1.11 && y > -0.01 && y < 1.01}`).toBe(`${letter} true`);
    }
  expect([...'OI01'].filter((letter) => letters.has(letter))).toEqual([]);
});
