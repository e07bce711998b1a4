import { mayBeRound, readTrace } from '../src/core/tension/pull/trace.ts';
import { traceVerdicts, type TraceVerdict } from '../src/core/gauge/verdicts.ts';
import { blocksRead } from '../tests/support/blocks.ts';
import { courseOf, type World } from '../tests/support/cases.ts';
import { readUnderside } from '../src/core/tension/underside/read.ts';
import { anyBlock, madeUnderside } from '../tests/support/underside.ts';
import { handPull, madePull, withoutSpeeds } from '../tests/support/pulls.ts';

/** npm run bench:tension: how often the advice of the Bench is right, on simulated cases, pulls and photos. */
const percent = (part: number) => `${(100 * part).toFixed(1)} %`;

/** Cases a world, and the first of their seeds: nothing may be tuned on those that are told. */
const count = Number(process.argv[2] ?? 3000);
const firstSeed = Number(process.argv[3] ?? 500_001);

for (const world of ['plain', 'second', 'third'] as const satisfies World[])
  for (const isKnowing of world === 'plain' ? [false] : [false, true]) {
    const courses = Array.from({ length: count }, (_, index) =>
      courseOf(world, firstSeed + index, { isKnowing }),
    );
    const within = [1, 2, 3, 4].map(
      (turns) => `${turns}: ${percent(courses.filter(({ inBand }) => inBand[turns]).length / count)}`,
    );
    const left = courses.flatMap((course) => course.left ?? []);
    const pulls = courses.reduce((sum, course) => sum + course.pulls, 0) / count;
    console.log(
      `screw, ${world} world, ${isKnowing ? 'by one who knows slope and play' : 'the advice'}: in the band after ${within.join(', ')}; told to stop ${left.length}, in the band ${percent(left.filter(({ isIn }) => isIn).length / left.length)}; ${pulls.toFixed(1)} pulls`,
    );
    if (isKnowing) continue;
    const stated = courses.flatMap((course) => [
      ...course.stated,
      ...(course.left ? [{ chance: course.left.chance, landed: course.left.isIn }] : []),
    ]);
    const tenths = Array.from({ length: 10 }, (_, tenth) => {
      const those = stated.filter(({ chance }) => Math.min(9, Math.floor(chance * 10)) === tenth);
      const mean = those.reduce((sum, { chance }) => sum + chance, 0) / those.length;
      return `${mean.toFixed(2)} → ${(those.filter(({ landed }) => landed).length / those.length).toFixed(2)} (${those.length})`;
    });
    console.log(`  stated chance → what happened: ${tenths.join(', ')}`);
  }
for (const world of ['second', 'third'] as const)
  for (const school of ['third', 'forty-fifty', 'half'] as const)
    for (const start of ['bobbin-first', 'top-first'] as const) {
      const { sideWrong, precision, recall } = blocksRead(world, school, start, 1500, firstSeed);
      console.log(
        `blocks, ${world} world, ${school}, ${start}: side named wrongly ${percent(sideWrong)}, knobs: precision ${percent(precision)}, recall ${percent(recall)}`,
      );
    }
for (const [world, knows] of [
  ['second', 'without speeds'],
  ['third', 'without speeds'],
  ['second', 'with speeds'],
  ['third', 'with speeds'],
] as const)
  for (const fault of Object.keys(traceVerdicts) as TraceVerdict[]) {
    const reads = Array.from({ length: 400 }, (_, index) => {
      const pull = handPull(world, firstSeed + index, fault);
      return readTrace(knows === 'with speeds' ? pull : withoutSpeeds(pull));
    });
    const right = reads.filter(({ verdict }) => verdict === fault).length;
    const offered = reads.filter(
      ({ verdict, outOfRound }) => (verdict === 'steady' || verdict === 'drift') && outOfRound <= mayBeRound,
    ).length;
    console.log(
      `pull by hand ${knows}, ${world} world, ${fault}: told right ${percent(right / reads.length)}, a turn of the screw may be offered ${percent(offered / reads.length)}`,
    );
  }
const pull = madePull(1, 'out-of-round');
const began = performance.now();
for (let run = 0; run < 200; run++) readTrace(pull);
console.log(`one pull of ${pull.grams.length} samples: ${((performance.now() - began) / 200).toFixed(2)} ms`);

const errors: number[] = [];
const times: number[] = [];
let columns = 0;
let lost = 0;
for (let seed = 1; seed <= 60; seed++) {
  const made = anyBlock(seed);
  const { pixels } = await madeUnderside(made);
  columns += made.columns.length;
  const start = performance.now();
  try {
    readUnderside(pixels, { count: made.columns.length, columnMm: made.columnMm }).forEach((one, index) => {
      if (one.share !== null) errors.push(Math.abs(one.share - made.columns[index]!.share));
    });
  } catch {
    lost++;
  }
  times.push(performance.now() - start);
}
errors.sort((a, b) => a - b);
times.sort((a, b) => a - b);
console.log(
  `underside, 60 photos: ${errors.length} of ${columns} columns read, ${lost} photos refused; error of the share: mean ${(errors.reduce((a, b) => a + b, 0) / errors.length).toFixed(4)}, 95 in 100 within ${errors[Math.floor(0.95 * errors.length)]!.toFixed(4)}, misread by over 0.1: ${errors.filter((error) => error > 0.1).length}; median ${times[30]!.toFixed(0)} ms`,
);
const large = await madeUnderside({ ...anyBlock(3), scale: 40 });
const { width, height, data } = large.pixels;
const photo = new Uint8ClampedArray(4000 * 3000 * 4).fill(235);
// The block in a 12-megapixel photo: as large as it fits.
const [w, h] = [Math.min(4000, width), Math.min(3000, height)];
for (let row = 0; row < h; row++)
  photo.set(data.subarray(row * width * 4, (row * width + w) * 4), row * 4000 * 4);
const start = performance.now();
readUnderside(
  { width: 4000, height: 3000, data: photo },
  { count: anyBlock(3).columns.length, columnMm: 10 },
);
console.log(`underside, a 12-megapixel photo: ${(performance.now() - start).toFixed(0)} ms`);
