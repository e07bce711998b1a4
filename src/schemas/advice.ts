import { mostStops } from '../core/shape/most.ts';
import { needleSpecShape } from '../core/needle/shape.ts';
import { fibres } from '../core/thread/fibres.ts';
import { eyeVerdicts } from '../core/needle/eye.ts';
import { elements } from '../core/element/elements.ts';
import { pairVerdicts } from '../core/bobbin/pairing.ts';
import { bobbinClasses } from '../core/bobbin/capacity.ts';
import { bases } from '../core/base/quantity.ts';
import { conflictSubjects } from '../core/advice/conflicts.ts';
import { priorities } from '../core/garment/places.ts';
import { backings } from '../core/garment/backings.ts';
import { cloths } from '../core/garment/cloths.ts';
import { hoopSizes } from '../core/garment/hoops.ts';
import type { DataOf } from '../core/shape/data-of.ts';
import { answersOf, someSchools } from './schools.ts';
import {
  among,
  count,
  instant,
  object,
  page,
  paging,
  stitches,
  text,
  uuid,
  uuidOrNull,
  stopNo,
} from '../core/shape/parts.ts';

const weightNo = { type: 'number', minimum: 1, maximum: 200 } as const;
const tex = { type: 'number', minimum: 1, maximum: 1000 } as const;
/** A thread as physics sees it. `tex` left out: 1000 / weightNo. */
const body = object({ weightNo, tex, fibre: among(fibres) }, ['tex']);

const clothKey = among(cloths);
const element = among(elements);

/** POST /api/compute/needle-advice. Left out: one layer, no seam, no backing, medium hoop, solidity, the workshop's schools. */
export const adviceQuestion = object(
  {
    cloth: clothKey,
    layers: { type: 'integer', minimum: 1, maximum: 6 },
    seams: { type: 'boolean' },
    backings: {
      type: 'array',
      items: among(backings),
      maxItems: 5,
      uniqueItems: true,
    },
    hoop: among(hoopSizes),
    element,
    letterMm: { type: ['number', 'null'], minimum: 0.5, maximum: 400 },
    strokeMm: { type: ['number', 'null'], minimum: 0.05, maximum: 400 },
    thread: { oneOf: [{ type: 'null' }, body] },
    priority: among(priorities),
    schools: someSchools,
  },
  ['layers', 'seams', 'backings', 'hoop', 'letterMm', 'strokeMm', 'thread', 'priority', 'schools'],
);

const basis = among(bases);
const quantity = object({
  value: { type: 'number' },
  unit: { enum: ['mm', 'm', 'share', 'stitches', 'g'] },
  spread: { type: 'number' },
  basis,
  because: { type: 'string' },
});
const reason = object({
  rule: { type: 'string' },
  says: { type: 'string' },
  strength: { type: 'integer' },
  basis,
  school: { type: ['string', 'null'] },
});
const reasons = { type: 'array', items: reason } as const;
const eyeFit = object({
  fill: quantity,
  verdict: among(eyeVerdicts),
  outside: { type: 'number' },
});
const cover = {
  cover: quantity,
  open: { type: 'number' },
  closesAt: quantity,
  spacingMm: { type: 'number' },
} as const;
const anything = { type: 'object' } as const;

export const overruling = object({
  id: uuid,
  jobId: uuidOrNull,
  cloth: clothKey,
  element,
  weightNo: { type: ['number', 'null'] },
  advised: { type: 'string' },
  needle: needleSpecShape,
  why: { type: 'string' },
  at: instant,
});
export type Overruling = DataOf<typeof overruling>;
export const overrulingNew = object(
  {
    id: uuid,
    jobId: uuidOrNull,
    cloth: clothKey,
    element,
    weightNo: { type: ['number', 'null'], minimum: 1, maximum: 200 },
    advised: text(0, 120),
    label: text(1, 80),
    why: text(0, 500),
    operatorId: uuidOrNull,
  },
  ['jobId', 'weightNo', 'why', 'operatorId'],
);
export type OverrulingNew = DataOf<typeof overrulingNew>;
export const overrulingsQuery = object({ ...paging, cloth: clothKey, element: element }, [
  'limit',
  'after',
  'cloth',
  'element',
]);
export const overrulings = page(overruling);

