import { describe, expect, test } from 'vitest';
import { alreadyThere, listOf, namedAlready, storeLists, type StoreList } from './lists.ts';

describe('which list a file is', () => {
  test.each(Object.keys(storeLists) as StoreList[])(
    '%s by their own headings, wherever they are taken in',
    (list) => {
      for (const wanted of Object.keys(storeLists) as StoreList[])
        expect(listOf([...storeLists[list].headings], wanted)).toBe(list);
    },
  );
  test('a list with what it needs is what it is taken for; a file of nothing known is none', () => {
    expect(listOf(['name', 'size'], 'cases')).toBe('cases');
    expect(listOf(['name', 'size'], 'bobbins')).toBe('bobbins');
    expect(listOf([' Name ', 'SIDES', 'weight'], 'cases')).toBe('bobbins');
    expect(listOf(['wrong', 'columns'], 'cases')).toBeNull();
    expect(listOf([], 'needles')).toBeNull();
  });
});

test('as many are there as the stores hold of it; what has no key is new', () => {
  const key = (item: string) => (item === '' ? null : item);
  expect(alreadyThere(['a', 'a', 'b', '', 'a'], ['a', 'c', 'a'], key)).toEqual([
    true,
    true,
    false,
    false,
    false,
  ]);
  expect(alreadyThere([], ['a'], key)).toEqual([]);
});
test('a name is the same however it is written', () =>
  expect(namedAlready([{ name: 'Case A' }])([{ name: 'CASE a' }, { name: 'Case B' }])).toEqual([
    true,
    false,
  ]));
