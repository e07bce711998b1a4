/** How a trainee did, against the finder on the very same head. */
export interface PracticeRun {
  minutes: number;
  finderMinutes: number;
  inVain: number;
  isRight: boolean;
}

/**
 * Points of 10: four for the right cause, four for the minutes (all of them up to the finder's own, none from three times as
 * many), two for no part replaced in vain (one a part).
 */
export function practicePoints({ minutes, finderMinutes, inVain, isRight }: PracticeRun): number {
  const over = minutes / Math.max(1, finderMinutes);
  const quick = 4 * Math.min(1, Math.max(0, (3 - over) / 2));
  return Math.round((isRight ? 4 : 0) + quick + Math.max(0, 2 - inVain));
}
