/**
 * Stitches of one piece on one head, at most, whoever counts them: a job, a hand, a machine's feed. From memory: the
 * largest jacket backs stay below 300,000.
 */
export const mostStitches = 1_000_000;

/** Colour stops of one piece, at most. From memory: designs stay far below. */
export const mostStops = 99;

/** Sewing heads of one machine, and positions (needles) of a head, at most. From memory: the largest that are built have as many. */
export const mostHeads = 56;
export const mostPositions = 24;
