import { keysOf } from '../base/keys.ts';
import { ownCauses } from './own-causes.ts';
import type { CauseRecord } from './cause.ts';
import { sharedCauses } from './shared-causes.ts';

/** Everything that may be wrong, a record each. Odds and weights are from memory, and are what closed traces are to replace. */
export const causes = { ...ownCauses, ...sharedCauses } as const;
export type Cause = keyof typeof causes;
export const causeKeys = keysOf(causes);
/** What is known of a cause. */
export const causeOf = (cause: Cause): CauseRecord => causes[cause];
