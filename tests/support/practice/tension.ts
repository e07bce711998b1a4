import { readBlock, type BlockColumn, type ShareSchool } from '../../../src/core/tension/block/block.ts';
import { knownBy } from '../../../src/core/tension/block/known-case.ts';
import { followCase, type CaseStep } from '../../../src/core/tension/case/belief/screw.ts';
import { fromPlate } from '../../../src/core/tension/case/belief/scale.ts';
import { dropText } from '../../../src/core/tension/case/drop-words.ts';
import { nextTurn } from '../../../src/core/tension/case/next-turn.ts';
import { bandOf } from '../../../src/core/tension/targets.ts';
import { turnWords } from '../../../src/core/gauge/turn-words.ts';
import type { PracticeCase } from './case.ts';

const band = bandOf('25-30');
const all = (share: number, count = 15) => Array.from({ length: count }, () => share);
const columns = (shares: readonly number[], more: Partial<BlockColumn> = {}): BlockColumn[] =>
  shares.map((share, index) => ({
    ...{ position: index + 1, left: 5 * (1 - share), bobbin: 10 * share, right: 5 * (1 - share) },
    ...more,
  }));
const reading = (grams: number, days = 0): CaseStep => ({ is: 'reading', grams, days });
const turn = (turns: number): CaseStep => ({ is: 'turn', turns });

interface Block {
  shares: readonly number[];
  grams: number | null;
  start?: 'bobbin-first' | 'top-first';
  school?: ShareSchool;
  more?: Partial<BlockColumn>;
}
const block = ({ shares, grams, start = 'bobbin-first', school = 'forty-fifty', more = {} }: Block) =>
  readBlock(
    columns(shares, more),
    school,
    start,
    grams === null ? null : knownBy(followCase([reading(grams)]), band),
  );
const moved = (read: ReturnType<typeof block>) =>
  read.moves
    .map((move) => (move.part === 'case' ? `case ${move.way}` : `${move.position} ${move.way}`))
    .join(', ');
const ofBlock = (asked: string, practice: string, what: Block, next: string, moves: string): PracticeCase => {
  const read = block(what);
  return {
    asked,
    practice,
    said: [read.says, ...read.also].join(' '),
    holds: read.next === next && moved(read) === moves,
  };
};
const each = (way: string, count: number) =>
  Array.from({ length: count }, (_, index) => `${index + 1} ${way}`).join(', ');
const oneOff = all(0.45).map((share, index) => (index === 6 ? 0.8 : share));

const blocks: PracticeCase[] = [
  ...([26, 28, 30] as const).map((grams) =>
    ofBlock(
      `case ${grams} g, all 15 show 1 of 10 mm`,
      'tops too loose: one first, its figure to all; not the case',
      { shares: all(0.1), grams },
      'turn',
      each('tighten', 15),
    ),
  ),
  ofBlock(
    'case not measured, all show 1 of 10; bobbin first',
    'gauge the case now',
    { shares: all(0.1), grams: null },
    'gauge-case',
    '',
  ),
  ofBlock(
    'case not measured, all show 1 of 10; top first',
    'the tops, the case last',
    { shares: all(0.1), grams: null, start: 'top-first' },
    'turn',
    each('tighten', 15),
  ),
  ofBlock(
    'case 45 g, all show 1 of 10',
    'the case back to its band, then sew again',
    { shares: all(0.1), grams: 45 },
    'turn',
    'case loosen',
  ),
  ofBlock(
    'case 28 g, ten show 1 of 10, five 4.5 of 10',
    'tighten the ten, leave the five',
    { shares: [...all(0.1, 10), ...all(0.45, 5)], grams: 28 },
    'turn',
    each('tighten', 10),
  ),
  ofBlock(
    'case 28 g, one shows 8 of 10, the rest 4.5',
    'that knob looser; nothing for the others',
    { shares: oneOff, grams: 28 },
    'turn',
    '7 loosen',
  ),
  ofBlock(
    'case 15 g, columns almost all bobbin',
    'the case tighter first',
    { shares: all(0.9), grams: 15 },
    'turn',
    'case tighten',
  ),
  ofBlock(
    'case 30 g, 50 % bobbin, a quarter each side; school of half',
    'fine',
    { shares: all(0.5), grams: 30, school: 'half' },
    'nothing',
    '',
  ),
  ofBlock(
    'uneven along their length, everywhere',
    'drag: turn nothing',
    { shares: all(0.45), grams: 28, more: { unevenness: 0.12 } },
    'look',
    '',
  ),
  ofBlock(
    'stripe off the middle, both sides together right',
    'hooping, needle angle or a part, not a knob',
    { shares: all(0.45), grams: 28, more: { left: 4, right: 1.5 } },
    'nothing',
    '',
  ),
];

