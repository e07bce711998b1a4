import type { Chance } from '../../src/core/base/chance.ts';

/** A draw about 0 with standard deviation 1, nearly normal: twelve uniform ones added up, within ±6. */
export const normal = (luck: Chance) =>
  Array.from({ length: 12 }, () => luck.next()).reduce((sum, each) => sum + each, 0) - 6;
