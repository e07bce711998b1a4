import { mostPositions } from '../core/shape/most.ts';
import { among, amongOrNull, object, text } from '../core/shape/parts.ts';
import { causes } from '../core/trouble/causes.ts';
import { parts } from '../core/trouble/parts.ts';
import { scopes } from '../core/trouble/scopes.ts';
import { symptoms } from '../core/trouble/symptoms.ts';
import { onsets } from '../core/trouble/onsets.ts';
import { answerKeys, steps } from '../core/trouble/steps/index.ts';

const chance = { type: 'number', minimum: 0, maximum: 1 } as const;
const minutes = { type: 'number', minimum: 0 } as const;
/** By cause: a weight above 0. */
const byCause = {
  type: 'object',
  additionalProperties: { type: 'number', exclusiveMinimum: 0, maximum: 1e6 },
  propertyNames: among(causes),
  maxProperties: 60,
} as const;

/** POST /api/compute/trace. */
export const traceQuestion = object(
  {
    seen: amongOrNull(symptoms),
    scope: amongOrNull(scopes),
    since: amongOrNull(onsets),
    /** More evidence: how likely it is with each cause, to a common factor; a cause left out has 1. */
    clues: {
      type: 'array',
      maxItems: 40,
      items: object({ key: text(1, 80), says: text(1, 300), weights: byCause }),
    },
    answered: {
      type: 'array',
      maxItems: 80,
      items: object({ step: among(steps), answer: { enum: answerKeys } }),
    },
    fragmentMissing: { type: 'boolean' },
    neighbourHasSameNeedle: { type: ['boolean', 'null'] },
    positions: { type: 'integer', minimum: 1, maximum: mostPositions },
    prices: object({
      technician: { type: 'number', minimum: 1, maximum: 10_000 },
      piece: { type: 'number', minimum: 0, maximum: 10_000 },
      comesBack: { type: 'number', minimum: 0, maximum: 10_000 },
    }),
  },
  [
    'seen',
    'scope',
    'since',
    'clues',
    'answered',
    'fragmentMissing',
    'neighbourHasSameNeedle',
    'positions',
    'prices',
  ],
);

export const traceAnswer = object({
  causes: {
    type: 'array',
    items: object({ cause: among(causes), name: { type: 'string' }, part: among(parts), chance }),
  },
  parts: { type: 'array', items: object({ part: among(parts), chance, isCleared: { type: 'boolean' } }) },
  pair: {
    oneOf: [{ type: 'null' }, object({ causes: { type: 'array', items: among(causes) }, chance })],
  },
  steps: {
    type: 'array',
    items: object({
      step: among(steps),
      name: { type: 'string' },
      says: { type: 'string' },
      minutes,
      expected: minutes,
      worth: { type: 'string' },
      answers: {
        type: 'array',
        items: object({
          key: { type: 'string' },
          name: { type: 'string' },
          chance,
          clears: { type: 'integer' },
        }),
      },
    }),
  },
  withheld: { type: 'array', items: object({ step: among(steps), why: { type: 'string' } }) },
  expected: minutes,
  isForTechnician: { type: 'boolean' },
  fits: { type: 'boolean' },
  contradictions: {
    type: 'array',
    items: object({ one: { type: 'string' }, other: { type: 'string' }, says: { type: 'string' } }),
  },
  whyFirst: { type: ['string', 'null'] },
});
