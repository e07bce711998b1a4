import type { BoardMachine } from '../../src/core/board/machine.ts';

/** A noon, and moments before it. */
export const noon = Date.UTC(2026, 10, 27, 12);
export const ago = (minutes: number) => new Date(noon - minutes * 60_000).toISOString();

/** A machine that sews, three of twenty pieces, heard of five minutes before noon. */
export const boardMachine = (told: Partial<BoardMachine> = {}): BoardMachine => ({
  ...{ id: 'm', slug: 'heron', name: 'Heron', held: 0, acts: [], feed: null, stop: null, tended: null },
  ...{ job: { name: 'Caps', pieces: 3, of: 20 }, newsAt: ago(5), runs: null, who: null },
  ...told,
});
