import type { NeedleSpec } from '../../../needle/label.ts';
import type { NeedleReason } from '../../../needle/reasons.ts';
import type { EntryBase } from '../../entry-base.ts';
import { withSeats, type HeadNow } from '../../head-now.ts';

/** Puts a new needle of age zero into its seat. */
export function foldNeedleFitted(
  now: HeadNow,
  entry: EntryBase & { data: { needle: NeedleSpec; reason: NeedleReason } },
): HeadNow {
  return withSeats(now, (seat) =>
    seat.head === entry.head && seat.position === entry.position
      ? {
          ...seat,
          needle: {
            entryId: entry.id,
            spec: entry.data.needle,
            fittedAt: entry.at,
            reason: entry.data.reason,
            age: { stitches: 0, sewingMs: 0, metallicMs: 0 },
          },
        }
      : seat,
  );
}
