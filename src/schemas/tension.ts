import { answersOf } from './schools.ts';
import { caseFaults } from '../core/tension/case/case-health.ts';
import { zones } from '../core/tension/targets.ts';
import { traceVerdicts } from '../core/gauge/verdicts.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { event } from './ledger/event.ts';
import { among, count, object, text, positionNo } from '../core/shape/parts.ts';

export const caseLife = object({ items: { type: 'array', items: event } });

const number = { type: 'number' } as const;
const grams = { type: 'array', items: { type: 'number', minimum: -1000, maximum: 1000 } } as const;
const rateHz = { type: 'number', minimum: 10, maximum: 1000 } as const;
const speed = { type: 'number', exclusiveMinimum: 0, maximum: 1000 } as const;
const speeds = (maxItems: number) =>
  ({ type: 'array', items: { type: 'number', minimum: 0, maximum: 1000 }, maxItems }) as const;
const woundDiameter = { type: 'number', exclusiveMinimum: 0, maximum: 60 } as const;

/**
 * POST /api/machines/{id}/gauge: part of a pull, as a gauge or its adapter sends it while the thread is drawn. Parts of
 * one pull share `pull`, counted by `part` from 0; `done` with the last.
 */
export const gaugePart = object(
  {
    gauge: text(1, 40),
    pull: text(1, 40),
    part: { type: 'integer', minimum: 0, maximum: 10_000 },
    rateHz,
    grams: { ...grams, maxItems: 200 },
    speed,
    /** Where the gauge tells it: the speed at each sample, as many as grams. */
    speeds: speeds(200),
    woundDiameter,
    done: { type: 'boolean' },
  },
  ['speeds'],
);
export type GaugePart = DataOf<typeof gaugePart>;
export const gaugeTaken = object({ taken: count });

/** POST /api/compute/gauge-trace. */
export const traceQuestion = object(
  { grams: { ...grams, maxItems: 60_000 }, rateHz, speed, speeds: speeds(60_000), woundDiameter },
  ['speeds'],
);
export const traceAnswer = object({
  grams: number,
  spread: number,
  drift: number,
  beat: object({ hertz: number, amplitude: number, share: number }),
  dropped: count,
  droppedAfter: count,
  verdict: among(traceVerdicts),
  outOfRound: number,
  says: { type: 'string' },
  next: { type: 'string' },
});

/** POST /api/compute/screw: a case's history with one bobbin thread, oldest first. */
export const screwQuestion = object(
  {
    steps: {
      type: 'array',
      minItems: 1,
      maxItems: 500,
      items: {
        oneOf: [
          object(
            {
              is: { const: 'reading' },
              grams: { type: 'number', exclusiveMinimum: 0, maximum: 200 },
              days: { type: 'number', minimum: 0, maximum: 3650 },
              stitches: { type: 'number', minimum: 0, maximum: 1e10 },
            },
            ['days', 'stitches'],
          ),
          object({ is: { const: 'turn' }, turns: { type: 'number', minimum: -4, maximum: 4 } }),
        ],
      },
    },
    school: answersOf('case'),
  },
  ['school'],
);
export const screwAnswer = object({
  belief: object({
    grams: number,
    gramsSd: number,
    slope: number,
    slopeSd: number,
    turns: count,
    last: number,
    read: { type: ['number', 'null'] },
    wild: number,
    readings: count,
  }),
  zone: among(zones),
  advice: object({
    is: { enum: ['turn', 'leave', 'again'] },
    eighths: number,
    grams: number,
    spread: number,
    chance: number,
    believed: number,
    why: { type: 'string' },
    words: { type: 'string' },
  }),
  faults: {
    type: 'array',
    items: object({ name: among(caseFaults), says: { type: 'string' } }),
  },
});

const width = { type: 'number', minimum: 0, maximum: 60 } as const;
/** POST /api/compute/block: widths in mm. */
export const blockQuestion = object(
  {
    columns: {
      type: 'array',
      maxItems: 24,
      items: object(
        {
          position: positionNo,
          left: width,
          bobbin: width,
          right: width,
          unevenness: { type: ['number', 'null'], minimum: 0, maximum: 1 },
          spread: { type: ['number', 'null'], minimum: 0, maximum: 0.5 },
        },
        ['unevenness', 'spread'],
      ),
    },
    share: answersOf('share'),
    start: answersOf('start'),
    /** What is known of the case that sewed it: grams at the case gauge, one standard deviation. */
    case: object({
      grams: { type: 'number', exclusiveMinimum: 0, maximum: 200 },
      spread: { type: 'number', exclusiveMinimum: 0, maximum: 50 },
    }),
  },
  ['share', 'start', 'case'],
);
const way = { enum: ['tighten', 'loosen'] } as const;
export const blockAnswer = object({
  columns: {
    type: 'array',
    items: object({
      position: count,
      share: number,
      offset: number,
      is: { enum: ['right', 'too-much', 'too-little'] },
      offCentre: { type: 'boolean' },
      uneven: { type: 'boolean' },
    }),
  },
  share: number,
  off: number,
  common: number,
  caseChance: number,
  next: { enum: ['turn', 'gauge-case', 'look', 'nothing'] },
  moves: {
    type: 'array',
    items: {
      oneOf: [
        object({ part: { const: 'case' }, way }),
        object({ part: { const: 'knob' }, position: count, way, times: number }),
      ],
    },
  },
  test: { type: ['string', 'null'] },
  says: { type: 'string' },
  also: { type: 'array', items: { type: 'string' } },
});

const cornerText = '-?\\d{1,5}(\\.\\d+)?,-?\\d{1,5}(\\.\\d+)?';
const outlineText = `${cornerText}(;${cornerText}){3}`;
/**
 * POST /api/compute/underside?count=15&columnMm=10&lengthMm=40: without `count` all columns that are seen are read. `outlines`: where they lie, as a
 * person put it: four corners each, px of the picture, top left first and clockwise, parted by ; and columns by |.
 */
export const undersideQuery = object(
  {
    count: { type: 'integer', minimum: 1, maximum: 24 },
    columnMm: { type: 'number', minimum: 1, maximum: 60 },
    lengthMm: { type: 'number', minimum: 5, maximum: 200 },
    outlines: { type: 'string', maxLength: 4000, pattern: `^${outlineText}(\\|${outlineText}){0,23}$` },
  },
  ['count', 'lengthMm', 'outlines'],
);
const numberOrNull = { type: ['number', 'null'] } as const;
const corners = { type: 'array', items: { type: 'array', items: number, minItems: 2, maxItems: 2 } } as const;
export const undersideAnswer = object({
  /** That another number of columns is seen than was said, and what to do. */
  told: { type: ['string', 'null'] },
  columns: {
    type: 'array',
    items: object({
      widths: { oneOf: [{ type: 'null' }, object({ left: number, bobbin: number, right: number })] },
      share: numberOrNull,
      plusMinus: numberOrNull,
      unevenness: numberOrNull,
      quality: number,
      why: { type: ['string', 'null'] },
      outline: corners,
      stripe: { oneOf: [{ type: 'null' }, corners] },
    }),
  },
});
