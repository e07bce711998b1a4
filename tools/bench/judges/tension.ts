import { rangeText } from '../../../src/core/tension/case/chance-words.ts';
import { mayBeRound, readPullCurve } from '../../../src/core/tension/pull/pull-curve.ts';
import { traceVerdicts, type TraceVerdict } from '../../../src/core/gauge/verdicts.ts';
import { blocksRead } from '../../made/tension/blocks.ts';
import { courseOf, inside, type Course, type World } from '../../made/tension/cases.ts';
import { workshopOf } from '../../made/workshops/workshops.ts';
import { handPull, madePull, withoutSpeeds } from '../../made/tension/pulls.ts';

/** npm run bench:tension [CASES [FIRST SEED [PART]]]: how often the advice of the Bench is right, on simulated cases, pulls and blocks. */
const percent = (part: number) => `${(100 * part).toFixed(1)} %`;

/** Cases a world, and the first of their seeds: nothing may be tuned on those that are told. */
const count = Number(process.argv[2] ?? 3000);
const firstSeed = Number(process.argv[3] ?? 500_001);

/** Which part: screw, workshop, known, blocks or pulls; left out: all of them. */
const part = process.argv[4];
const isWanted = (name: string) => part === undefined || part === name;

const inBandText = (courses: readonly Course[]) =>
  [1, 2, 3, 4].map((turns) => `${turns}: ${percent(courses.filter(({ inBand }) => inBand[turns]).length / courses.length)}`).join(', '); // prettier-ignore
/** Cases that are told of each workshop, and that came before them. */
const [perWorkshop, before] = [15, 10];
const coursesOf = (world: World, how: Parameters<typeof courseOf>[2]) =>
  Array.from({ length: count }, (_, index) => courseOf(world, firstSeed + index, how));

/** How a world's courses went, and how the chances that were stated came true, by tenths. */
function tellCourses(world: World, how: Parameters<typeof courseOf>[2], who = ''): void {
  tellAll(coursesOf(world, how), `${world} world${who}`);
}

function tellAll(courses: readonly Course[], of: string): void {
  const left = courses.flatMap((course) => course.left ?? []);
  const meanOf = (value: (course: Course) => number) => (courses.reduce((sum, course) => sum + value(course), 0) / courses.length).toFixed(2); // prettier-ignore
  console.log(
    `screw, ${of}: in the band after ${inBandText(courses)}; told to stop ${left.length}, in the band ${percent(left.filter(({ isIn }) => isIn).length / left.length)}, at most 5 g above ${percent(left.filter(({ grams }) => grams >= 25 && grams <= 35).length / left.length)}; ${meanOf(({ pulls }) => pulls)} pulls, ${meanOf(({ turns }) => turns)} turns, ${meanOf(({ minutes }) => minutes)} min`,
  );
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
  // What is said where no number is: each range with how often it happened.
  for (const text of new Set(stated.map(({ chance }) => rangeText(chance)).sort())) {
    const those = stated.filter(({ chance }) => rangeText(chance) === text);
    console.log(`  said as ${text}: ${those.length}, happened ${percent(those.filter(({ landed }) => landed).length / those.length)}`); // prettier-ignore
  }
}

if (isWanted('screw')) {
  for (const world of ['own', 'plain', 'second', 'third', 'fourth', 'fifth'] as const) tellCourses(world, {});
  for (const world of ['plain', 'second', 'third', 'fourth', 'fifth'] as const)
    tellCourses(world, { start: inside }, ', in the band from the beginning');
  // The same cases by one who knows slope and play from the beginning: how much of that is reached.
  for (const world of ['own', 'second', 'third', 'fourth', 'fifth'] as const)
    tellCourses(world, { isKnowing: true }, ', by one who knows the screw');
}
if (isWanted('workshop'))
  for (const world of ['second', 'third', 'fourth', 'fifth', 'own'] as const) {
    const workshops = Array.from({ length: Math.ceil(count / perWorkshop) }, (_, index) =>
      workshopOf(world, firstSeed + index, perWorkshop + before),
    );
    tellAll(workshops.flatMap((courses) => courses.slice(before)), `${world} world, after at least ${before} other cases of its workshop`); // prettier-ignore
  }
// The same cases with another bobbin thread, after one course at the bench: by the advice, and by one who knows slope and play.
if (isWanted('known'))
  for (const world of ['second', 'third', 'fourth'] as const)
    for (const [who, how] of [
      ['who knows the screw, another bobbin thread in it', { isKnowing: true, before: 1 }],
      ['the advice after one course, another bobbin thread in it', { before: 1 }],
    ] as const)
      console.log(`screw, ${world} world, by ${who}: in the band after ${inBandText(coursesOf(world, how))}`);
for (const world of isWanted('blocks') ? (['second', 'third'] as const) : [])
  for (const school of ['third', 'forty-fifty', 'half'] as const) {
    const { sideWrong, precision, recall } = blocksRead(world, school, 1500, firstSeed);
    console.log(
      `blocks, ${world} world, ${school}: side named wrongly ${percent(sideWrong)}, knobs: precision ${percent(precision)}, recall ${percent(recall)}`,
    );
  }
const handPulls = [
  ['second', 'without speeds'],
  ['third', 'without speeds'],
  ['second', 'with speeds'],
  ['third', 'with speeds'],
] as const;
for (const [world, knows] of isWanted('pulls') ? handPulls : [])
  for (const fault of Object.keys(traceVerdicts) as TraceVerdict[]) {
    const reads = Array.from({ length: 400 }, (_, index) => {
      const pull = handPull(world, firstSeed + index, fault);
      return readPullCurve(knows === 'with speeds' ? pull : withoutSpeeds(pull));
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
for (let run = 0; run < 200; run++) readPullCurve(pull);
console.log(`one pull of ${pull.grams.length} samples: ${((performance.now() - began) / 200).toFixed(2)} ms`);
