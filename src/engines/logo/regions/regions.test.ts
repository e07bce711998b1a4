import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { readDrawn as read, wordPath as word } from '../../../../tests/support/drawn-words.ts';
import type { LinesSaid } from '../lettering/by-hand.ts';

describe('what belongs together', () => {
  test('dots over i and j, accents and two dots over a capital are of the word', async () => {
    for (const text of ['jili', 'Élan', 'Öhr']) {
      const regions = await read(word(text, 12, 100, 300, '#12509a'));
      expect(regions.map(({ kind }) => kind)).toEqual(['lettering']);
    }
  });
  test('squares close above capitals are not', async () => {
    const squares = [0, 1, 2].map((k) => `<rect x="${120 + 90 * k}" y="140" width="30" height="26" fill="#12509a"/>`);
    const regions = await read(word('HIM', 12, 100, 300, '#12509a') + squares.join(''));
    expect(regions.map(({ kind }) => kind).sort()).toEqual(['lettering', 'satin', 'satin', 'satin']);
  });
  test('what shows through a letter’s eye is of what lies beneath, in a row of eyes too', async () => {
    const patch = '<rect x="50" y="100" width="800" height="400" fill="#f3e27a"/>';
    const regions = await read(patch + word('ODOB', 14, 120, 350, '#12509a'));
    expect(regions.map(({ kind, colour }) => `${kind} ${colour}`).sort()).toEqual(['fill #f3e27a', 'lettering #12509a']);
  });
  test('an emblem that letters stand on, over its outline as well, is no lettering', async () => {
    const mountain = '<path transform="rotate(-6 400 300)" d="M150 470L390 110L480 250L560 180L700 470Z" fill="#131f52" stroke="#7a0f1e" stroke-width="36" stroke-linejoin="round"/>';
    const regions = await read(mountain + word('BIT', 10, 340, 350, '#a8c53a'), { wide: 560 });
    const kindOf = (wanted: string) => regions.filter(({ colour }) => colour === wanted).map(({ kind }) => kind);
    expect(kindOf('#a8c53a')).toEqual(['lettering']);
    expect(kindOf('#7a0f1e')).toEqual(['satin']);
    expect(kindOf('#131f52')).not.toContain('lettering');
  });
  test('specks far beside a wide word, thin against its strokes, are none of it', async () => {
    const speck = '<rect x="2" y="330" width="9" height="14" fill="#12509a"/>';
    const [letters] = await read(word('MK', 26, 150, 450, '#12509a') + speck, { wide: 520 });
    expect(letters!.kind).toBe('lettering');
    expect(letters!.leftMm).toBeGreaterThan(14);
    // A stop is as wide as a stroke, and stays.
    const [stopped] = await read(word('MK.', 20, 300, 450, '#12509a'), { wide: 520 });
    const [plain] = await read(word('MK', 20, 300, 450, '#12509a'), { wide: 520 });
    expect(stopped!.widthMm).toBeGreaterThan(plain!.widthMm + 2);
  });
  test('what is cut out of a bar is no element, nor the islands within it; the bar is a fill', async () => {
    const bar = '<rect x="50" y="150" width="700" height="240" fill="#12509a"/>';
    const regions = await read(bar + word('OPEN', 13, 120, 340, '#ffffff'));
    expect(regions.map(({ kind }) => kind)).toEqual(['fill']);
  });
  test('a patch that a line cuts in two is one', async () => {
    const patch = '<rect x="100" y="100" width="400" height="380" fill="#12509a"/>';
    const line = '<path d="M90 330L510 240" stroke="#c99a2e" stroke-width="12"/>';
    const regions = await read(patch + line);
    expect(regions.map(({ kind }) => kind).sort()).toEqual(['fill', 'satin']);
  });
  test('outlined letters are lettering and its rim, eyes and all', async () => {
    const rim = word('BOAT', 18, 100, 400, '#cf1130').replace('fill="#cf1130"', 'fill="#cf1130" stroke="#cf1130" stroke-width="22"');
    const regions = await read(rim + word('BOAT', 18, 100, 400, '#12509a'));
    expect(regions.map(({ colour }) => colour).sort()).toEqual(['#12509a', '#cf1130']);
    expect(regions.find(({ colour }) => colour === '#12509a')!.letters).toMatchObject({ count: 4 });
  });
  test('a script, its letters joined, is one lettering with a height', async () => {
    const [only, ...rest] = await read(word('Quayside', 14, 100, 300, '#12509a', 'pacifico'));
    expect(rest).toEqual([]);
    // The Q of this face stands 0.965 of its H above the line.
    expect(Math.abs(only!.letters!.heightMm - 13.5)).toBeLessThan(0.6);
  });
  test('letters of two colours are lettering of each, as high as the whole word', async () => {
    const regions = await read(word('Har', 12, 100, 300, '#12509a') + word('bor', 12, 335, 300, '#cf1130'));
    expect(regions.map(({ kind }) => kind)).toEqual(['lettering', 'lettering']);
    for (const { letters } of regions) expect(Math.abs(letters!.heightMm - 12)).toBeLessThan(0.4);
  });
  test('words of two colours and sizes side by side are each as high as its own capitals', async () => {
    const regions = await read(word('OAK', 12, 100, 300, '#12509a') + word('STORE', 8, 320, 300, '#cf1130'));
    const heightOf = (ink: string) => regions.find(({ colour }) => colour === ink)!.letters!.heightMm;
    expect(Math.abs(heightOf('#12509a') - 12)).toBeLessThan(0.4);
    expect(Math.abs(heightOf('#cf1130') - 8)).toBeLessThan(0.32);
  });
  test('a sign by itself before a word does not tell how high its capitals are', async () => {
    const [only, ...rest] = await read(word('& Sons', 10, 100, 300, '#12509a', 'garamond'));
    expect(rest).toEqual([]);
    expect(Math.abs(only!.letters!.heightMm - 10)).toBeLessThan(0.4);
  });
  test('a word in small capitals is as high as the capital that it begins with', async () => {
    // The small letters of this face are capitals, 0.85 as high.
    const [only, ...rest] = await read(word('Mosswood', 10, 60, 300, '#12509a', 'cinzel'));
    expect(rest).toEqual([]);
    expect(Math.abs(only!.letters!.heightMm - 10)).toBeLessThan(0.4);
  });
  test('a letter in the middle of a ring is lettering, tilted too; a star there is not', async () => {
    const ring = '<circle cx="400" cy="270" r="210" fill="none" stroke="#c99a2e" stroke-width="24"/>';
    const within = async (inner: string) =>
      (await read(`<g transform="rotate(-9 400 270)">${ring}${inner}</g>`)).find(({ colour }) => colour === '#12509a')!;
    const { kind, letters } = await within(word('R', 20, 335, 370, '#12509a'));
    expect(kind).toBe('lettering');
    expect(Math.abs(letters!.heightMm - 20)).toBeLessThan(0.8);
    // By itself it tells its tilt to the next of those tried only.
    expect(Math.abs(letters!.tiltDegrees - 9)).toBeLessThan(3.1);
    const star = 'M400 170L430 240L500 240L444 287L467 360L400 318L333 360L356 287L300 240L370 240Z';
    expect((await within(`<path fill="#12509a" d="${star}"/>`)).kind).not.toBe('lettering');
  });
  test('the same letter with nothing round it is not', async () => {
    const [only] = await read(word('R', 20, 335, 370, '#12509a'));
    expect(only!.kind).not.toBe('lettering');
  });
  test('lines close above one another are two, tilted too', async () => {
    const text = word('TNK', 11, 300, 250, '#12509a') + word('LANTERN', 7, 220, 350, '#12509a');
    const regions = await read(`<g transform="rotate(12 400 300)">${text}</g>`);
    const heights = regions.map(({ letters }) => letters!.heightMm).sort((a, b) => a - b);
    expect(heights).toHaveLength(2);
    expect(Math.abs(heights[0]! - 7)).toBeLessThan(0.3);
    expect(Math.abs(heights[1]! - 11)).toBeLessThan(0.4);
  });
  test('bars of several heights, upright or leaning, are no letters', async () => {
    for (const [turn, wide] of [[0, 208], [7, 208], [12.5, 208], [7, 1235]] as const) {
      const bars = [120, 200, 280].map((high, k) => `<rect x="${100 + 80 * k}" y="${400 - high}" width="42" height="${high}" fill="#12509a"/>`);
      const regions = await read(`<g transform="rotate(${turn} 300 300)">${bars.join('')}</g>`, { wide });
      expect(regions.map(({ kind }) => kind)).toEqual(['satin', 'satin', 'satin']);
    }
  });
  test('a serif face’s stems and hairlines are both told', async () => {
    const [only] = await read(word('HILL', 30, 60, 450, '#12509a', 'playfair'));
    expect(only!.strokeMm).toBeGreaterThan(4);
    expect(only!.thinnestMm).toBeLessThan(0.5 * only!.strokeMm);
    expect(only!.plusMinusMm).toBeLessThan(0.1 * only!.strokeMm);
  });
  test('a small spot of its own colour is a thread colour, even where that lies between two others', async () => {
    const regions = await read(`<rect x="100" y="100" width="400" height="300" fill="#cf1130"/><rect x="600" y="200" width="26" height="26" fill="#e78897"/>`, { wide: 1235 });
    expect(regions.map(({ colour }) => colour).sort()).toEqual(['#cf1130', '#e78897']);
  });
}); // prettier-ignore

