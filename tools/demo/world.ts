import { type Fibre } from '../../src/core/thread/fibres.ts';
import { unknownMechanics, type Mechanics } from '../../src/core/cards/mechanics.ts';
import { defaultUpkeep } from '../../src/core/check/upkeep.ts';
import { readNeedleLabel } from '../../src/core/needle/label.ts';
import type { Measures } from '../../src/core/element/measures.ts';
import type { Garment } from '../../src/core/garment/garment.ts';
import { garments } from './garments.ts';
import type { SavedSchemeNew } from '../../src/schemas/plan/scheme.ts';
import type { Job, Machine } from '../../src/schemas/workshop.ts';

/** Tarnside Stitch Room, a small workshop by a mountain lake. All of it is made up. */
const idOf = (group: number, index: number) =>
  `00000000-0000-7${String(group).padStart(3, '0')}-8000-${String(index).padStart(12, '0')}`;

export const operators = ['Ines R.', 'Tomas B.', 'Wen L.'].map((name, index) => ({
  id: idOf(1, index + 1),
  name,
}));

const byHours = { school: 'hours', hours: 8, metallicHours: 4, stitches: 400_000 } as const;
/** Heron sews softshells and canvas: the workshop changes its needles by stitches. */
const byStitches = { ...byHours, school: 'stitches', stitches: 180_000 } as const;
const heronMechanics: Mechanics = {
  ...{ clampScrew: 'slot', clampScrewMm: 2.5, hiddenEnd: 'left', bobbinWay: 'clockwise', pigtailTurns: 2 },
  ...{ depthSchool: 'gauge', depthDegrees: 5, footDegrees: 0, hookDegrees: 200, guides: 3, checkMonths: 6 },
  oilPoints: [
    { where: 'hook', everyHours: 4 },
    { where: 'needle bars', everyHours: 20 },
  ],
};
export const heron: Machine = {
  id: idOf(2, 1),
  slug: 'heron',
  name: 'Heron',
  heads: 1,
  positions: 15,
  numberingSide: 'right',
  topSpeed: 850,
  profile: { needleLife: byStitches, upkeep: defaultUpkeep, mechanics: heronMechanics },
};
export const teal: Machine = {
  id: idOf(2, 2),
  slug: 'teal',
  name: 'Teal',
  heads: 4,
  positions: 12,
  numberingSide: 'right',
  topSpeed: 1000,
  // Nobody has looked its manual up yet: its cards say so.
  profile: { needleLife: byHours, upkeep: defaultUpkeep, mechanics: unknownMechanics },
};

const article = (
  code: string,
  name: string,
  colour: string,
  weightNo: number,
  fibre: Fibre,
  index: number,
) => ({
  id: idOf(3, index),
  code,
  name,
  colour,
  weightNo,
  tex: 1000 / weightNo,
  fibre,
});

export const threads = [
  article('WH40', 'Snowmelt white', '#f6f5f0', 40, 'polyester', 1),
  article('BK40', 'Slate black', '#17181b', 40, 'polyester', 2),
  article('SI40', 'Pebble grey', '#b9bdc4', 40, 'polyester', 3),
  article('GO40', 'Brass gold', '#c99a2e', 40, 'polyester', 4),
  article('BL40', 'Deep lake blue', '#12509a', 40, 'polyester', 5),
  article('RE40', 'Rescue red', '#cf1130', 40, 'polyester', 6),
  article('OR40', 'Kite orange', '#ee6410', 40, 'polyester', 7),
  article('PU40', 'Gentian violet', '#5c2a8c', 40, 'rayon', 8),
  article('TE40', 'Teal feather', '#1ba3a0', 40, 'polyester', 9),
  article('GR40', 'Fern green', '#17743d', 40, 'polyester', 10),
  article('WH60', 'Snowmelt white', '#f6f5f0', 60, 'polyester', 11),
  article('BK60', 'Slate black', '#17181b', 60, 'polyester', 12),
  article('GR60', 'Fern green', '#17743d', 60, 'polyester', 13),
  article('MG40', 'Evening gold metallic', '#b8902f', 40, 'metallic', 14),
  article('RO40', 'Orchid rose', '#d9577f', 40, 'rayon', 15),
  article('NA40', 'Night navy', '#1a2447', 40, 'polyester', 16),
  article('CR40', 'Lamp cream', '#efe1bd', 40, 'polyester', 17),
  article('YE40', 'Lantern yellow', '#f3c61d', 40, 'polyester', 18),
  article('LI40', 'Meadow lime', '#8ebc3c', 40, 'polyester', 19),
  article('IC40', 'Ice blue', '#8fc3df', 40, 'polyester', 20),
  article('BR40', 'Bark brown', '#67422a', 40, 'polyester', 21),
  article('BU40', 'Bandstand burgundy', '#6f1a34', 40, 'polyester', 22),
  article('CO40', 'Copper beech', '#a8562b', 40, 'polyester', 23),
  article('NA60', 'Night navy', '#1a2447', 60, 'polyester', 24),
];
export const threadByCode = (code: string) => threads.find((thread) => thread.code === code)!;

