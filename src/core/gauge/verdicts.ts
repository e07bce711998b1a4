/** What a pull at the gauge can show, and what to look at next. Common practice, no published source. */
export const traceVerdicts = {
  steady: { says: 'steady', next: 'The reading counts.' },
  'out-of-round': {
    says: 'it tightens once a turn of the bobbin: out of round',
    next: 'Not the screw. Turn the bobbin by hand, look at the case’s rim. Change the bobbin and pull again: if it stays, the case is bent (dropped?): try the spare; if it goes, the bobbin’s side was bent or swollen.',
  },
  'stick-slip': {
    says: 'it sticks and slips: lint under the spring, or dry thread',
    next: 'Clean under the spring with the corner of a card and pull again. If it stays, try a fresh bobbin: old thread dries out.',
  },
  'tight-spots': {
    says: 'single tight spots',
    next: 'Look for a nick at the slit or the bobbin’s edge and for crossed windings; pull again with another bobbin.',
  },
  drift: {
    says: 'it drifts along the pull',
    next: 'Pull a longer length with a steady hand. If it still drifts the bobbin is wound unevenly: take another.',
  },
} as const;
export type TraceVerdict = keyof typeof traceVerdicts;
