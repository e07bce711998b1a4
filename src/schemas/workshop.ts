import { manualCorrectionShape } from '../core/artwork/manual-correction.ts';
import { mechanicsShape } from '../core/cards/mechanics.ts';
import { measuresShape } from '../core/element/measures.ts';
import { garmentShape } from '../core/garment/garment.ts';
import { needleSpecShape } from '../core/needle/shape.ts';
import { fibres } from '../core/thread/fibres.ts';
import { mostStops, mostHeads, mostPositions } from '../core/shape/most.ts';
import { needleReasons } from '../core/needle/reasons.ts';
import { needleLifeSchools } from '../core/needle/life.ts';
import { elements } from '../core/element/elements.ts';
import { keysOf } from '../core/base/keys.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { someSchools } from './schools.ts';
import { event, type Event } from './ledger/event.ts';
import type { HeadNow } from '../core/ledger/head-now.ts';
import type { OpenNow } from '../core/ledger/open.ts';
import {
  among,
  colour,
  count,
  dayOrNull,
  instant,
  instantOrNull,
  object,
  page,
  paging,
  position,
  positionNo,
  stitches,
  text,
  textOrNull,
  uuid,
  uuidOrNull,
  headNo,
  stopNo,
} from '../core/shape/parts.ts';

/** Needle life as the workshop keeps it; see core/needle/life.ts. */
const needleLife = object(
  {
    school: among(needleLifeSchools),
    hours: { type: 'number', minimum: 0.5, maximum: 1000 },
    metallicHours: { type: 'number', minimum: 0.5, maximum: 1000 },
    stitches: { type: 'integer', minimum: 1000, maximum: 100_000_000 },
    learnt: object({
      stitches: { type: ['integer', 'null'], minimum: 1000, maximum: 100_000_000 },
      low: count,
      high: { type: ['integer', 'null'], minimum: 0 },
      ended: count,
      since: { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}$' },
    }),
  },
  ['learnt'],
);

/** How often the needle bars are oiled; see core/check/upkeep.ts. */
const upkeep = object({
  barsDays: { type: 'integer', minimum: 1, maximum: 60 },
  barsHours: { type: 'number', minimum: 1, maximum: 1000 },
});
/** Traces count for learning from then on; null or left out: all of them do. */
const learnSince = instantOrNull;
/** Findings may hold people against each other; left out: they do not. */
const comparesPeople = { type: 'boolean' } as const;
const profile = { needleLife, upkeep, mechanics: mechanicsShape, learnSince, comparesPeople } as const;
const someProfile = object(profile, ['needleLife', 'upkeep', 'mechanics', 'learnSince', 'comparesPeople']);

const machineFields = {
  name: text(1, 60),
  heads: { type: 'integer', minimum: 1, maximum: mostHeads },
  positions: { type: 'integer', minimum: 1, maximum: mostPositions },
  numberingSide: { enum: ['left', 'right'] },
  topSpeed: { type: 'integer', minimum: 100, maximum: 2000 },
  profile: object(profile, ['learnSince', 'comparesPeople']),
} as const;

export const machineNew = object({ id: uuid, ...machineFields, profile: someProfile }, ['profile']);
export const machineChange = object({ ...machineFields, profile: someProfile }, keysOf(machineFields));
export const machine = object({ id: uuid, slug: { type: 'string' }, ...machineFields });
export type Machine = DataOf<typeof machine>;
export type MachineNew = DataOf<typeof machineNew>;
export type MachineChange = DataOf<typeof machineChange>;

export const operatorNew = object({ id: uuid, name: text(1, 60) });
export const operator = object({ id: uuid, name: text(1, 60), active: { type: 'boolean' } });
export type Operator = DataOf<typeof operator>;

export const needleKindNew = object({ id: uuid, label: text(1, 80) });
/** `onHand`: counted, less those fitted since; null while never counted. */
export const needleKind = object({
  id: uuid,
  spec: needleSpecShape,
  text: { type: 'string' },
  onHand: { type: ['integer', 'null'] },
  reorderAt: count,
});
export type NeedleKind = DataOf<typeof needleKind>;

