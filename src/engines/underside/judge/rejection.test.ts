import { describe, expect, test } from 'vitest';
import { columnRead } from '../../../../tests/support/column-read.ts';
import type { ColumnRead, Sketch } from '../measure/column.ts';
import type { Colour } from '../image/planes.ts';
import { rejectionOf, type MeasuredBlock } from './rejection.ts';

const cloth: Colour = [0.9, 0.9, 0.88];
const blue: Colour = [0.1, 0.3, 0.6];
const red: Colour = [0.8, 0.15, 0.2];
const steps = 108;
const sketch: Sketch = { from: 18, to: 90, left: cloth, right: cloth, top: blue, beside: [blue, blue], sides: 0, inner: red }; // prettier-ignore
const read = columnRead();
const known = {
  box: { x: 50, y: 80, long: 150, wide: 80, angle: Math.PI / 2, isCut: false },
  strip: { rows: 10, steps, data: new Float32Array(10 * steps * 3), wide: 72, first: 18, clipped: 0 },
  ...{
    sketch,
    read,
    wide: 80,
    usualWide: 80,
    usualMisfit: 0.001,
    bobbin: red,
    cloth,
    light: 1,
    isSeen: true,
    isOtherCount: false,
    isHalfBeside: false,
  },
};
const why = (other: Partial<MeasuredBlock>) => rejectionOf({ ...known, ...other });
const reads = (other: Partial<ColumnRead>) => why({ read: { ...read, ...other } });

test('one that is clear is read', () => {
  expect(why({})).toBeNull();
});
describe('one that is refused', () => {
  test('the gap between two columns: what lies beside it is their thread, and it is the cloth of the others', () => {
    const gap = { ...sketch, left: blue, right: blue, top: [0.88, 0.9, 0.9] as const };
    expect(why({ sketch: gap })).toMatch(/too like the cloth/);
    expect(why({ sketch: { ...gap, top: [0.8, 0.8, 0.8] } })).toBeNull();
  });
  test('halves of two columns: in a dark picture their threads differ by little, but by much of what tells the stripe', () => {
    expect(reads({ sides: 0.17 })).toMatch(/two colours/);
    expect(reads({ sides: 0.12 })).toBeNull();
    expect(reads({ sides: 0.12, contrast: 0.28 })).toMatch(/two colours/);
  });
  test('no thread on one side: what was taken for the bobbin’s lies at the rim', () => {
    expect(reads({ thinnest: 0.015 })).toMatch(/hardly shows on one side.*comes round both edges/);
    expect(reads({ thinnest: 0.03 })).toBeNull();
    expect(why({ read: { ...read, thinnest: 0.03 }, wide: 48, box: { ...known.box, wide: 48 }, usualWide: 48 })).toMatch(/hardly shows on one side/); // prettier-ignore
  });
  test('one without a stripe where not as many are seen as were said: a tape, a label, half a column', () => {
    expect(reads({ share: 0.01 })).toBeNull();
    expect(why({ read: { ...read, share: 0.01 }, isOtherCount: true })).toMatch(
      /no bobbin thread is seen on it/,
    );
    expect(why({ read: { ...read, share: 0.02 }, isOtherCount: true })).toBeNull();
    expect(why({ isOtherCount: true })).toBeNull();
  });
  test('a stripe that is less like the bobbin than its thread is: the two were taken for each other', () => {
    expect(reads({ reach: -0.4 })).toMatch(/stripe is of another colour/);
    expect(reads({ reach: 0.5 })).toBeNull();
  });
  test('halves of two columns, of thread like a bobbin’s that is like the cloth: another half lies beside them', () => {
    expect(why({ isHalfBeside: true })).toBeNull();
    const white = { bobbin: [0.86, 0.9, 0.9], sketch: { ...sketch, inner: [0.86, 0.9, 0.9] } } as const;
    expect(why({ ...white, isHalfBeside: true })).toMatch(/half a column lies beside it/);
    expect(why(white)).toBeNull();
  });
  describe('hardly any stripe', () => {
    const darker = { contrast: 0.32, top: [0.48, 0.09, 0.12] as const };
    test('none seen, on nothing but the bobbin’s colour, darker: it may be its stripe in a shadow', () => {
      const none = { ...darker, share: 0.01 };
      expect(reads(none)).toMatch(/too like the bobbin/);
      expect(reads({ ...none, top: [0.48, 0.3, 0.12] })).toBeNull();
      expect(reads({ ...none, share: 0.1 })).toBeNull();
      expect(reads({ ...none, contrast: 0.19, top: [0.48, 0.3, 0.12] })).toMatch(/too like the bobbin/);
    });
    test('a thin one that was seen is read, unless the thread may be the bobbin’s in another light and they vary', () => {
      expect(reads({ ...darker, share: 0.02, clear: 12 })).toBeNull();
      expect(reads({ ...darker, share: 0.02, clear: 8 })).toMatch(/too like the bobbin/);
      // No light makes it a third as bright on one column of a block.
      expect(reads({ ...darker, top: [0.27, 0.05, 0.07], share: 0.02, clear: 8 })).toBeNull();
    });
    test('of threads that differ by little it is read where that is many times what they vary', () => {
      const little = { share: 0.02, contrast: 0.18, top: [0.5, 0.3, 0.6] as const };
      expect(reads({ ...little, clear: 8 })).toBeNull();
      expect(reads({ ...little, clear: 7 })).toMatch(/too like the bobbin/);
    });
  });
  test('threads that differ by less than a person tells, unless that is many times what they vary', () => {
    expect(reads({ contrast: 0.16, clear: 4 })).toMatch(/too like the bobbin/);
    expect(reads({ contrast: 0.16, clear: 5 })).toBeNull();
    expect(reads({ contrast: 0.125, clear: 5 })).toMatch(/too like the bobbin/);
    expect(reads({ contrast: 0.125, clear: 7 })).toBeNull();
    expect(reads({ contrast: 0.11, clear: 30 })).toMatch(/too like the bobbin/);
  });
  test('rows that fit badly, unless all columns of the photo do', () => {
    expect(reads({ misfit: 0.012 })).toMatch(/edges are not clear/);
    expect(why({ read: { ...read, misfit: 0.012 }, usualMisfit: 0.009 })).toBeNull();
  });
});
