import type { DataOf } from '../shape/data-of.ts';
import { amongOrNull, object, text } from '../shape/parts.ts';

/** Heads of clamp screws. */
export const clampScrews = { slot: { name: 'slot' }, hex: { name: 'hex' } } as const;
/** Ways to take the needle's depth: practitioners and machines differ. Common practice, no published source. */
export const depthSchools = {
  gauge: { name: 'plastic gauge in the hook, shaft near 5°' },
  peg: { name: '6 mm from hook peg to needle tip, shaft at 180°' },
} as const;
/** Which way a bobbin turns in its case, seen from its open side, when the thread is pulled. */
export const bobbinWays = {
  clockwise: { name: 'clockwise' },
  counter: { name: 'anticlockwise' },
} as const;
/** Ends of the head, seen from the front. */
export const headEnds = { left: { name: 'left end' }, right: { name: 'right end' } } as const;

const numberOrNull = (minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum }) as const;

/** What differs from machine to machine, as its manual says; null: not on record, and a card then says “as your manual says”. */
export const mechanicsShape = object({
  clampScrew: amongOrNull(clampScrews),
  /** Across flats, or the blade's width, mm. */
  clampScrewMm: numberOrNull(0.5, 10),
  /** The end whose clamp screw is hidden. */
  hiddenEnd: amongOrNull(headEnds),
  bobbinWay: amongOrNull(bobbinWays),
  /** Turns of the thread through the case's pigtail; 0: it has none. */
  pigtailTurns: { type: ['integer', 'null'], minimum: 0, maximum: 3 },
  depthSchool: amongOrNull(depthSchools),
  /** The main shaft's angle for each check, degrees. */
  depthDegrees: numberOrNull(0, 359),
  footDegrees: numberOrNull(0, 359),
  hookDegrees: numberOrNull(0, 359),
  /** Stations of the thread's path before the tensioner. */
  guides: { type: ['integer', 'null'], minimum: 1, maximum: 12 },
  oilPoints: {
    type: 'array',
    maxItems: 12,
    items: object({ where: text(1, 80), everyHours: { type: 'number', minimum: 1, maximum: 2000 } }),
  },
  /** Depth, foot, centre and hook are looked at every so many months. */
  checkMonths: numberOrNull(0.5, 60),
});
export type Mechanics = DataOf<typeof mechanicsShape>;

/** A machine of which nothing is on record. */
export const unknownMechanics: Mechanics = {
  clampScrew: null,
  clampScrewMm: null,
  hiddenEnd: null,
  bobbinWay: null,
  pigtailTurns: null,
  depthSchool: null,
  depthDegrees: null,
  footDegrees: null,
  hookDegrees: null,
  guides: null,
  oilPoints: [],
  checkMonths: null,
};
