import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { readArtwork } from '../../src/engines/logo/read.ts';
import { someOf } from '../support/cases-tried.ts';
import { drawBadge } from '../../tools/made/logos/badge.ts';
import { drawPainted } from '../../tools/made/logos/painted.ts';
import { scoreLogo, sumScores } from '../../tools/made/logos/score.ts';
import type { DrawnLogo } from '../../tools/made/logos/truth.ts';
import { pixelsOf } from '../../tools/made/pixels.ts';

/**
 * Made-up logos of two generators, each true to a hundredth of a mm. Few here, to see that nothing breaks; how well logos are read, of hundreds and
 * of a third generator that only judges, is `npm run bench:logos` (docs/benchmarks.md).
 */
async function readAll(draw: (seed: number) => Promise<DrawnLogo>, seeds: readonly number[]) {
  const read = [];
  for (const seed of seeds) {
    const logo = await draw(seed);
    read.push({ logo, reading: readArtwork(await pixelsOf(sharp(logo.file)), { widthMm: logo.widthMm }) });
  }
  return read;
}
const seeds = someOf(3, [9001, 9002, 9004, 9003, 9005, 9006, 9007, 9008, 9009, 9010]);

describe.each([
  ['badges', drawBadge],
  ['word marks', drawPainted],
] as const)('%s', (_, draw) => {
  test('are found element by element, with their kinds, sizes and colours, on the right ground', async () => {
    const read = await readAll(draw, seeds);
    const scores = read.map(({ logo, reading }) => scoreLogo(logo, reading));
    const sum = sumScores(scores);
    const misses = scores.flatMap((score, index) => score.misses.map((miss) => `${read[index]!.logo.described}: ${miss}`)).join('\n'); // prettier-ignore
    // Of few pictures one miss is more of a hundred.
    const slack = seeds.length < 10 ? 0.05 : 0;
    expect(sum.matched, misses).toBeGreaterThanOrEqual(0.95 - slack);
    expect(sum.kind, misses).toBeGreaterThanOrEqual(0.95 - slack);
    expect(sum.cap, misses).toBeGreaterThanOrEqual(0.9 - slack);
    expect(sum.stroke, misses).toBeGreaterThanOrEqual(0.85);
    expect(sum.colours, misses).toBeGreaterThanOrEqual(0.9 - slack);
    expect(sum.groundWrong, misses).toBe(0);
    // Of ten pictures one may have several.
    expect(sum.extra, misses).toBeLessThanOrEqual(0.6);
    // The ± of heights holds what was drawn, mostly.
    const held = scores.flatMap(({ holds }) => holds.heights);
    expect(held.length).toBeGreaterThan(seeds.length);
    expect(held.filter(Boolean).length / held.length).toBeGreaterThanOrEqual(0.85);
  });
});

test('the same picture is read the same, however often', async () => {
  const [first, again] = await readAll(drawBadge, [9001, 9001]);
  expect(again!.reading).toEqual(first!.reading);
});
