import type { NeedleLife } from './life.ts';

/** The age at which needles are changed, stitches; null where they are kept by hours or until they give trouble. */
export function ruleInStitches({ school, stitches, learnt }: NeedleLife): number | null {
  if (school === 'stitches') return stitches;
  return school === 'learnt' ? (learnt?.stitches ?? null) : null;
}
