import type { Relaxation } from './relaxation.ts';

/**
 * Of the requests that may still choose, the one that cheated most: `look` is called while it holds the option it is
 * entered with, and while it has one of the others. False when every option is fixed.
 */
export function splitOption(relaxation: Relaxation, cheats: Float64Array, look: () => void): boolean {
  const { start } = relaxation.model;
  const openOf = (one: number) => relaxation.open.subarray(start[one], start[one + 1]);
  let request = -1;
  for (let one = 0; one < cheats.length; one++) {
    if (openCount(openOf(one)) < 2) continue;
    if (request === -1 || cheats[one]! > cheats[request]!) request = one;
  }
  if (request === -1) return false;
  const open = openOf(request);
  const before = open.slice();
  const entered = relaxation.choices().entered[request]! - start[request]!;
  const held = open[entered] ? entered : open.indexOf(1);
  for (const keep of [true, false]) {
    for (let option = 0; option < open.length; option++)
      open[option] = before[option] && (option === held) === keep ? 1 : 0;
    relaxation.touch([request]);
    look();
  }
  open.set(before);
  relaxation.touch([request]);
  return true;
}

const openCount = (open: Uint8Array) => open.reduce((sum, one) => sum + one, 0);
