import { expect, test } from 'vitest';
import { columnsDiffer, countTold, isFarOff } from './count.ts';

test('nothing is told where as many are seen as were said, or none was said', () => {
  expect(countTold(4, 4)).toBeNull();
  expect(countTold(4, undefined)).toBeNull();
});
test('fewer or more than were said: what is seen, and what to do', () => {
  expect(countTold(11, 12)).toBe(
    '11 columns are seen on this picture, 12 were said. Add the one that is missing, where it lies, or set the number to 11.',
  );
  expect(countTold(1, 3)).toBe(
    '1 column is seen on this picture, 3 were said. Add the ones that are missing, where they lie, or set the number to 1.',
  );
  expect(countTold(2, 1)).toBe(
    '2 columns are seen on this picture, 1 was said. Take off what lies on no column, or set the number to 2.',
  );
});
test('not half of what was said: nothing is read', () => {
  expect(isFarOff(5, 10)).toBe(false);
  expect(isFarOff(4, 9)).toBe(true);
  expect(isFarOff(1, undefined)).toBe(false);
  expect(isFarOff(24, undefined)).toBe(false);
  expect(columnsDiffer(1, 6)).toMatchObject({ name: 'ColumnsDiffer' });
  expect(columnsDiffer(1, 6).message).toMatch(/^1 column is seen on this picture, 6 were said\./);
});
test('more than twice what was said and two: it is texture that is seen', () => {
  expect(isFarOff(4, 1)).toBe(false);
  expect(isFarOff(5, 1)).toBe(true);
  expect(isFarOff(16, 3)).toBe(true);
  expect(isFarOff(22, 10)).toBe(false);
});
