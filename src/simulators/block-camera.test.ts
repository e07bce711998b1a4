import { describe, expect, it } from 'vitest';
import { chance } from '../core/base/chance.ts';
import { readUnderside } from '../engines/underside/read.ts';
import { photograph, type Sitting } from './block-camera.ts';

const threads = ['#b4232a', '#1f4e8c', '#2f6b3a', '#d9a400', '#5a2d6e', '#17181b'];
const sitting = (shares: readonly number[], held: Partial<Sitting> = {}): Sitting => ({
  columns: shares.map((share, index) => ({
    position: index + 1,
    left: 5 * (1 - share),
    bobbin: 10 * share,
    right: 5 * (1 - share),
    thread: threads[index % threads.length]!,
  })),
  bobbin: '#f6f5f0',
  cloth: '#8c8f86',
  tilt: 0,
  shade: 0,
  blur: 0,
  ...held,
});

describe('the simulated camera', () => {
  it.each([
    ['straight and sharp', {}],
    ['turned and dark in a corner', { tilt: 3, shade: 0.3 }],
    ['blurred', { blur: 2, tilt: -2 }],
  ])('makes a picture that the reader reads as it was sewn: %s', (_, held) => {
    const shares = [0.2, 0.33, 0.5, 0.4, 0.1, 0.6];
    const picture = photograph(sitting(shares, held), chance(5).next);
    const read = readUnderside(picture, { count: 6, columnMm: 10 });
    const off = read.map((one, index) => Math.abs(one.share! - shares[index]!));
    expect(Math.max(...off)).toBeLessThan(0.05);
  });

  it('shows a white column under a white bobbin as unreadable', () => {
    const made = sitting([0.3, 0.3, 0.3]);
    const columns = made.columns.map((column, index) =>
      index === 1 ? { ...column, thread: '#f6f5f0' } : column,
    );
    const picture = photograph({ ...made, columns }, chance(7).next);
    const read = readUnderside(picture, { count: 3, columnMm: 10 });
    expect(read[1]!.widths).toBeNull();
    expect(read[0]!.share).toBeCloseTo(0.3, 1);
  });
});
