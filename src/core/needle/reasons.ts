import { keysOf } from '../base/keys.ts';

/** Why a needle was changed, as operators say it. Common practice, no published source. */
export const needleReasons = {
  worn: { name: 'worn' },
  broke: { name: 'broke' },
  burr: { name: 'burr' },
  wrong_size: { name: 'wrong size' },
  job_needs: { name: 'job needs it' },
  other: { name: 'other reason' },
} as const satisfies Record<string, { name: string }>;

export type NeedleReason = keyof typeof needleReasons;
export const needleReasonKeys = keysOf(needleReasons);
