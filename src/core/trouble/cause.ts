import type { Basis } from '../base/quantity.ts';
import type { Part } from './parts.ts';
import type { Scope } from './scopes.ts';
import type { Symptom } from './symptoms.ts';

/** One thing that may be wrong. Odds and weights are relative: only their ratios count. */
export interface CauseRecord {
  name: string;
  part: Part;
  /** How often it is the cause, before anything is seen. */
  odds: number;
  /** Of what it shows as, this much each; what is not named shares a small rest. */
  shows: Readonly<Partial<Record<Symptom, number>>>;
  /** Of 100 times, how often it shows here, where that is not what its part's place says. */
  where?: Readonly<Partial<Record<Scope, number>>>;
  /** Where the weights come from. */
  basis: Basis;
  /** It is the kind that is wrong, not this one piece: a neighbour with the same kind has it as well. */
  isOfKind?: true;
  /** Only a technician should put it right. */
  technician?: true;
}
