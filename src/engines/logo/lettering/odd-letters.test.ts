import { expect, test } from 'vitest';
import { someOf } from '../../../../tests/support/cases-tried.ts';
import { readDrawn, wordPath } from '../../../../tests/support/drawn-words.ts';
import { sizeFor, tallOf, type Face } from '../../../../tools/made/logos/faces.ts';
import { lettered } from '../../../../tools/made/logos/lettered.ts';

const blue = '#12509a';
const ring = '<circle cx="400" cy="270" r="210" fill="none" stroke="#c99a2e" stroke-width="24"/>';

/** The lettering of a drawing, 100 mm wide. */
const letteringOf = async (inner: string, wide = 520) =>
  (await readDrawn(inner, { wide })).filter(({ kind, colour }) => kind === 'lettering' && colour === blue);

/** Letters of a word each turned by itself, on a circle of 24 mm, below which (an arch) or above which (a bowl) it lies. */
function onBend(text: string, capMm: number, face: Face, isArch: boolean, step: number): string {
  const [far, way] = isArch ? [-240, 1] : [240, -1];
  return [...text]
    .map((letter, k) => {
      const turn = way * step * (k - (text.length - 1) / 2);
      return `<g transform="rotate(${turn.toFixed(2)} 450 ${300 - far})">${wordPath(letter, capMm, 450 - 3 * capMm, 300, blue, face)}</g>`;
    })
    .join('');
}

test.each(someOf(1, ['roboto slab', 'bitter', 'lora'] as const))(
  'the tail of a Q by itself is no height: %s',
  async (face) => {
    const [only, ...rest] = await letteringOf(ring + wordPath('Q', 20, 310, 370, blue, face));
    expect(rest).toEqual([]);
    expect(Math.abs(only!.letters!.heightMm - 20)).toBeLessThan(0.8);
  },
);

test('two capitals that touch are as high as they are', async () => {
  const word = `<g transform="rotate(-4 400 270)">${wordPath('MW', 14, 200, 330, blue, 'zilla')}</g>`;
  const [only, ...rest] = await letteringOf(ring + word);
  expect(rest).toEqual([]);
  expect(Math.abs(only!.letters!.heightMm - 14)).toBeLessThan(0.56);
});

test('a J that hangs beside a W does not tilt the two', async () => {
  const [only, ...rest] = await letteringOf(ring + wordPath('JW', 14, 290, 330, blue, 'vollkorn'));
  expect(rest).toEqual([]);
  expect(only!.letters!.tiltDegrees).toBeCloseTo(0, 0);
  expect(Math.abs(only!.letters!.heightMm - 14)).toBeLessThan(0.56);
});

// The figures of these faces are such as hang below the line: 3, 4, 5, 7 and 9 begin at the height of small letters.
test.each(someOf(1, ['cormorant', 'playfair'] as const))(
  'figures that hang are of the line they hang from: %s',
  async (face) => {
    for (const text of ['OPEN 7 DAYS', 'SINCE 1874']) {
      const [only, ...rest] = await letteringOf(wordPath(text, 9, 60, 300, blue, face), 1040);
      expect(rest).toEqual([]);
      expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.36);
    }
  },
);

test('letters of a word in a bowl that touch do not make it straight', async () => {
  const [only, ...rest] = await letteringOf(onBend('VINTAGE', 9, 'baskerville', false, 24), 1040);
  expect(rest).toEqual([]);
  expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.4);
});

test('a word on an arch whose ends hang is on it nevertheless', async () => {
  const [only, ...rest] = await letteringOf(onBend('Joinery', 9, 'garamond', true, 15), 1040);
  expect(rest).toEqual([]);
  expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.4);
});

test.each(
  someOf(1, [
    // Few letters: feet and heads lie on many circles, and how each is turned tells which.
    ['JAM', 'montserrat', true, 0],
    ['JAM', 'zilla', true, 0],
    ['NO 7', 'crimson', true, 0],
    ['NO 48', 'zilla', true, 0],
    // These figures hang.
    ['NO 48', 'alegreya', false, 0],
    ['SAILING', 'quicksand', false, 0.02],
    // Two that touch are wide, and turned each for itself.
    ['HAND SEWN', 'josefin', false, 0],
    // Serifs touch nearly everywhere: capitals all the same, and no script.
    ['FINE GOODS', 'zilla', false, 0],
  ] as const),
)('%s on a bend of five heights is as high as on a line: %s', async (text, face, isArch, spaced) => {
  const path = lettered(face, text, sizeFor(face, 90), spaced, isArch ? 450 : -450).d;
  const word = `<path transform="translate(500 ${isArch ? 200 : 400})" d="${path}" fill="${blue}"/>`;
  const [only, ...rest] = await letteringOf(word, 1040);
  expect(rest).toEqual([]);
  expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.36);
});

test.each(someOf(1, ['playfair', 'roboto', 'spartan'] as const))(
  'a word of letters that rise higher than its capital is as high as that: %s',
  async (face) => {
    const [only, ...rest] = await letteringOf(wordPath('Old Mill', 9, 60, 300, blue, face), 1040);
    expect(rest).toEqual([]);
    expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.36);
  },
);

// Half of the letters of these words, or more, hang below the line.
test.each(
  someOf(1, [
    ['Happy', 'vollkorn'],
    ['Jay', 'jost'],
    ['Typography', 'vollkorn'],
    ['Typography', 'roboto bold'],
    ['Jolly', 'arvo'],
  ] as const),
)('%s is as high as its first letter: %s', async (text, face) => {
  for (const tilt of [0, 5]) {
    const word = wordPath(text, 9, 100, 300, blue, face);
    const [only, ...rest] = await letteringOf(`<g transform="rotate(${-tilt} 400 300)">${word}</g>`, 1040);
    expect(rest).toEqual([]);
    expect(Math.abs(only!.letters!.heightMm - 9)).toBeLessThan(0.36);
    expect(Math.abs(only!.letters!.tiltDegrees - tilt)).toBeLessThan(1.25);
  }
});

test('words of one line stay together where one begins and ends with letters that hang', async () => {
  for (const face of ['arvo', 'vollkorn'] as const) {
    const [only, ...rest] = await letteringOf(wordPath('Jolly Ink', 9, 60, 300, blue, face), 1040);
    expect(rest).toEqual([]);
    expect(only!.letters!.count).toBe(8);
  }
});

test('capitals of a brush, all round on top, overshoot nothing', async () => {
  const [only, ...rest] = await letteringOf(wordPath('HARVEST', 9, 60, 300, blue, 'kaushan'), 1040);
  expect(rest).toEqual([]);
  // From the line that they stand on to their tops they are as high as the H is.
  expect(Math.abs(only!.letters!.heightMm - 9 * tallOf('kaushan', 'HARVEST'))).toBeLessThan(0.27);
});