const threadFields = {
  code: text(1, 24),
  name: text(1, 60),
  colour,
  weightNo: { type: 'number', minimum: 1, maximum: 200 },
  fibre: among(fibres),
} as const;
export const threadNew = object(
  { id: uuid, ...threadFields, tex: { type: 'number', minimum: 1, maximum: 1000 } },
  ['tex'],
);
/** `retired`: why it is out of use; left out while it is in use. */
export const thread = object({ id: uuid, ...threadFields, tex: { type: 'number' }, retired: text(1, 200) }, [
  'retired',
]);
/** PATCH /api/threads/{id}: what is left out stays; `retired` null: back in use; `sameAs`: it is that thread, and was named twice. */
export const threadChange = object(
  { ...threadFields, tex: threadNew.properties.tex, retired: textOrNull(200), sameAs: uuid },
  [...keysOf(threadFields), 'tex', 'retired', 'sameAs'],
);
export type ThreadChange = DataOf<typeof threadChange>;
export type Thread = DataOf<typeof thread>;
export type ThreadNew = DataOf<typeof threadNew>;

export const coneNew = object({
  id: uuid,
  threadId: uuid,
  batch: text(0, 40),
  metres: { type: 'integer', minimum: 1, maximum: 100_000 },
});
/** `leftMetres`: when new, less what the ledger's stitches took of it (about: see core/stitches/usual.ts). */
export const cone = object({ ...coneNew.properties, leftMetres: { type: 'number' }, retired: text(1, 200) }, [
  'retired',
]);
/** PATCH /api/cones/{id}: `retired`: why it is out of use (empty, given back). */
export const coneChange = object(
  { batch: coneNew.properties.batch, metres: coneNew.properties.metres, retired: textOrNull(200) },
  ['batch', 'metres', 'retired'],
);
export type ConeChange = DataOf<typeof coneChange>;
export type Cone = DataOf<typeof cone>;

const jobStop = object(
  {
    stop: stopNo,
    threadId: uuid,
    stitches,
    element: among(elements),
    position,
    measures: measuresShape,
  },
  ['measures'],
);
export type JobStop = DataOf<typeof jobStop>;

const jobFields = {
  name: text(1, 120),
  customer: text(0, 120),
  cloth: text(0, 120),
  pieces: { type: 'integer', minimum: 1, maximum: 100_000 },
  due: dayOrNull,
  note: text(0, 2000),
  stops: { type: 'array', items: jobStop, minItems: 1, maxItems: mostStops },
} as const;
/** What may be left out: nothing is said of it then. A change without `garment` leaves it as it is. */
const optional = ['schools', 'garment'] as const;
/** Answers for this job only; null: the workshop's. */
const jobSchools = { oneOf: [{ type: 'null' }, someSchools] } as const;
export const jobNew = object(
  { id: uuid, ...jobFields, schools: jobSchools, garment: garmentShape, putRight: manualCorrectionShape },
  [...optional, 'putRight'],
);
/** PUT: the whole job; `version` is the one that was read, so that two editors do not overwrite each other. */
export const jobChange = object(
  {
    ...jobFields,
    schools: jobSchools,
    garment: garmentShape,
    version: { type: 'integer', minimum: 1 },
    done: { type: 'boolean' },
  },
  optional,
);
export const jobsNew = object({ jobs: { type: 'array', items: jobNew, minItems: 1, maxItems: 200 } });
export const jobTally = object({
  pieces: count,
  stitches: count,
  breaks: count,
  lostMs: { type: 'integer' },
});
export const job = object(
  {
    id: uuid,
    ...jobFields,
    schools: jobSchools,
    garment: garmentShape,
    /** Tells one picture from another; null: it has none. GET /api/jobs/{id}/picture gives it. */
    picture: { type: ['string', 'null'] },
    version: { type: 'integer' },
    doneAt: instantOrNull,
    tally: jobTally,
    /** Of a job begun and not done: where its last piece was sewn. */
    sewnAt: object({
      machineId: uuid,
      stops: { type: 'array', items: object({ stop: count, position: count }) },
    }),
  },
  ['garment', 'sewnAt'],
);
export const jobIds = object({ ids: { type: 'array', items: uuid } });
export type Job = DataOf<typeof job>;
export type JobNew = DataOf<typeof jobNew>;
export type JobChange = DataOf<typeof jobChange>;

