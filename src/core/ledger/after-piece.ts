import type { JobNow } from './head-now.ts';

/** A running job's seats after one more piece: of positions that take a stop piece by piece the next has its turn. */
export function seatingAfterPiece(seating: JobNow['seating']): JobNow['seating'] {
  const seats = Object.entries(seating);
  if (seats.every(([, seat]) => !seat.turns)) return seating;
  return Object.fromEntries(
    seats.map(([stop, seat]) => {
      const [done, next, ...later] = seat.turns ?? [];
      return done === undefined || next === undefined
        ? [stop, seat]
        : [stop, { ...seat, position: next, turns: [next, ...later, done] }];
    }),
  );
}