const ofGauge = (
  asked: string,
  practice: string,
  steps: readonly CaseStep[],
  is: string,
  from = 0,
  to = 0,
  school: '25-30' | '18-25' = '25-30',
): PracticeCase => {
  const advice = nextTurn(followCase(steps)!, bandOf(school));
  const head =
    advice.is === 'turn' ? turnWords(advice.eighths) : advice.is === 'leave' ? 'leave it' : 'pull once more';
  return {
    asked,
    practice,
    said: `${head}. ${advice.why}`,
    holds: advice.is === is && advice.eighths >= from && advice.eighths <= to,
  };
};

const weeks = [27, 27.5, 26.5, 27, 27].map((grams) => reading(grams, 7));
const gauge: PracticeCase[] = [
  ...[27, 25, 25.4, 30].map((grams) =>
    ofGauge(`${grams} g, once`, 'right: on with the work', [reading(grams)], 'leave'),
  ),
  ...[31, 33, 35].map((grams) => ofGauge(`${grams} g`, 'tolerable: leave it', [reading(grams)], 'leave')),
  ...[23, 24].map((grams) =>
    ofGauge(`${grams} g`, 'a nip, an eighth at most', [reading(grams), reading(grams)], 'turn', 0.5, 1),
  ),
  ofGauge('23 g, school of 18 to 25 g', 'right', [reading(23)], 'leave', 0, 0, '18-25'),
  ...[15, 16, 17].map((grams) =>
    ofGauge(`${grams} g`, 'about half a turn right, then read', [reading(grams)], 'turn', 3, 4),
  ),
  ofGauge('50 g', 'about half a turn left, then read', [reading(50)], 'turn', -4, -3),
  ofGauge(
    '50 g, half a turn left, 22 g',
    'an eighth back',
    [reading(50), turn(-0.5), reading(22)],
    'turn',
    0.5,
    1,
  ),
  ofGauge(
    '45 g after weeks about 27 g',
    'the same thread in it? pull once more',
    [...weeks, reading(45)],
    'again',
  ),
  ofGauge(
    '45 g a second time',
    'believed, and turned for',
    [...weeks, reading(45), reading(45)],
    'turn',
    -4,
    -1,
  ),
  {
    asked: 'spring gauge at the plate, 35 g',
    practice: 'about 30 g at the case',
    said: `${fromPlate(35).grams.toFixed(1)} g`,
    holds: Math.abs(fromPlate(35).grams - 30) < 0.5,
  },
  ...(
    [
      [20, 'holds', /may be right\. Turn nothing/],
      [40, 'runs', /may be right\. Turn nothing/],
      [35, 'holds', /too tight/],
      [20, 'runs', /too loose/],
    ] as const
  ).map(([grams, outcome, words]): PracticeCase => {
    const said = dropText(grams, outcome, band);
    return {
      asked: `drop test, ${grams} g ${outcome}`,
      practice: 'a turn only where what is left misses the band',
      said,
      holds: words.test(said),
    };
  }),
];

export const tensionCases = { 'Test block, case and knobs': blocks, 'The gauge': gauge };
