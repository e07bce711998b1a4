import { fibres } from '../core/thread/fibres.ts';
import { caseTurns } from '../core/stores/case-turns.ts';
import { needleWords } from '../core/needle/shape.ts';
import { bobbinClasses, bobbinSides } from '../core/bobbin/capacity.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { schools, someSchools } from './schools.ts';
import { among, colour, count, instant, object, text, uuid } from '../core/shape/parts.ts';

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
export type WorkshopMessage = DataOf<typeof workshop>;

/** PATCH /api/needle-kinds/{id}: `counted` is what lies there now. */
export const needleKindChange = object(
  {
    counted: { type: 'integer', minimum: 0, maximum: 1_000_000 },
    reorderAt: { type: 'integer', minimum: 0, maximum: 1_000_000 },
  },
  ['counted', 'reorderAt'],
);

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
export const bobbinKind = object({ id: uuid, ...bobbinFields, tex: { type: 'number' }, metres: count });
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
/** PATCH /api/bobbin-cases/{id}: `retired` says why the case is out of use. */
export const bobbinCaseChange = object({ note: text(0, 500), retired: text(1, 200) }, ['note', 'retired']);
export type BobbinCase = DataOf<typeof bobbinCase>;
export type BobbinCaseNew = DataOf<typeof bobbinCaseNew>;
