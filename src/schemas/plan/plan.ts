import { mostHeads, mostStops } from '../../core/shape/most.ts';
import { moves, positionUses } from '../../engines/planner/index.ts';
import type { DataOf } from '../../core/shape/data-of.ts';
import {
  among,
  count,
  instant,
  object,
  page,
  paging,
  position,
  positionNo,
  stopNo,
  text,
  uuid,
  uuidOrNull,
} from '../../core/shape/parts.ts';

const minutesOf = { type: 'number', minimum: 0, maximum: 240 } as const;
const minutes = object({
  tieOn: minutesOf,
  rethread: minutesOf,
  reeye: minutesOf,
  needle: minutesOf,
  retension: minutesOf,
});
const use = among(positionUses);
const place = positionNo;

export const planSetup = object({
  order: { type: 'array', items: uuid, maxItems: 200, uniqueItems: true },
  uses: { type: 'object', additionalProperties: use, maxProperties: 24 },
  wishes: { type: 'object', additionalProperties: place, maxProperties: 200 },
  frozen: { type: 'integer', minimum: 0, maximum: 200 },
  minutes,
});
export const planNew = object(
  { id: uuid, machineId: uuid, name: text(1, 80), setup: planSetup, operatorId: uuidOrNull },
  ['operatorId'],
);
/** Where the plan seats stops, as its card was printed. */
const keptSeats = {
  type: ['array', 'null'],
  maxItems: 2000,
  items: object({
    job: uuid,
    stops: { type: 'array', items: stopNo, minItems: 1, maxItems: mostStops },
    position: positionNo,
    needle: text(1, 80),
  }),
} as const;
/** PUT /api/plans/{id}/seats: what follows from the setup of that version. */
export const planSeats = object({ version: { type: 'integer', minimum: 1 }, seats: keptSeats });
export type SavedPlanSeats = DataOf<typeof planSeats>;
/** PUT: `version` is the one that was read, so that two planners do not overwrite each other. */
export const planChange = object(
  {
    name: text(1, 80),
    setup: planSetup,
    operatorId: uuidOrNull,
    version: { type: 'integer', minimum: 1 },
  },
  ['operatorId'],
);
export const plan = object({
  id: uuid,
  machineId: uuid,
  name: text(1, 80),
  setup: planSetup,
  seats: keptSeats,
  version: { type: 'integer' },
  operatorId: uuidOrNull,
  changedAt: instant,
});
export const plans = page(plan);
export const plansQuery = object({ ...paging, machine: uuid }, ['limit', 'after']);
export type SavedPlan = DataOf<typeof plan>;
export type SavedPlanNew = DataOf<typeof planNew>;
export type SavedPlanChange = DataOf<typeof planChange>;

const key = text(1, 80);
const keyOrNull = { type: ['string', 'null'], maxLength: 80 } as const;
const state = object({ needle: keyOrNull, thread: keyOrNull });
const number = { type: 'number' } as const;
const stops = { type: 'array', items: stopNo, maxItems: mostStops } as const;

const positions = {
  type: 'array',
  maxItems: 24,
  items: object(
    {
      position: place,
      now: { type: 'array', items: state, minItems: 1, maxItems: mostHeads },
      use,
      /** Of the standing scheme: what its needle and its threads' class should be; null: anything. */
      block: {
        oneOf: [{ type: 'null' }, object({ needle: keyOrNull, weight: keyOrNull })],
      },
      sewn: count,
    },
    ['use', 'block', 'sewn'],
  ),
} as const;
const jobs = {
  type: 'array',
  maxItems: 60,
  items: object(
    {
      id: key,
      name: text(1, 120),
      requests: {
        type: 'array',
        maxItems: 24,
        items: object(
          {
            thread: key,
            needles: {
              type: 'array',
              maxItems: 6,
              items: object({ needle: key, penalty: { type: 'number', minimum: 0, maximum: 240 } }, [
                'penalty',
              ]),
            },
            stops,
            stitches: count,
            at: position,
          },
          ['stitches', 'at'],
        ),
      },
      sewMinutes: { type: 'number', minimum: 0, maximum: 100_000 },
      due: { type: ['number', 'null'], minimum: 0, maximum: 1_000_000 },
    },
    ['name', 'sewMinutes', 'due'],
  ),
} as const;
const classes = { type: 'object', additionalProperties: key, maxProperties: 1000 } as const;
const latePerMinute = { type: 'number', minimum: 0, maximum: 10_000 } as const;

/** POST /api/compute/head-plan. Needles and threads are any words that stand for them. */
export const headPlanQuestion = object(
  {
    positions,
    jobs,
    classes,
    minutes,
    freeOrder: { type: 'boolean' },
    frozen: { type: 'integer', minimum: 0, maximum: 60 },
    latePerMinute,
    /** Minutes that breaking a block costs each job and position. */
    breaking: { type: 'number', minimum: 0, maximum: 240 },
    seed: { type: 'integer', minimum: 0, maximum: 4_294_967_295 },
  },
  ['minutes', 'freeOrder', 'frozen', 'latePerMinute', 'breaking', 'seed'],
);
export type HeadPlanQuestion = DataOf<typeof headPlanQuestion>;

const compared = {
  oneOf: [{ type: 'null' }, object({ changeMinutes: number, cost: number })],
} as const;
const times = {
  type: 'array',
  items: object({
    job: { type: 'string' },
    changeMinutes: number,
    begins: number,
    ends: number,
    late: number,
  }),
} as const;
export const headPlanAnswer = object({
  order: { type: 'array', items: { type: 'string' } },
  seats: {
    type: 'array',
    items: object({
      job: { type: 'string' },
      stops,
      thread: { type: 'string' },
      position: place,
      needle: { type: 'string' },
      penalty: number,
      breaks: { type: 'boolean' },
      stitches: count,
      change: {
        oneOf: [
          { type: 'null' },
          object({
            from: state,
            to: object({ needle: { type: 'string' }, thread: { type: 'string' } }),
            moves: {
              type: 'array',
              items: among(moves),
            },
            minutes: number,
          }),
        ],
      },
    }),
  },
  jobs: times,
  changeMinutes: number,
  penaltyMinutes: number,
  cost: number,
  bound: number,
  proven: { type: 'boolean' },
  shared: {
    type: 'array',
    items: object({
      job: { type: 'string' },
      stops: { type: 'array', items: stops },
      threads: { type: 'array', items: { type: 'string' } },
      minutesPerPiece: number,
    }),
  },
  asTheyCame: {
    oneOf: [{ type: 'null' }, object({ changeMinutes: number, cost: number, proven: { type: 'boolean' } })],
  },
  greedy: compared,
});

/** POST /api/compute/share-out. Every machine tells each job as it would be sewn there, in the same order of jobs. */
export const shareOutQuestion = object(
  {
    machines: {
      type: 'array',
      maxItems: 8,
      items: object({ id: key, name: text(1, 60), positions, jobs: { ...jobs, maxItems: 24 } }, ['name']),
    },
    classes,
    minutes,
    stays: { type: 'object', additionalProperties: key, maxProperties: 24 },
    latePerMinute,
    spanWeight: { type: 'number', minimum: 0, maximum: 100 },
  },
  ['minutes', 'stays', 'latePerMinute', 'spanWeight'],
);
export type ShareOutQuestion = DataOf<typeof shareOutQuestion>;
export const shareOutAnswer = object({
  machines: { type: 'array', items: object({ machine: { type: 'string' }, jobs: times }) },
  cost: number,
  bound: number,
  proven: { type: 'boolean' },
  looked: count,
});
