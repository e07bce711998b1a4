import { keysOf } from '../base/keys.ts';

/** What a reason says of the needle that went: it gave trouble, it may have (where it went at a stop), or it did not. */
type Says = 'trouble' | 'maybe' | 'nothing';

/** Why a needle was changed, as operators say it. Common practice, no published source. */
export const needleReasons = {
  worn: { name: 'worn', says: 'maybe' },
  broke: { name: 'broke', says: 'trouble' },
  burr: { name: 'burr', says: 'trouble' },
  wrong_size: { name: 'wrong size', says: 'nothing' },
  job_needs: { name: 'job needs it', says: 'nothing' },
  other: { name: 'other reason', says: 'maybe' },
} as const satisfies Record<string, { name: string; says: Says }>;

export type NeedleReason = keyof typeof needleReasons;
export const needleReasonKeys = keysOf(needleReasons);
