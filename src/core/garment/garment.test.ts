import { describe, expect, test } from 'vitest';
import { backingsOf } from './garment.ts';
import { clothFromWords, garmentFromWords, garmentOf } from './from-words.ts';
import { clothSuggestions, nearestCloths } from './nearest-cloths.ts';
import { cloths } from './cloths.ts';
import { hoopOf } from './hoops.ts';
import { garmentText } from './text.ts';
import { thicknessMm } from './thickness.ts';

describe('a cloth in the operator’s words', () => {
  test.each([
    ['polo shirts, piqué', 'knit-light'],
    ['grey hoodies', 'knit-heavy'],
    ['thick heavy knit', 'knit-heavy'],
    ['denim jackets', 'canvas'],
    ['trucker caps', 'cap'],
    ['beach towel', 'towel'],
    ['anorak', 'nylon'],
    ['vinyl patches', 'leather'],
    ['cotton poplin', 'woven-dense'],
    ['landscape print', null],
    ['moonstuff', null],
  ])('“%s” is %s', (words, cloth) => expect(clothFromWords(words)).toBe(cloth));
  test('the known names mean themselves, and every suggestion means something', () => {
    for (const key of Object.keys(cloths) as (keyof typeof cloths)[])
      expect(clothFromWords(cloths[key].name)).toBe(key);
    for (const words of clothSuggestions) expect(clothFromWords(words), words).not.toBeNull();
  });
  test('of words that name none the nearest by spelling come first; without any the commonest are offered', () => {
    expect(nearestCloths('canvass bags')[0]).toBe('canvas');
    expect(nearestCloths('swaeter')[0]).toBe('knit-heavy');
    expect(nearestCloths('xqzw')).toEqual(['knit-light', 'twill', 'woven-light']);
    expect(nearestCloths('')).toHaveLength(3);
  });
});

describe('what a job’s words say of its garment', () => {
  test('only what they name', () => {
    expect(garmentFromWords('canvas')).toEqual({ cloth: 'canvas' });
    expect(garmentFromWords('')).toEqual({});
    expect(garmentFromWords('structured cap, 2 layers, across a seam, cut-away and sticky, film')).toEqual({
      cloth: 'cap',
      layers: 2,
      seams: true,
      backings: ['cut-away', 'sticky'],
      topping: 'film',
    });
    expect(garmentFromWords('double layer twill tote')).toEqual({ cloth: 'twill', layers: 2, place: 'bag' });
    expect(garmentFromWords('9 layers of felt')).toEqual({ cloth: 'felt' });
    expect(garmentFromWords('seamless knit, tear away')).toEqual({
      cloth: 'knit-light',
      backings: ['tear-away'],
    });
  });
  test('what was said counts before them, field by field', () => {
    expect(garmentOf({ cloth: 'canvas, three layers', garment: { cloth: 'twill', widthMm: 80 } })).toEqual({
      garment: { cloth: 'twill', layers: 3, widthMm: 80 },
      fromWords: ['layers'],
    });
    expect(garmentOf({ cloth: 'canvas' })).toEqual({ garment: { cloth: 'canvas' }, fromWords: ['cloth'] });
  });
});

test('film on top is a backing to the rules, heat-away film is none, and neither stands twice', () => {
  expect(backingsOf({ backings: ['cut-away'], topping: 'film' })).toEqual(['cut-away', 'film']);
  expect(backingsOf({ backings: ['film'], topping: 'film' })).toEqual(['film']);
  expect(backingsOf({ topping: 'heat-away' })).toEqual([]);
  expect(backingsOf({})).toEqual([]);
});

test('a hoop’s size by its longer inside (from memory)', () =>
  expect([140, 141, 220, 221].map(hoopOf)).toEqual(['small', 'medium', 'medium', 'large']));

test('a stitch goes through every layer of cloth and backing; unsaid is one of each, and cut-away', () => {
  expect(thicknessMm({ cloth: 'canvas' })).toBeCloseTo(0.9 + 0.35, 9);
  expect(thicknessMm({})).toBeCloseTo(0.7 + 0.35, 9);
  expect(
    thicknessMm({ cloth: 'twill', layers: 2, backings: ['tear-away'], backingLayers: 2, topping: 'film' }),
  ).toBeCloseTo(1.4 + 0.6 + 0.05, 9);
  expect(thicknessMm({ cloth: 'felt', backings: [] })).toBeCloseTo(1.5, 9);
  expect(thicknessMm({ cloth: 'towel', topping: 'film' })).toBeCloseTo(2 + 0.35 + 0.05, 9);
});

test('a garment in one line, only what was said', () => {
  expect(garmentText({})).toBe('');
  expect(
    garmentText({
      ...{ cloth: 'cap', layers: 2, seams: true, backings: ['cut-away', 'sticky'], backingLayers: 2 },
      ...{ topping: 'film', hoop: 'cap-frame', place: 'cap-front', widthMm: 110, heightMm: 50 },
    }),
  ).toBe(
    'structured cap, 2 layers, across a seam · 2 × cut-away and sticky, water-soluble film on top · cap frame · cap front, 110 × 50 mm',
  );
  expect(
    garmentText({ cloth: 'felt', layers: 1, seams: false, topping: 'none', hoop: 'large', widthMm: 40 }),
  ).toBe('felt · large hoop · 40 mm wide');
  expect(garmentText({ hoop: 'small', hoopWidthMm: 100, hoopHeightMm: 90, heightMm: 12 })).toBe(
    'small hoop, 100 × 90 mm · 12 mm high',
  );
});
