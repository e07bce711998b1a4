import { median } from 'simple-statistics';
import { zoneOf, zones, type Band } from '../targets.ts';
import type { KnownCase, Standing } from './known-case.ts';
import type { BlockMove, BlockVerdict, ColumnReading } from './verdict.ts';

/** What a block is judged with. */
interface Asked {
  band: Band;
  known: KnownCase | null;
  standing: Standing;
}
type Judged = Omit<BlockVerdict, 'says' | 'test' | 'also'>;
type KnobMove = Extract<BlockMove, { part: 'knob' }>;

/** What is said of a block, made from what is to be done. */
export const wordsOf = (judged: Judged, asked: Asked): Pick<BlockVerdict, 'says' | 'test' | 'also'> => ({
  says: saysOf(judged, asked),
  test: testOf(judged, asked),
  also:
    judged.next === 'look'
      ? alsoOf(judged.columns.map((column) => ({ ...column, uneven: false })))
      : alsoOf(judged.columns),
});

/** What makes a column uneven along its length. */
const dragLooks =
  'Look for a swollen or bent bobbin side, a dropped case, lint under the spring, old thread.';

function saysOf(judged: Judged, asked: Asked): string {
  const { columns, moves, next } = judged;
  const count = columns.length;
  const knobs = moves.filter((move) => move.part === 'knob');
  const screw = moves.find((move) => move.part === 'case');
  if (next === 'look')
    return `Uneven along the column nearly everywhere: something drags. Turn nothing. Press the case on a flat table and pull: what drags there drags in the machine. ${dragLooks}`;
  if (next === 'gauge-case')
    return `${manyText(columns, asked.band)}, and the case is not measured. Gauge it now: turn nothing before.`;
  if (screw) return caseText(screw.way, knobs, asked);
  if (knobs.length === 0) return rightText(columns);
  const isAll = knobs.length > mostly * count && count > 2 && knobs.every(({ way }) => way === knobs[0]!.way);
  return isAll
    ? topsText(judged, knobs, asked)
    : `${capital(singles(knobs))}.${othersText(knobs.length, count, asked)}`;
}

function rightText(columns: readonly ColumnReading[]): string {
  if (columns.length === 1) return 'The column is right.';
  const is = columns.some(({ offCentre }) => offCentre) ? 'show the right share' : 'are right';
  return `All ${columns.length} columns ${is}.`;
}

/** From this part of the positions on it is the tops, and not single knobs. From memory. */
const mostly = 0.5;

/** "All 15 show too little bobbin": by what lies outside the band. */
function manyText(columns: readonly ColumnReading[], band: Band): string {
  const tooMuch = columns.filter(({ share }) => share > band.to).length;
  const tooLittle = columns.filter(({ share }) => share < band.from).length;
  const most = Math.max(tooMuch, tooLittle);
  const who = most === columns.length ? `All ${most}` : `${most} of ${columns.length}`;
  return `${who} show too ${tooMuch > tooLittle ? 'much' : 'little'} bobbin`;
}

const caseReads = ({ known }: Asked) => `${known!.grams.toFixed(0)} g`;

/** The case is off, and comes first. */
function caseText(way: BlockMove['way'], knobs: readonly KnobMove[], asked: Asked): string {
  const { band } = asked.known!;
  const first = `The case reads ${caseReads(asked)}, ${zones[zoneOf(asked.known!.grams, band)].is}: ${way} it to ${band.from} to ${band.to} g first, then sew again`;
  return knobs.length === 0 ? `${first}. Leave the knobs alone.` : `${first}. Besides, ${singles(knobs)}.`;
}

