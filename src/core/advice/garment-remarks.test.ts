import { describe, expect, test } from 'vitest';
import type { Garment } from '../garment/garment.ts';
import { garmentRemarks } from './garment-remarks.ts';

const told = (garment: Garment, cloth = '') => garmentRemarks({ cloth, garment });
const ids = (garment: Garment, cloth = '') => told(garment, cloth).map(({ id }) => id);

describe('what is told of a garment (common practice, no published source, unless said)', () => {
  test('nothing of what was not said', () => {
    expect(told({})).toEqual([]);
    expect(told({ place: 'chest' })).toEqual([]);
    expect(told({ backingLayers: 1 })).toEqual([]);
    expect(told({ hoop: 'large', widthMm: 20 })).toEqual([]);
  });
  test('a cloth that the advice does not know, with the nearest; a known one and none are not told', () => {
    expect(told({}, 'moonstuff kanvas')[0]).toMatchObject({
      id: 'cloth',
      nearest: ['canvas', 'knit-light', 'twill'],
    });
    expect(ids({ cloth: 'felt' }, 'moonstuff')).toEqual([]);
    expect(ids({}, 'denim')).toEqual([]);
    expect(ids({}, '   ')).toEqual([]);
  });
  test('shirt fronts stay around 75 mm, bags and packs take 100', () => {
    expect(told({ place: 'chest', widthMm: 90 })[0]!.says).toBe(
      '90 mm wide is large for the chest. Logos on a shirt’s front stay around 75 mm.',
    );
    expect(ids({ place: 'chest', widthMm: 78 })).toEqual([]);
    expect(ids({ place: 'bag', widthMm: 100 })).toEqual([]);
    expect(ids({ place: 'bag', widthMm: 106 })).toEqual(['place']);
    expect(ids({ place: 'back', widthMm: 280 })).toEqual([]);
    expect(told({ place: 'cap-front', widthMm: 130, heightMm: 70.26, order: 'cap' })[0]!.says).toMatch(
      /^130 mm wide and 70.3 mm high is large/,
    );
  });
  test('a size is large from just above a twentieth over what is usual, its width and its height by themselves', () => {
    // Chest 75 mm: 78.75 is not yet told. Cap front 120 by 58: 60.9 high.
    expect(ids({ place: 'chest', widthMm: 78.75 })).toEqual([]);
    expect(ids({ place: 'chest', widthMm: 78.8 })).toEqual(['place']);
    expect(ids({ place: 'cap-front', heightMm: 60.9, order: 'cap' })).toEqual([]);
    expect(told({ place: 'cap-front', heightMm: 61, order: 'cap' })[0]!.says).toMatch(/^61 mm high is large/);
    expect(told({ place: 'cap-front', widthMm: 130, heightMm: 40, order: 'cap' })[0]!.says).toMatch(
      /^130 mm wide is large/,
    );
    // What is usual is not known: however high, nothing is told.
    expect(ids({ place: 'chest', widthMm: 70, heightMm: 400 })).toEqual([]);
    expect(ids({ place: 'back', widthMm: 400, heightMm: 400 })).toEqual([]);
  });
  test('a design that just fills its hoop is held; one wider or higher is not', () => {
    expect(ids({ widthMm: 120, heightMm: 120, hoop: 'small' })).toEqual([]);
    expect(ids({ widthMm: 120.1, heightMm: 50, hoop: 'small' })).toEqual(['hoop']);
    expect(ids({ widthMm: 50, heightMm: 120.1, hoop: 'small' })).toEqual(['hoop']);
    // Much larger is told of both sides only, and not of a hoop of which one side is not known.
    expect(ids({ widthMm: 20, heightMm: 110, hoop: 'small' })).toEqual([]);
    expect(ids({ widthMm: 110, heightMm: 20, hoop: 'small' })).toEqual([]);
    expect(ids({ widthMm: 20, heightMm: 20, hoopWidthMm: 300 })).toEqual([]);
    expect(ids({ widthMm: 20, heightMm: 20, hoopHeightMm: 300 })).toEqual([]);
    expect(ids({ heightMm: 20, hoop: 'large' })).toEqual([]);
  });
  test('a cap that is not in a cap’s order, by its cloth, its frame or its place; and a flat that is', () => {
    expect(ids({ cloth: 'cap' })).toEqual(['order']);
    expect(ids({ hoop: 'cap-frame', order: 'flat' })).toEqual(['order']);
    expect(ids({ place: 'cap-front' })).toEqual(['order']);
    expect(ids({ cloth: 'cap', order: 'cap' })).toEqual([]);
    expect(told({ cloth: 'canvas', order: 'cap' })[0]!.says).toContain('this is no cap');
    expect(ids({ cloth: 'canvas', order: 'flat' })).toEqual([]);
  });
  test('a hoop much larger than the design, and one that does not hold it (from memory)', () => {
    const design = { widthMm: 60, heightMm: 40 };
    expect(told({ ...design, hoop: 'large' })[0]!.says).toContain('300 mm by 300 mm is much larger');
    expect(ids({ ...design, hoop: 'small' })).toEqual([]);
    expect(ids({ ...design, hoopWidthMm: 150, hoopHeightMm: 100 })).toEqual(['hoop']);
    expect(ids({ ...design, hoopWidthMm: 149, hoopHeightMm: 300 })).toEqual([]);
    expect(told({ widthMm: 200, heightMm: 40, hoop: 'medium' })[0]!.says).toContain('would strike the hoop');
    expect(ids({ widthMm: 40, heightMm: 20, hoop: 'cap-frame', order: 'cap' })).toEqual([]);
  });
  test('a large hoop gets two layers of backing, others one', () => {
    expect(told({ hoop: 'large', backingLayers: 1 })[0]!.says).toMatch(
      /^One layer of backing where the hoop asks for two/,
    );
    expect(ids({ hoop: 'large', backingLayers: 2 })).toEqual([]);
    expect(ids({ hoop: 'medium', backingLayers: 1 })).toEqual([]);
    // A hoop of which only the size was said is as large as it is.
    expect(ids({ hoopWidthMm: 400, hoopHeightMm: 300, backingLayers: 1 })).toEqual(['backing']);
    expect(ids({ hoopHeightMm: 400, backingLayers: 1 })).toEqual(['backing']);
    expect(ids({ hoopWidthMm: 120, hoopHeightMm: 120, backingLayers: 1 })).toEqual([]);
    expect(ids({ backingLayers: 1 })).toEqual([]);
  });
});