export const listQuery = object({ ...paging }, ['limit', 'after']);
/** `find`: a word of name, customer or cloth; `dueBy`: due that day or before; `machine`: was put on there. */
export const jobQuery = object(
  {
    ...paging,
    show: { enum: ['waiting', 'done', 'all'] },
    find: text(1, 120),
    customer: text(1, 120),
    dueBy: { type: 'string', format: 'date' },
    machine: uuid,
  },
  ['limit', 'after', 'show', 'find', 'customer', 'dueBy', 'machine'],
);
export type JobQuery = DataOf<typeof jobQuery>;
export const conesQuery = object({ ...paging, thread: uuid }, ['limit', 'after', 'thread']);
export type ListQuery = DataOf<typeof listQuery>;

const seat = object({
  head: { type: 'integer' },
  position: { type: 'integer' },
  needle: {
    oneOf: [
      { type: 'null' },
      object({
        entryId: uuid,
        spec: needleSpecShape,
        fittedAt: instant,
        reason: among(needleReasons),
        age: object({ stitches: count, sewingMs: count, metallicMs: count }),
      }),
    ],
  },
  cone: {
    oneOf: [
      { type: 'null' },
      object({
        entryId: uuid,
        coneId: uuidOrNull,
        threadId: uuid,
        fibre: among(fibres),
        mountedAt: instant,
        stitches: count,
      }),
    ],
  },
});

/** By stop of the running job: where it sews, and who said so last. */
const seating = {
  type: 'object',
  additionalProperties: object(
    {
      position: positionNo,
      by: { enum: ['put_on', 'operator', 'feed'] },
      turns: { type: 'array', items: positionNo },
    },
    ['turns'],
  ),
  maxProperties: mostStops,
} as const;

/** GET /api/machines/{id}/head: what sits where now, the job on it, and what is still open. */
export const headNow = object({
  seq: { type: 'integer' },
  /** The newest line when all of it had been read: those after `seq` up to it may be in it, or not. */
  until: { type: 'integer' },
  seats: { type: 'array', items: seat },
  job: { oneOf: [{ type: 'null' }, object({ id: uuid, startedAt: instant, seating })] },
  openStop: { oneOf: [{ type: 'null' }, event] },
  held: { type: 'array', items: event },
  /** Needles or cones of which two say that they took the place of the same one: two or more entries each. */
  clashes: { type: 'array', items: { type: 'array', items: event } },
});
export interface HeadNowMessage extends Pick<HeadNow, 'seats' | 'job'>, OpenNow<Event> {
  seq: number;
  until: number;
  clashes: Event[][];
}

/** GET /api/machines/{id}/positions/{position}: the position's story on one head. */
export const story = object({
  needles: { type: 'array', items: event },
  breaks: { type: 'array', items: event },
  others: { type: 'array', items: event },
  breaksSinceNeedle: count,
  /** By a break's id: what the bobbin case had read last when it happened. */
  caseThen: {
    type: 'object',
    additionalProperties: object({ grams: { type: 'number' }, at: instant }),
  },
});
type Told = 'needles' | 'breaks' | 'others';
export type Story = Omit<DataOf<typeof story>, Told> & Record<Told, Event[]>;
export const storyQuery = object({ head: headNo }, ['head']);

/** `now`: the server's clock, by which devices set what they write. */
/** GET /api/health/alive and …/ready. */
export const alive = object({ ok: { const: true } });
export const health = object({ ok: { const: true }, seq: { type: 'integer' }, now: instant });
export { page };