/** Most tops are off the same way, and the case is right or comes last. */
function topsText({ columns }: Judged, knobs: readonly KnobMove[], asked: Asked): string {
  const { way } = knobs[0]!;
  const right = columns.length - knobs.length;
  const who = right === 0 ? `All ${columns.length}` : `${knobs.length} of ${columns.length}`;
  const because =
    asked.standing === 'right'
      ? `the case reads ${caseReads(asked)}, so the upper threads are too ${way === 'tighten' ? 'loose' : 'tight'}`
      : 'the upper threads first, the case last';
  const others =
    right === 0
      ? ''
      : ` The ${right === 1 ? 'other is' : `other ${right} are`} right: leave ${right === 1 ? 'it' : 'them'}.`;
  const first = firstOf(knobs);
  return `${who} show too ${way === 'tighten' ? 'little' : 'much'} bobbin; ${because}. ${capital(way)} position ${first.position} first, ${timesText(first.times)}, until its column is right; set the ${right === 0 ? 'others' : 'rest of them'} to its number at the thread gauge, then sew one block.${others}`;
}

/** The one nearest the middle of them: its number suits the others best. */
const firstOf = (knobs: readonly KnobMove[]): KnobMove => {
  const middle = median(knobs.map(({ times }) => times));
  return knobs.reduce((best, knob) =>
    Math.abs(knob.times - middle) < Math.abs(best.times - middle) ? knob : best,
  );
};

function othersText(off: number, count: number, asked: Asked): string {
  const case_ =
    asked.standing === 'right'
      ? `leave the case alone, it reads ${caseReads(asked)}`
      : 'leave the case alone';
  if (count === 1) return '';
  return off === count ? ` ${capital(case_)}.` : ` The others are right: ${case_}.`;
}

/** The test that tells case and knobs apart, where both stand. */
function testOf({ columns, moves, caseChance, next }: Judged, { standing }: Asked): string | null {
  if (next === 'nothing' || next === 'look' || standing === 'right') return null;
  if (columns.length === 1)
    return standing === 'unknown'
      ? 'One column does not tell the case from the knob: gauge the case, or sew the block with its neighbours too.'
      : null;
  if (standing !== 'unknown' || next === 'gauge-case') return null;
  return moves.length > 1 && caseChance > 1 - stands && caseChance < stands
    ? 'It may be the case as well: gauge it before many knobs are turned.'
    : null;
}
/** Both explanations stand while neither has more than this chance. From memory. */
const stands = 0.9;

const numbers = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** "positions 3 and 7 show too little bobbin: tighten their knobs a little". */
const singles = (knobs: readonly KnobMove[]): string =>
  (['loosen', 'tighten'] as const)
    .map((way) => knobs.filter((knob) => knob.way === way))
    .filter((those) => those.length > 0)
    .map(
      (those) =>
        `${positionsText(those)} ${those.length === 1 ? 'shows' : 'show'} too ${those[0]!.way === 'loosen' ? 'much' : 'little'} bobbin: ${those[0]!.way} ${those.length === 1 ? 'its knob' : 'their knobs'}${those.length === 1 ? ` ${timesText(those[0]!.times)}` : ' a little'}`,
    )
    .join('; ');

const positionsText = (knobs: readonly KnobMove[]) =>
  `${knobs.length === 1 ? 'position' : 'positions'} ${numbers.format(knobs.map(({ position }) => String(position)))}`;

/** How much more or less an upper thread should pull. */
function timesText(times: number): string {
  const part = Math.round((100 * Math.abs(times - 1)) / 10) * 10;
  return part < 10 ? 'a little' : `to about ${part} % ${times > 1 ? 'more' : 'less'} pull`;
}

function alsoOf(read: readonly ColumnReading[]): string[] {
  const of = (those: readonly ColumnReading[]) =>
    those.length === read.length && read.length > 2
      ? 'everywhere'
      : numbers.format(those.map(({ position }) => String(position)));
  const off = read.filter(({ offCentre }) => offCentre);
  const uneven = read.filter((column) => column.uneven);
  return [
    ...(off.length > 0
      ? [
          `Off centre: ${of(off)}. No knob mends that: look at the hooping, the needle’s angle, or a damaged part.`,
        ]
      : []),
    ...(uneven.length > 0 ? [`Uneven along the column: ${of(uneven)}. ${dragLooks}`] : []),
  ];
}