export const adviceAnswer = object({
  needles: {
    type: 'array',
    items: object({
      spec: needleSpecShape,
      text: { type: 'string' },
      score: { type: 'number' },
      fit: { oneOf: [{ type: 'null' }, eyeFit] },
      reasons,
      against: reasons,
    }),
  },
  sure: { enum: ['clear', 'likely', 'open'] },
  weights: { type: 'array', items: object({ weightNo: { type: 'number' }, reasons }) },
  speed: {
    oneOf: [
      { type: 'null' },
      object({
        limit: { type: 'number' },
        ifBreaks: { oneOf: [{ type: 'null' }, { type: 'array', items: { type: 'number' } }] },
        reasons,
      }),
    ],
  },
  backingLayers: object({ layers: count, reasons }),
  cautions: reasons,
  planned: reasons,
  conflicts: {
    type: 'array',
    items: object({
      about: among(conflictSubjects),
      stronger: anything,
      weaker: anything,
      says: { type: 'string' },
      ways: {
        type: 'array',
        items: object({ kind: { enum: ['split', 'change', 'accept'] }, says: { type: 'string' } }),
      },
    }),
  },
  cover: { oneOf: [{ type: 'null' }, object(cover)] },
  overruled: { oneOf: [{ type: 'null' }, overruling] },
  safety: { type: 'string' },
});

/** POST /api/compute/pairing: a needle as on its pack, a top thread, a bobbin thread. */
export const pairingQuestion = object(
  {
    needle: text(1, 80),
    top: body,
    bobbin: body,
    size: among(bobbinClasses),
    spacingMm: { type: 'number', minimum: 0.1, maximum: 5 },
    school: answersOf('case'),
    same: { type: 'boolean' },
  },
  ['size', 'spacingMm', 'school', 'same'],
);
export const pairingAnswer = object({
  needle: needleSpecShape,
  fit: eyeFit,
  cover: object(cover),
  topDiameter: quantity,
  bobbinDiameter: quantity,
  pairing: object({
    ratio: quantity,
    verdict: among(pairVerdicts),
    says: { type: 'array', items: { type: 'string' } },
    bulkMm: { type: 'number' },
    lengthOnBobbin: quantity,
    startGrams: object({ from: { type: 'number' }, to: { type: 'number' }, school: { type: 'string' } }),
  }),
});

const millimetres = { type: 'number', minimum: 0.1, maximum: 15 } as const;
/** POST /api/compute/consumption. */
export const consumptionQuestion = object(
  {
    stops: {
      type: 'array',
      minItems: 1,
      maxItems: mostStops,
      items: object({
        stop: stopNo,
        kind: element,
        stitches,
        lengthMm: millimetres,
        cone: text(1, 60),
      }),
    },
    pieces: { type: 'integer', minimum: 1, maximum: 100_000 },
    thicknessMm: { type: 'number', minimum: 0, maximum: 15 },
    bobbinShare: { type: 'number', minimum: 0, maximum: 1 },
    coneMetres: { type: 'object', additionalProperties: { type: 'number', minimum: 0, maximum: 1_000_000 } },
    bobbinMetres: { type: 'number', minimum: 1, maximum: 5000 },
    bobbinLeftMetres: { type: 'number', minimum: 0, maximum: 5000 },
    bobbinFactor: { type: 'number', minimum: 0.3, maximum: 3 },
  },
  ['coneMetres', 'bobbinLeftMetres', 'bobbinFactor'],
);
const place = object({ piece: count, stop: count, stitch: count });
export const consumptionAnswer = object({
  stops: {
    type: 'array',
    items: object({ stop: count, topMetres: { type: 'number' }, bobbinMetres: { type: 'number' } }),
  },
  cones: { type: 'object', additionalProperties: { type: 'number' } },
  bobbinMetres: { type: 'number' },
  stitchesPerBobbin: { type: ['number', 'null'] },
  bobbins: count,
  conesRunOut: { type: 'object', additionalProperties: place },
  bobbinRunOuts: { type: 'array', items: place },
});
