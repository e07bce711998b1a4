import type { ColumnRead } from '../../src/engines/underside/measure/column.ts';

/** What was measured of a clear column, three tenths of it bobbin thread, but for what is given. */
export const columnRead = (more: Partial<ColumnRead> = {}): ColumnRead => ({
  ...{
    share: 0.3,
    left: 0.35,
    thinnest: 0.35,
    reach: 1,
    takenOff: 0,
    rimsOff: 0,
    unevenness: 0.01,
    error: 0.001,
  },
  ...{ contrast: 0.7, top: [0.1, 0.3, 0.6], clear: 20, fromCloth: 0.6, clearOfCloth: 20, sides: 0.01, misfit: 0.001 }, // prettier-ignore
  outer: { left: [18, 18], right: [90, 90] },
  ...more,
});
