/**
 * What is wrong in a simulated head, as amounts: 0 is sound, 1 as bad as it gets, unless a unit stands. The simulator knows
 * springs, frictions and burrs, and nothing of the finder's tables: its numbers are its own, made up for practice.
 */
export interface TroubledHead {
  needle: {
    worn: number;
    /** Too slim for the cloth, 0 to 1; of another kind than thread or cloth ask for. */
    slim: number;
    eyeMisfit: number;
    pointMisfit: number;
    lowMm: number;
    turnedLeftDegrees: number;
    glue: number;
  };
  clampPlay: number;
  barUpMm: number;
  foot: { burr: number; highMm: number };
  path: { coneCatch: number; guideMissed: number; leverMissed: number; wheelSlip: number; lint: number };
  /** Top tension at the eye, g; sound: about 115. */
  knobGrams: number;
  thread: { dry: number; badBatch: number };
  /** Bobbin case, g; sound: about 27. */
  bobbin: { grams: number; springLint: number; caseBent: number; wrongWay: number; swollen: number };
  hook: { dry: number; burr: number; timingDegrees: number };
  centreOffMm: number;
  piece: { hoopSlack: number; backingShort: number; seam: number };
  dense: number;
  /** Stitches/min above what thread and cloth bear. */
  overSpeed: number;
}

export const soundHead = (): TroubledHead => ({
  needle: { worn: 0, slim: 0, eyeMisfit: 0, pointMisfit: 0, lowMm: 0, turnedLeftDegrees: 0, glue: 0 },
  clampPlay: 0,
  barUpMm: 0,
  foot: { burr: 0, highMm: 0 },
  path: { coneCatch: 0, guideMissed: 0, leverMissed: 0, wheelSlip: 0, lint: 0 },
  knobGrams: 115,
  thread: { dry: 0, badBatch: 0 },
  bobbin: { grams: 27, springLint: 0, caseBent: 0, wrongWay: 0, swollen: 0 },
  hook: { dry: 0, burr: 0, timingDegrees: 0 },
  centreOffMm: 0,
  piece: { hoopSlack: 0, backingShort: 0, seam: 0 },
  dense: 0,
  overSpeed: 0,
});
