/** Which way a bobbin turns in its case, seen from the open side, when the thread is pulled. */
export const caseTurns = {
  clockwise: { name: 'clockwise' },
  anticlockwise: { name: 'anticlockwise' },
} as const;
