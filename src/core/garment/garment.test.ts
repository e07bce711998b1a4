import { describe, expect, test } from 'vitest';
import { backingsOf } from './garment.ts';
import { clothFromWords, garmentFromWords, garmentOf } from './from-words.ts';
import { clothSuggestions, nearestCloths } from './nearest-cloths.ts';
import { cloths } from './cloths.ts';
import { hoopOf } from './hoops.ts';
import { askWhere, sizeRemark } from './size.ts';
import { garmentText } from './text.ts';
import { thicknessMm } from './thickness.ts';

describe('a cloth in the operator’s words', () => {
  test.each<readonly [string, string | null]>([
    ['polo shirts, piqué', 'knit-light'],
    ['grey hoodies', 'knit-heavy'],
    ['thick heavy knit', 'knit-heavy'],
    ['denim jackets', 'canvas'],
    ['trucker caps', 'cap'],
    // Caps and hats (common practice, no published source): what nothing stiffens is no structured cap.
    ...['hat', 'hats', 'trucker', 'flat bill', 'flat-bill hat', 'structured cap'].map(
      (words) => [words, 'cap'] as const,
    ),
    ...['beanie', 'knit cap', 'knitted hats'].map((words) => [words, 'knit-heavy'] as const),
    ...['dad cap', 'dad hats', 'unstructured cap', 'soft twill cap'].map(
      (words) => [words, 'twill'] as const,
    ),
    ['unstructured denim cap', 'canvas'],
    ['dress shirt', 'woven-dense'],
    ['batik', 'woven-light'],
    ['microfibre', 'woven-dense'],
    ['canvas tote', 'canvas'],
    ['leather jacket', 'leather'],
    // Goods of several cloths are asked about.
    ...['jacket', 'duffel bag', 'fishing shirt', 'shirt', 'lace'].map((words) => [words, null] as const),
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
    expect(nearestCloths('club jacket')).toEqual(['softshell', 'nylon', 'canvas']);
    expect(nearestCloths('duffel bag')[0]).toBe('nylon');
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

describe('how large a design may be (common practice, no published source)', () => {
  const wide = { widthMm: 110 };
  test('110 mm are within a cap’s front; a chest takes about 75 mm, a bag 100', () => {
    expect(sizeRemark({ ...wide, place: 'cap-front' })).toBeNull();
    expect(sizeRemark({ ...wide, cloth: 'cap' })).toBeNull();
    expect(sizeRemark({ ...wide, hoop: 'cap-frame' })).toBeNull();
    expect(sizeRemark({ widthMm: 130, cloth: 'cap' })).toMatch(/large for the cap front/);
    expect(sizeRemark({ ...wide, place: 'chest' })).toMatch(/75 mm/);
    expect(sizeRemark({ ...wide, place: 'bag' })).toMatch(/100 mm/);
  });
  test('where nothing says where it goes it is asked, from 100 mm on; of a cap never', () => {
    expect(sizeRemark(wide)).toBeNull();
    expect(askWhere(wide)).toMatch(/^110 mm wide: say where it goes/);
    expect(askWhere({ widthMm: 100 })).toBeNull();
    expect(askWhere({ ...wide, cloth: 'cap' })).toBeNull();
  });
});
