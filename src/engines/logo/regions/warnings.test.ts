import { describe, expect, test } from 'vitest';
import type { Reading, Region } from '../reading.ts';
import { warningsOf } from './warnings.ts';

const region = (more: Partial<Region> = {}): Region => ({
  ...{ id: 1, tone: 1, kind: 'satin', areaMm2: 20, leftMm: 0, topMm: 0, widthMm: 10, heightMm: 3 },
  ...{ strokeMm: 2, thinnestMm: 2, plusMinusMm: 0.1, widestMm: 3, letters: null, stitches: 300, lengthMm: 3 },
  counted: { rows: 300, ends: 0, underlay: 0, ties: 0 },
  ...more,
});
const reading = (more: Partial<Reading> = {}) =>
  ({
    ...{ tones: [{ colour: '#cc1122', share: 1, isGround: false }], regions: [region()] },
    ...{ widthMm: 75, heightMm: 40, pxPerMm: 12, rimPx: 1 },
    ...more,
  }) as Omit<Reading, 'warnings'>;
const kinds = (more: Partial<Reading>, scale = 1) =>
  warningsOf(reading(more), scale).map((warning) => warning.kind);

describe('what to know before believing a reading', () => {
  test('a clear picture of a usual logo needs no warning', () => expect(kinds({})).toEqual([]));
  test('rims wider than a third of the thinnest part are a blur', () =>
    expect(kinds({ rimPx: 12, regions: [region({ strokeMm: 1 })] })).toEqual(['blurred']));
  test('strokes too few pixels wide are told with the picture to ask for', () => {
    const fine = region({ id: 3, strokeMm: 0.6, plusMinusMm: 0.2 });
    const [said] = warningsOf(reading({ pxPerMm: 3, regions: [region(), fine] }), 1);
    expect(said).toMatchObject({ kind: 'coarse', region: 3 });
    // 75 mm with six pixels to 0.6 mm: 750, in hundreds.
    expect(said!.says).toContain('0.6 mm are only 1.8 pixels wide');
    expect(said!.says).toContain('at least 800 pixels wide');
    // Reduced for reading: what counts is the picture itself.
    expect(warningsOf(reading({ pxPerMm: 3, regions: [fine] }), 0.5)[0]!.says).toContain('3.6 pixels');
    expect(kinds({ regions: [region({ strokeMm: 0.8, plusMinusMm: 0.2 })] })).toEqual([]);
  });
  test('colours that run into each other are told', () =>
    expect(warningsOf(reading(), 1, true).map((warning) => warning.kind)).toEqual(['gradient']));
  test('letters under 2.5 mm are too small for any thread (common practice, no published source)', () => {
    const letters = (smallestMm: number) => [
      region({
        kind: 'lettering',
        letters: { heightMm: smallestMm, plusMinusMm: 0.1, smallestMm, tiltDegrees: 0, count: 5 },
      }),
    ];
    expect(kinds({ regions: letters(2.5) })).toEqual([]);
    const [said] = warningsOf(reading({ regions: letters(2.1) }), 1);
    expect(said).toMatchObject({ kind: 'letters', region: 1 });
    expect(said!.says).toContain('2.1 mm');
  });
  test('a column too thin or too wide for satin is said of its own region', () => {
    const found = warningsOf(
      reading({ regions: [region({ id: 4, strokeMm: 0.6 }), region({ id: 5, widestMm: 7.5 })] }),
      1,
    );
    expect(found.map(({ kind, region: of }) => [kind, of])).toEqual([
      ['thin', 4],
      ['wide', 5],
    ]);
    expect(kinds({ regions: [region({ kind: 'fill', widestMm: 20 })] })).toEqual([]);
  });
  test('more than twelve threads look like a photograph; the ground is none of them', () => {
    const tones = Array.from({ length: 13 }, (_, index) => ({
      colour: `#0000${10 + index}`,
      share: 0.07,
      isGround: false,
    }));
    expect(kinds({ tones })).toEqual(['colours']);
    expect(kinds({ tones: [...tones.slice(1), { colour: '#ffffff', share: 0, isGround: true }] })).toEqual(
      [],
    );
  });
});
