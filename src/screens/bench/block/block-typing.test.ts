import { expect, test } from 'vitest';
import { nextPlace, placeBefore, typedWidths, wholeColumns } from './block-typing.ts';

const order = [15, 14, 13];
test('left, bobbin, right, then the next position along the rail; and back again', () => {
  let place: ReturnType<typeof nextPlace> = { position: 15, part: 'left' };
  const walked: string[] = [];
  while (place) {
    walked.push(`${place.position} ${place.part}`);
    place = nextPlace(place, order);
  }
  expect(walked).toEqual([15, 14, 13].flatMap((one) => [`${one} left`, `${one} bobbin`, `${one} right`]));
  expect(placeBefore({ position: 14, part: 'left' }, order)).toEqual({ position: 15, part: 'right' });
  expect(placeBefore({ position: 15, part: 'left' }, order)).toBeNull();
});
test('a width, a whole column in one go, or nothing that is one', () => {
  expect(typedWidths('3,4')).toEqual([3.4]);
  expect(typedWidths(' 3.4 3.2  3.4 ')).toEqual([3.4, 3.2, 3.4]);
  for (const wrong of ['', 'x', '-1', '61', '3 x']) expect(typedWidths(wrong)).toBeNull();
});
test('only whole columns count', () => {
  const widths = {
    15: { left: 3, bobbin: 3, right: 3 },
    14: { left: 3 },
    13: { left: 0, bobbin: 0, right: 0 },
  };
  expect(wholeColumns(widths, order).map((column) => column.position)).toEqual([15]);
});
