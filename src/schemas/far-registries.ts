import type { FarRegistry } from '../core/shape/parts.ts';
import { causes } from '../core/trouble/causes.ts';
import { parts } from '../core/trouble/parts.ts';
import { scopes } from '../core/trouble/scopes.ts';
import { symptoms } from '../core/trouble/symptoms.ts';
import { onsets } from '../core/trouble/onsets.ts';
import { answerKeys, steps } from '../core/trouble/steps/index.ts';

/** The keys of the registries that do not travel with every page: what comes in is held against them. */
export const farKeys: Readonly<Record<FarRegistry, readonly string[]>> = {
  seen: Object.keys(symptoms),
  scopes: Object.keys(scopes),
  since: Object.keys(onsets),
  steps: Object.keys(steps),
  answers: answerKeys,
  causes: Object.keys(causes),
  parts: Object.keys(parts),
};