describe('lines of lettering put right by hand', () => {
  /** A place of the drawing, in tenths of mm, as a part of the picture. */
  const at = (x: number, y: number) => ({ x: (x + 20) / 1040, y: (y + 20) / 640 });
  const lettering = async (inner: string, lines: LinesSaid) =>
    (await read(inner, { lines }))
      .map(({ kind, letters, leftMm }) => ({
        kind,
        count: letters?.count ?? 0,
        height: letters?.heightMm ?? 0,
        leftMm,
      }))
      .sort((a, b) => a.leftMm - b.leftMm);
  const none = { joined: [], cut: [] };

  test('two words far apart are one line once they are joined, and as high as before', async () => {
    const words = word('HILL', 12, 60, 300, '#12509a') + word('MILL', 12, 700, 300, '#12509a');
    expect(await lettering(words, none)).toMatchObject([{ count: 4 }, { count: 4 }]);
    const joined = await lettering(words, { joined: [[at(70, 250), at(712, 250)]], cut: [] });
    expect(joined).toMatchObject([{ kind: 'lettering', count: 8 }]);
    expect(joined[0]!.height).toBeCloseTo(12, 0);
  });
  test('a letter that stands alone goes to the word it is joined to', async () => {
    const drawn = word('H', 12, 60, 300, '#12509a') + word('LIFT', 12, 500, 300, '#12509a');
    const before = await lettering(drawn, none);
    expect(before).toHaveLength(2);
    expect(before[0]!.kind).not.toBe('lettering');
    expect(await lettering(drawn, { joined: [[at(72, 240), at(512, 240)]], cut: [] })).toMatchObject([
      { kind: 'lettering', count: 5 },
    ]);
  });
  test('one line is cut where a person says so, each half measured by itself; joined again it is one', async () => {
    const drawn = word('HELMhelm', 12, 60, 300, '#12509a');
    expect(await lettering(drawn, none)).toMatchObject([{ count: 8 }]);
    const [whole] = await read(drawn);
    // Between the fourth letter and the fifth.
    const gap = await gapAfter(drawn, 4);
    const cut = at(gap, 260);
    const halves = await lettering(drawn, { joined: [], cut: [cut] });
    expect(halves).toMatchObject([
      { kind: 'lettering', count: 4 },
      { kind: 'lettering', count: 4 },
    ]);
    expect(halves[0]!.height).toBeCloseTo(whole!.letters!.heightMm, 0);
    // What is one line already stays one.
    expect(await lettering(drawn, { joined: [[at(70, 250), at(gap + 60, 250)]], cut: [] })).toMatchObject([
      { count: 8 },
    ]);
  });
  test('letters of two colours that are joined are sewn apart, and as high as the word', async () => {
    const drawn = word('HE', 12, 60, 300, '#12509a') + word('nn', 12, 640, 300, '#cf1130');
    const joined = await lettering(drawn, { joined: [[at(72, 250), at(652, 290)]], cut: [] });
    expect(joined).toHaveLength(2);
    for (const line of joined) expect(line.height).toBeCloseTo(12, 0);
  });
  test('what is said of bare cloth changes nothing', async () => {
    const drawn = word('HELM', 12, 60, 300, '#12509a');
    expect(
      await lettering(drawn, { joined: [[at(800, 100), at(900, 100)], []], cut: [at(900, 60)] }),
    ).toEqual(await lettering(drawn, none));
  });

  /** Where the gap after a letter lies, tenths of mm, by the outlines themselves. */
  async function gapAfter(drawn: string, letter: number): Promise<number> {
    const { data, info } = await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 600" width="1000" height="600">${drawn}</svg>`,
      ),
    )
      .extractChannel(3)
      .raw()
      .toBuffer({ resolveWithObject: true });
    const inked = Array.from({ length: info.width }, (_, x) =>
      Array.from({ length: info.height }, (_, y) => data[y * info.width + x]!).some((alpha) => alpha > 40),
    );
    const starts = inked.flatMap((ink, x) => (ink && !inked[x - 1] ? [x] : []));
    const ends = inked.flatMap((ink, x) => (ink && !inked[x + 1] ? [x] : []));
    return (ends[letter - 1]! + starts[letter]!) / 2;
  }
});
