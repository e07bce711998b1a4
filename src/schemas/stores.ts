import { fibres } from '../core/thread/fibres.ts';
import { caseTurns } from '../core/stores/case-turns.ts';
import { needleWords } from '../core/needle/shape.ts';
import { bobbinClasses, bobbinSides } from '../core/bobbin/capacity.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { schools, someSchools } from './schools.ts';
import { keysOf } from '../core/base/keys.ts';
import { among, colour, count, instant, object, text, textOrNull, uuid } from '../core/shape/parts.ts';

const word = {
  type: 'object',
  properties: needleWords,
  additionalProperties: false,
  minProperties: 1,
} as const;
const letters = {
  type: 'object',
  propertyNames: {
    pattern: '^[A-Z]{1,12}( [A-Z]{1,12}){0,2}$',
    description: 'one to three words of letters as on a pack, in capitals',
  },
  additionalProperties: word,
  maxProperties: 200,
} as const;

/** GET, PATCH /api/workshop. */
export const workshop = object({
  schools,
  letters,
  sharpsEmptiedAt: { type: ['string', 'null'], format: 'date-time' },
  simulators: { type: 'boolean' },
});
export const workshopChange = object(
  { schools: someSchools, letters, sharpsEmptiedAt: instant, simulators: { type: 'boolean' } },
  ['schools', 'letters', 'sharpsEmptiedAt', 'simulators'],
);

/** PATCH /api/needle-kinds/{id}: `counted` is what lies there now; `label` is what it should have been called. */
export const needleKindChange = object(
  {
    counted: { type: 'integer', minimum: 0, maximum: 1_000_000 },
    reorderAt: { type: 'integer', minimum: 0, maximum: 1_000_000 },
    label: text(1, 80),
  },
  ['counted', 'reorderAt', 'label'],
);
export type NeedleKindChange = DataOf<typeof needleKindChange>;

const bobbinFields = {
  name: text(1, 60),
  size: among(bobbinClasses),
  sides: among(bobbinSides),
  weightNo: { type: 'number', minimum: 1, maximum: 200 },
  fibre: among(fibres),
  colour,
} as const;
/** `tex` left out: 1000 / weightNo; `metres` left out: what the size class holds of this weight. */
export const bobbinKindNew = object(
  {
    id: uuid,
    ...bobbinFields,
    tex: { type: 'number', minimum: 1, maximum: 1000 },
    metres: { type: 'integer', minimum: 1, maximum: 5000 },
  },
  ['tex', 'metres'],
);
/** `retired`: why it is out of use; left out while it is in use. */
export const bobbinKind = object(
  { id: uuid, ...bobbinFields, tex: { type: 'number' }, metres: count, retired: text(1, 200) },
  ['retired'],
);
/** PATCH /api/bobbin-kinds/{id}: what is left out stays; `retired` null: back in use. */
export const bobbinKindChange = object(
  {
    ...bobbinFields,
    tex: bobbinKindNew.properties.tex,
    metres: bobbinKindNew.properties.metres,
    retired: textOrNull(200),
  },
  [...keysOf(bobbinFields), 'tex', 'metres', 'retired'],
);
export type BobbinKindChange = DataOf<typeof bobbinKindChange>;
export type BobbinCaseChange = DataOf<typeof bobbinCaseChange>;
export type BobbinKind = DataOf<typeof bobbinKind>;
export type BobbinKindNew = DataOf<typeof bobbinKindNew>;

export const bobbinCaseNew = object(
  {
    id: uuid,
    name: text(1, 40),
    size: among(bobbinClasses),
    turns: among(caseTurns),
    note: text(0, 500),
  },
  ['note'],
);
export const bobbinCase = object({
  id: uuid,
  name: text(1, 40),
  size: among(bobbinClasses),
  turns: among(caseTurns),
  note: text(0, 500),
  retired: { type: ['string', 'null'] },
});
/** PATCH /api/bobbin-cases/{id}: `retired` says why the case is out of use; null: it is in use again. */
export const bobbinCaseChange = object(
  {
    name: text(1, 40),
    size: among(bobbinClasses),
    turns: among(caseTurns),
    note: text(0, 500),
    retired: textOrNull(200),
  },
  ['name', 'size', 'turns', 'note', 'retired'],
);
export type BobbinCase = DataOf<typeof bobbinCase>;
export type BobbinCaseNew = DataOf<typeof bobbinCaseNew>;

/** PATCH /api/customers: in all jobs; a name that is there already makes the two one. */
export const customerChange = object({ from: text(1, 120), to: text(1, 120) });
export const customerChanged = object({ jobs: count });
/** DELETE /api/simulated: what simulators wrote counts no longer. */
export const takenBack = object({ takenBack: count });

/** GET /api/things/{id}: what a thread, cone, bobbin, case, needle, machine or person said before, newest first. */
export const thingsBefore = object({
  items: {
    type: 'array',
    items: object({
      at: instant,
      by: { type: ['string', 'null'] },
      before: { type: 'object' },
    }),
  },
});
export interface ThingsBefore {
  items: { at: string; by: string | null; before: Record<string, unknown> }[];
}
