import type { DataOf } from '../../core/shape/data-of.ts';
import { faultKeys } from '../../core/fault/faults.ts';
import { mostStitches, mostHeads } from '../../core/shape/most.ts';
import {
  headNo,
  instant,
  instantOrNull,
  object,
  positionNo,
  stopNo,
  text,
  uuid7,
} from '../../core/shape/parts.ts';

const stitches = { type: 'integer', minimum: 0, maximum: mostStitches } as const;
const common = { id: uuid7, at: instant, simulated: { const: true } } as const;

/** One line of POST /api/machines/{id}/feed; see core/feed/event.ts. */
export const feedEvent = {
  type: 'object',
  required: ['event'],
  discriminator: { propertyName: 'event' },
  oneOf: [
    object({ ...common, event: { const: 'start' }, stop: stopNo, position: positionNo }, [
      'simulated',
      'stop',
      'position',
    ]),
    object({ ...common, event: { const: 'stop' }, why: text(1, 200) }, ['simulated', 'why']),
    object({ ...common, event: { const: 'stitches' }, stitches }, ['simulated']),
    object({ ...common, event: { const: 'colour' }, stop: stopNo, position: positionNo }, ['simulated']),
    object(
      {
        ...common,
        event: { const: 'break' },
        head: headNo,
        position: positionNo,
        fault: { enum: faultKeys },
        stitch: stitches,
      },
      ['simulated', 'head', 'position', 'fault', 'stitch'],
    ),
    object({ ...common, event: { const: 'speed' }, speed: { type: 'number', minimum: 0, maximum: 3000 } }, [
      'simulated',
    ]),
    object(
      {
        ...common,
        event: { const: 'piece' },
        heads: { type: 'array', items: headNo, minItems: 1, maxItems: mostHeads, uniqueItems: true },
      },
      ['simulated', 'heads'],
    ),
  ],
} as const;

const wholeOrNull = { type: ['integer', 'null'] } as const;
export const feedNow = object({
  running: { type: 'boolean' },
  speed: { type: ['number', 'null'] },
  stop: wholeOrNull,
  position: wholeOrNull,
  stitches: { type: 'integer' },
  counts: {
    type: 'array',
    items: object({ stop: stopNo, position: positionNo, stitches: { type: 'integer' } }),
  },
  at: instantOrNull,
});

/** The answer to a feed: lines taken, lines that had come before, and those refused with why. */
export const feedTaken = object(
  {
    taken: { type: 'integer' },
    again: { type: 'integer' },
    /** The first hundred. */
    refused: {
      type: 'array',
      items: object({ line: { type: 'integer' }, why: { type: 'string' } }),
    },
    /** How many more were refused. */
    more: { type: 'integer' },
  },
  ['more'],
);
export type FeedTaken = DataOf<typeof feedTaken>;