export const cones = threads.flatMap((thread, index) =>
  [0, 1].map((twin) => ({
    id: idOf(4, index * 2 + twin + 1),
    threadId: thread.id,
    batch: `L${26 + twin}-${String(140 + index * 7 + twin).padStart(4, '0')}`,
    metres: thread.weightNo === 60 ? 1500 : 5000,
  })),
);

export const needleLabels = [
  '65/9 sharp',
  '70/10 sharp',
  '75/11 sharp',
  '75/11 light ball',
  '75/11 extra slim ball',
  '75/11 universal',
  '75/11 sharp low friction',
  '80/12 sharp',
  '80/12 sharp titanium',
  '90/14 sharp',
  '90/14 sharp large eye',
  '100/16 sharp large eye',
];
export const needle = (label: string) => readNeedleLabel(`DBxK5 ${label}`).spec;

/**
 * What sits where, position by position from 1: fine needles for small letters, softshells and knits in the middle, canvas with
 * pebble grey twice, metallic, and one for the odd colour.
 */
export const heronHead: [thread: string, needle: string][] = [
  ['WH60', '65/9 sharp'],
  ['GR60', '65/9 sharp'],
  ['NA60', '65/9 sharp'],
  ['BL40', '75/11 sharp'],
  ['BK40', '75/11 sharp'],
  ['TE40', '75/11 light ball'],
  ['PU40', '75/11 light ball'],
  ['OR40', '75/11 light ball'],
  ['RE40', '75/11 sharp'],
  ['SI40', '80/12 sharp titanium'],
  ['WH40', '80/12 sharp titanium'],
  ['RE40', '80/12 sharp titanium'],
  ['SI40', '80/12 sharp titanium'],
  ['MG40', '90/14 sharp large eye'],
  ['GO40', '80/12 sharp titanium'],
];
export const tealHead: [thread: string, needle: string][] = [
  ['WH60', '65/9 sharp'],
  ['BK60', '65/9 sharp'],
  ['WH40', '75/11 sharp'],
  ['NA40', '75/11 sharp'],
  ['BL40', '75/11 sharp'],
  ['RE40', '75/11 sharp'],
  ['SI40', '75/11 light ball'],
  ['TE40', '75/11 light ball'],
  ['GR40', '80/12 sharp titanium'],
  ['RO40', '80/12 sharp titanium'],
  ['BR40', '80/12 sharp titanium'],
  ['YE40', '75/11 universal'],
];

/** Needles on the shelf, in the order of `needleLabels`; what was fitted in the demo's history came before the count. */
export const needleCounts = [7, 40, 85, 64, 22, 18, 12, 60, 34, 9, 11, 20];

export const bobbinKinds = [
  ['White 60 pre-wound', 'L', 'sideless', 60, '#f6f5f0'],
  ['White 80 pre-wound', 'L', 'magnetic', 80, '#f6f5f0'],
  ['Black 60 pre-wound', 'L', 'paper', 60, '#17181b'],
].map(([name, size, sides, weightNo, colour], index) => ({
  id: idOf(7, index + 1),
  name: name as string,
  size: size as 'L',
  sides: sides as 'sideless' | 'magnetic' | 'paper',
  weightNo: weightNo as number,
  colour: colour as string,
  fibre: 'polyester' as const,
}));

