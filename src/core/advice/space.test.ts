import { beforeAll, describe, expect, test } from 'vitest';
import { someOf } from '../../../tests/support/cases-tried.ts';
import { keysOf } from '../base/keys.ts';
import { elementKinds } from '../element/elements.ts';
import { eyeFit } from '../needle/eye.ts';
import { isMetallic, type Fibre } from '../thread/fibres.ts';
import { advise, type Advice } from './advise.ts';
import type { conflictSubjects } from './conflicts.ts';
import { fillIn } from './fill-in.ts';
import { needleRules } from './needle-rules.ts';
import { type Question } from './question.ts';
import { backings, type Backing } from '../garment/backings.ts';
import { cloths } from '../garment/cloths.ts';
import { sizesFor } from './sizes.ts';
import { schoolTopics } from './schools.ts';

/** Every cloth × element × thread × backing × layers × seam × school that the rules tell apart: some 140,000 questions, those of two cloths in ./test. */
const threads: { weightNo: number; fibre: Fibre; schools: Question['schools'][] }[] = (
  [
    [12, 'polyester', 'size40'],
    [30, 'polyester', 'size40'],
    [40, 'polyester', 'size40'],
    [40, 'rayon', 'size40'],
    [60, 'polyester', 'size60'],
    [80, 'polyester', 'size60'],
    [40, 'metallic', 'metallicSize'],
  ] as const
).map(([weightNo, fibre, topic]) => ({
  weightNo,
  fibre,
  schools: keysOf(schoolTopics.point.choices).flatMap((point) =>
    keysOf(schoolTopics[topic].choices).map(
      (choice) => fillIn({ cloth: 'cap', element: 'run' }, { point, [topic]: choice }).schools,
    ),
  ),
}));
const elements = [
  ...elementKinds.map((element) => ({ element, letterMm: element === 'lettering' ? 9 : null })),
  { element: 'lettering', letterMm: 4 },
] as const;
const backed: Backing[][] = [[], ...keysOf(backings).map((key) => [key])];

interface Case {
  question: Question;
  advice: Advice;
}
/** Each with the answers at 1 to 4 layers, without and with a seam: [layers - 1][seam]. */
const space: { layered: [Case, Case][] }[] = [];

beforeAll(() => {
  for (const cloth of someOf(2, keysOf(cloths)))
    for (const { element, letterMm } of elements)
      for (const { schools, ...thread } of threads)
        for (const backing of backed)
          for (const school of schools)
            space.push({
              layered: [1, 2, 3, 4].map((layers) => {
                const ask = (seams: boolean): Case => {
                  const question = fillIn({
                    ...{ cloth, element, letterMm, thread, layers, seams, backings: backing },
                    schools: school,
                  });
                  return { question, advice: advise(question) };
                };
                return [ask(false), ask(true)];
              }),
            });
}, 600_000);

const first = ({ advice }: Case) => advice.needles[0]!.spec;
const words = ({ question: { cloth, element, letterMm, thread, layers, seams, backings, schools } }: Case) =>
  `${cloth} ${element} ${letterMm} ${thread?.weightNo} ${thread?.fibre} ${layers} layers ${seams ? 'seam' : ''} ${backings.join()} ${schools.point} ${schools.size40} ${schools.size60} ${schools.metallicSize}`;
/** Names the first case that is not so; the count shows that there were cases at all. */
function holds(isSo: (one: Case) => boolean, asked: (one: Case) => boolean = () => true): void {
  let count = 0;
  for (const one of space.flatMap(({ layered }) => layered.flat()).filter(asked)) {
    count++;
    if (!isSo(one)) expect.fail(`${words(one)}: ${one.advice.needles[0]!.text}`);
  }
  expect(count).toBeGreaterThan(50);
}

describe('the whole space of questions (common practice, no published source)', () => {
  test('a layer or a seam more never makes the blade thinner', () => {
    for (const { layered } of space)
      layered.forEach(([without, withSeam], index) => {
        const more = layered[index + 1];
        if (first(withSeam).sizeMetric < first(without).sizeMetric) expect.fail(words(withSeam));
        for (const [less, next] of [
          [without, more?.[0]],
          [withSeam, more?.[1]],
        ] as const)
          if (next && first(next).sizeMetric < first(less).sizeMetric) expect.fail(words(next));
      });
  });
  test('metallic is never thinner than its school says, and has the large eye, on any cloth', () =>
    holds(
      (one) =>
        first(one).eye === 'large' && first(one).sizeMetric >= Number(one.question.schools.metallicSize),
      ({ question }) => isMetallic(question.thread?.fibre),
    ));
  test('small letters in 60 wt get a 65 or 70; elsewhere the conflict is told with its ways out', () =>
    holds(
      (one) => {
        const told = one.advice.conflicts.find(({ about }) => about === 'size');
        return [65, 70].includes(first(one).sizeMetric) || (told !== undefined && told.ways.length >= 3);
      },
      ({ question: { thread, letterMm } }) => thread?.weightNo === 60 && letterMm === 4,
    ));
  test('on cloth that a fine blade goes through, on one layer without a seam, small letters always get it', () =>
    holds(
      (one) => [65, 70].includes(first(one).sizeMetric),
      ({ question: { thread, letterMm, cloth, seams, layers } }) =>
        thread?.weightNo === 60 &&
        letterMm === 4 &&
        !seams &&
        layers === 1 &&
        !['cap', 'twill', 'canvas'].includes(cloth),
    ));
  test('the first needle is never tight on its thread', () =>
    holds((one) => eyeFit(first(one), one.question.thread!).verdict !== 'tight'));
  test('of two rules in conflict the first needle follows the stronger', () => {
    const follows: Partial<
      Record<
        keyof typeof conflictSubjects,
        (one: Case, wants: Advice['conflicts'][number]['stronger']['wants']) => boolean | undefined
      >
    > = {
      size: (one, wants) => sizesFor(wants)?.includes(first(one).sizeMetric),
      point: (one, wants) => wants.point?.includes(first(one).point),
      coating: (one, wants) => wants.coating?.includes(first(one).coating),
    };
    holds(
      (one) =>
        one.advice.conflicts.every(({ about, stronger }) => follows[about]?.(one, stronger.wants) !== false),
      ({ advice }) => advice.conflicts.length > 0,
    );
  });
});

test('a rule votes on one thing, the one that its reason is about', () => {
  for (const { id, wants } of needleRules) {
    const about = [wants.size ?? wants.atLeast ?? wants.atMost, wants.point, wants.eye, wants.coating].filter(
      (one) => one !== undefined,
    );
    expect(about, id).toHaveLength(1);
  }
});
