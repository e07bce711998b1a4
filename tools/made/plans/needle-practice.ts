import { fillIn, type PartialQuestion } from '../../../src/core/advice/fill-in.ts';
import { advise } from '../../../src/core/advice/advise.ts';
import type { NeedleSpec } from '../../../src/core/needle/label.ts';

type Fits = (needle: NeedleSpec) => boolean;
const size =
  (...sizes: number[]): Fits =>
  (needle) =>
    sizes.includes(needle.sizeMetric);
const all =
  (...fits: Fits[]): Fits =>
  (needle) =>
    fits.every((isSo) => isSo(needle));
const ball: Fits = ({ point }) => ['light-ball', 'medium-ball', 'extra-slim-ball'].includes(point);
const sharp: Fits = ({ point }) => point === 'sharp';

const thread = (weightNo: number, fibre: 'polyester' | 'metallic' | 'rayon' = 'polyester') => ({
  weightNo,
  fibre,
});
const flat: PartialQuestion = { cloth: 'woven-light', element: 'satin', thread: thread(40) };
const small: PartialQuestion = { ...flat, element: 'lettering', letterMm: 4, thread: thread(60) };

export interface PracticeRow {
  work: string;
  /** As practitioners say it. */
  needle: string;
  asked: PartialQuestion[];
  holds: Fits;
}

/** The trade's needle table, row by row, each school by itself. Common practice, no published source. */
export const practiceRows: readonly PracticeRow[] = [
  {
    work: 'most flat work, 40 wt',
    needle: '75/11',
    asked: [
      flat,
      { ...flat, element: 'fill' },
      { ...flat, element: 'run' },
      { ...flat, cloth: 'woven-dense' },
    ],
    holds: size(75),
  },
  {
    work: '40 wt, general craft',
    needle: '80/12 to 90/14',
    asked: [{ ...flat, schools: { size40: '80-90' } }],
    holds: size(80, 90),
  },
  { work: 'small lettering, fine detail, 60 wt', needle: '65/9', asked: [small], holds: size(65) },
  {
    work: 'small lettering, 60 wt, the other school',
    needle: '70/10 to 75/11',
    asked: [{ ...small, schools: { size60: '70-75' } }],
    holds: size(70, 75),
  },
  {
    work: 'small 60 wt lettering on a polo',
    needle: '65/9, a ball point',
    asked: [
      { ...small, cloth: 'knit-light' },
      { ...small, cloth: 'knit-light', schools: { point: 'sharp-first' } },
    ],
    holds: all(size(65), ball),
  },
  {
    work: 'knits, sweaters, towels',
    needle: '75/11 ball point',
    asked: [
      { ...flat, cloth: 'knit-heavy' },
      { ...flat, cloth: 'towel' },
      { ...flat, cloth: 'towel', schools: { point: 'sharp-first' } },
    ],
    holds: all(size(75), ball),
  },
  {
    work: 'light knits',
    needle: 'extra-slim ball',
    asked: [{ ...flat, cloth: 'knit-light' }],
    holds: all(size(75), ({ point }) => point === 'extra-slim-ball'),
  },
  {
    work: 'dense wovens, nylon, coated cloth',
    needle: 'sharp',
    asked: (['sharp-first', 'light-ball-first', 'universal-first'] as const).flatMap((point) => [
      { ...flat, cloth: 'nylon', schools: { point } },
      { ...flat, cloth: 'woven-dense', schools: { point } },
    ]),
    holds: sharp,
  },
  {
    work: 'water-soluble film or stabilizer',
    needle: 'sharp',
    asked: [
      { ...flat, backings: ['film'] },
      { ...flat, backings: ['soluble'] },
    ],
    holds: sharp,
  },
  {
    work: 'structured caps, thick twill, canvas, denim, seams',
    needle: '80/12',
    asked: [
      { ...flat, cloth: 'cap' },
      { ...flat, cloth: 'twill' },
      { ...flat, cloth: 'canvas' },
      { ...flat, seams: true },
      { ...flat, cloth: 'knit-heavy', seams: true },
    ],
    holds: size(80),
  },
  {
    work: 'very thick: three layers of a cap, with and without a seam',
    needle: '90/14',
    asked: [
      { ...flat, cloth: 'cap', layers: 3 },
      { ...flat, cloth: 'cap', layers: 3, seams: true },
      { ...flat, cloth: 'canvas', layers: 3 },
    ],
    holds: size(90),
  },
  {
    work: 'raised foam',
    needle: '80/12 sharp, titanium',
    asked: [
      { ...flat, cloth: 'cap', element: 'foam' },
      { ...flat, element: 'foam' },
    ],
    holds: all(size(80), sharp, ({ coating }) => coating === 'titanium'),
  },
  {
    work: 'metallic, everywhere',
    needle: '90/14 with the large eye',
    asked: (['woven-light', 'knit-light', 'knit-heavy', 'towel', 'cap', 'canvas', 'nylon'] as const).map(
      (cloth) => ({ ...flat, cloth, thread: thread(40, 'metallic') }),
    ),
    holds: all(size(90), ({ eye }) => eye === 'large'),
  },
  {
    work: 'metallic, for those who start there',
    needle: '80/12 with the large eye',
    asked: [{ ...flat, thread: thread(40, 'metallic'), schools: { metallicSize: '80' } }],
    holds: all(size(80), ({ eye }) => eye === 'large'),
  },
  {
    work: '12 wt and other thick thread',
    needle: '100/16 or larger',
    asked: [
      { ...flat, thread: thread(12) },
      { ...flat, cloth: 'canvas', thread: thread(12) },
    ],
    holds: ({ sizeMetric }) => sizeMetric >= 100,
  },
  {
    work: 'sticky backing',
    needle: 'low-friction coating',
    asked: [{ ...flat, backings: ['sticky'] }],
    holds: ({ coating }) => coating === 'low-friction',
  },
  {
    work: 'sharp first: woven shops',
    needle: 'sharp, ball only for knits',
    asked: [
      { ...flat, schools: { point: 'sharp-first' } },
      { ...flat, cloth: 'softshell', schools: { point: 'sharp-first' } },
    ],
    holds: sharp,
  },
  {
    work: 'light ball first: most shops',
    needle: 'light ball',
    asked: [flat, { ...flat, cloth: 'softshell' }],
    holds: ({ point }) => point === 'light-ball',
  },
  {
    work: 'universal first',
    needle: 'universal',
    asked: [{ ...flat, schools: { point: 'universal-first' } }],
    holds: ({ point }) => point === 'universal',
  },
];

export const firstNeedle = (asked: PartialQuestion) => advise(fillIn(asked)).needles[0]!;