export const bobbinCases = ['A', 'B', 'C'].map((letter, index) => ({
  id: idOf(8, index + 1),
  name: `Case ${letter}`,
  size: 'L' as const,
  turns: 'clockwise' as const,
  note: ['Heron, everyday', 'Heron, metallic and fine work', 'Spare'][index]!,
}));

type Element = Job['stops'][number]['element'];
type Stop = [thread: string, stitches: number, element: Element, letterMm?: number];

/** What was measured of a stop of the demo: the height of its letters. */
export const measuresOf = ([, , element, letterMm]: Stop): { measures?: Measures } =>
  letterMm === undefined ? {} : { measures: { by: 'typed', parts: [{ element, letterMm }] } };
interface DemoJob {
  name: string;
  customer: string;
  cloth: string;
  garment: Garment;
  pieces: number;
  dueIn: number;
  done: boolean;
  note: string;
  stops: Stop[];
}

const job = (
  name: string,
  customer: string,
  cloth: string,
  pieces: number,
  dueIn: number,
  stops: Stop[],
  note = '',
): DemoJob => ({
  name,
  customer,
  cloth,
  garment: garments[name] ?? {},
  pieces,
  dueIn,
  done: dueIn < 0,
  note,
  stops,
});

/** The rescue team’s emblem: every lot of flaps has the same. */
const rescue: Stop[] = [
  ['RE40', 4200, 'fill'],
  ['WH40', 2600, 'satin'],
  ['BL40', 900, 'satin'],
  ['SI40', 1100, 'satin'],
  ['BK40', 1400, 'lettering', 9],
];
/** The band’s lyre, raised by foam. */
const band: Stop[] = [
  ['GO40', 5200, 'foam'],
  ['BU40', 1900, 'satin'],
  ['CO40', 800, 'satin'],
  ['CR40', 1100, 'satin'],
  ['WH40', 1300, 'lettering', 8],
];

/**
 * `dueIn` counts days from the demo's today; past ones are done and fill the ledger's history. The waiting ones are due
 * in the order they came in: a third lot of flaps and the juniors' caps were ordered when other work lay between.
 */
export const jobs: DemoJob[] = [
  job('Rescue pack flaps, first lot', 'Mountain rescue team', 'canvas', 48, -16, rescue),
  job('Curling club scarves', 'Curling club', 'knit, light', 36, -12, [
    ['TE40', 3100, 'satin'],
    ['PU40', 2200, 'satin'],
    ['OR40', 900, 'run'],
  ]),
  job('Kite badges, trial', 'Kite festival', 'ripstop nylon', 24, -9, [
    ['OR40', 2400, 'fill'],
    ['WH60', 900, 'lettering'],
    ['RE40', 1200, 'satin'],
  ]),
  job('Brass band caps, spring', 'Brass band', 'structured cap', 40, -5, [
    ['GO40', 5200, 'satin'],
    ['WH40', 1300, 'lettering'],
    ['BK40', 900, 'run'],
  ]),
  job(
    'Steamer softshells',
    'Lake steamer line',
    'softshell',
    64,
    4,
    [
      ['BL40', 6200, 'fill'],
      ['SI40', 1800, 'satin'],
      ['RE40', 900, 'satin'],
      ['BK40', 2100, 'satin'],
      ['WH60', 1150, 'lettering', 4.2],
    ],
    'Left chest, 75 mm wide. Water-soluble film on top.',
  ),
  job('Garden aprons', 'Botanic garden', 'canvas', 24, 11, [
    ['GR40', 5100, 'fill'],
    ['RO40', 2300, 'satin'],
    ['LI40', 1600, 'satin'],
    ['CO40', 900, 'satin'],
    ['BR40', 1200, 'satin'],
    ['GR60', 600, 'lettering', 4.5],
  ]),
  job('Rescue pack flaps, second lot', 'Mountain rescue team', 'canvas', 40, 11, rescue),
  job(
    'Bandsmen’s caps',
    'Brass band',
    'structured cap, raised foam',
    20,
    12,
    band,
    'Sews from the centre out.',
  ),
  job(
    'Kite badges',
    'Kite festival',
    'ripstop nylon',
    60,
    14,
    [
      ['OR40', 2400, 'fill'],
      ['YE40', 1500, 'fill'],
      ['LI40', 800, 'satin'],
      ['IC40', 900, 'satin'],
      ['WH40', 800, 'satin'],
      ['NA60', 700, 'lettering', 4],
    ],
    'Sharp point only; test on the offcut first.',
  ),
  job('Rescue pack flaps, third lot', 'Mountain rescue team', 'canvas', 24, 14, rescue),
  job('Curling knits', 'Curling club', 'knit, heavy', 24, 15, [
    ['TE40', 3900, 'fill'],
    ['PU40', 2600, 'satin'],
    ['OR40', 1100, 'run'],
  ]),
  job(
    'Bandsmen’s caps, juniors',
    'Brass band',
    'structured cap, raised foam',
    16,
    16,
    band,
    'Sews from the centre out.',
  ),
  job(
    'Regatta banner',
    'Lake steamer line',
    'satin',
    1,
    18,
    [
      ['NA40', 18200, 'fill'],
      ['MG40', 7400, 'satin'],
      ['BL40', 6100, 'fill'],
      ['RE40', 3100, 'satin'],
      ['SI40', 5200, 'lettering'],
    ],
    'Metallic: 500 stitches/min, net over the cone.',
  ),
  job('Crew softshells, winter', 'Lake steamer line', 'softshell', 80, 19, [
    ['NA40', 6200, 'fill'],
    ['BL40', 1900, 'satin'],
    ['RE40', 900, 'satin'],
    ['WH40', 2400, 'satin'],
    ['WH60', 1150, 'lettering', 4.2],
  ]),
  job('Garden aprons, spring', 'Botanic garden', 'canvas', 24, -7, [
    ['GR40', 5100, 'fill'],
    ['RO40', 2300, 'satin'],
    ['WH40', 1700, 'lettering'],
    ['BK60', 600, 'lettering'],
  ]),
];
export const jobId = (index: number) => idOf(5, index + 1);
/** Jobs of the year before. */
export const pastJobId = (index: number) => idOf(10, index + 1);
export const needleKindId = (index: number) => idOf(6, index + 1);

