import { expect, test } from 'vitest';
import { missingAfter, nextPlace, placeBefore, typedWidths, wholeColumns } from './block-typing.ts';

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
  for (const wrong of ['', 'x', '-1', '40', '3 x']) expect(typedWidths(wrong)).toBeNull();
});
test('the cursor goes on through a column, then to what is missing, also before', () => {
  const whole = { left: 3, bobbin: 3, right: 3 };
  const widths = { 15: { left: 3, right: 3 }, 14: whole };
  expect(missingAfter({ position: 14, part: 'left' }, widths, order)).toEqual({
    position: 14,
    part: 'bobbin',
  });
  expect(missingAfter({ position: 14, part: 'right' }, widths, order)).toEqual({
    position: 13,
    part: 'left',
  });
  expect(missingAfter({ position: 13, part: 'right' }, { ...widths, 13: whole }, order)).toEqual({
    position: 15,
    part: 'bobbin',
  });
  expect(
    missingAfter({ position: 13, part: 'right' }, { 15: whole, 14: whole, 13: whole }, order),
  ).toBeNull();
});
test('only whole columns count', () => {
  const widths = {
    15: { left: 3, bobbin: 3, right: 3 },
    14: { left: 3 },
    13: { left: 0, bobbin: 0, right: 0 },
  };
  expect(wholeColumns(widths, order).map((column) => column.position)).toEqual([15]);
});
