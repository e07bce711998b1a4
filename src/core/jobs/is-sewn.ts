/** Whether all its pieces are sewn, also while nobody has marked it done. */
export const isSewn = ({ pieces, tally }: { pieces: number; tally: { pieces: number } }): boolean =>
  tally.pieces >= pieces;