const homes = (codes: readonly (string | null)[]) =>
  codes.map((code) => (code === null ? null : threadByCode(code).id));
/** Who lives where on Heron, as Tarnside drew it; the plan does not look at it until someone keeps the head to it. */
export const heronScheme: SavedSchemeNew = {
  id: idOf(9, 1),
  machineId: heron.id,
  name: 'Lake season',
  price: 5,
  tradeWeeks: 4,
  since: null,
  blocks: [
    {
      ...{ name: 'Small letters', use: 'work', from: 1, to: 3, needle: '65/9 sharp', weight: 'weight 3' },
      threads: homes(['WH60', 'GR60', 'NA60']),
      reason: 'Letters under 5 mm of every customer: fine needle, fine thread.',
    },
    {
      ...{ name: 'Softshells', use: 'work', from: 4, to: 5, needle: '75/11 sharp', weight: 'weight 2' },
      threads: homes(['BL40', 'BK40']),
      reason: 'The steamer line’s crew, the most pieces of the year.',
    },
    {
      ...{ name: 'Knits', use: 'work', from: 6, to: 8, needle: '75/11 light ball', weight: 'weight 2' },
      threads: homes(['TE40', 'PU40', 'OR40']),
      reason: 'The curling club: the ball parts the loops.',
    },
    {
      ...{ name: 'Canvas', use: 'work', from: 9, to: 13, needle: '80/12 sharp titanium', weight: 'weight 2' },
      threads: homes(['RE40', 'SI40', 'WH40', 'RE40', 'SI40']),
      reason:
        'Flaps and aprons, half of all stitches: pebble grey and rescue red twice, so two needles share each.',
    },
    {
      ...{
        name: 'Metallic',
        use: 'work',
        from: 14,
        to: 14,
        needle: '90/14 sharp large eye',
        weight: 'metallic',
      },
      threads: homes(['MG40']),
      reason: 'Banners: it stays threaded, 500 stitches/min.',
    },
    {
      ...{ name: 'Odd colours', use: 'odd', from: 15, to: 15, needle: '80/12 sharp titanium', weight: null },
      threads: [null],
      reason: 'For tracing and what comes once.',
    },
  ],
};
