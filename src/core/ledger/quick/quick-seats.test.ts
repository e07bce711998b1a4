import { describe, expect, test } from 'vitest';
import { readQuickLine } from './quick-line.ts';
import { seatsNamed, seatsText } from './quick-seats.ts';

const one = { heads: 1, positions: 15, head: 1 };
const four = { heads: 4, positions: 12, head: 2 };
const positions = (line: string) => seatsNamed(line, one)?.seats.map((seat) => seat.position);

describe('the seats that a line names', () => {
  test.each([
    ['7b', [7]],
    ['9-12n 80/12', [9, 10, 11, 12]],
    ['12 – 9 n', [12, 11, 10, 9]],
    ['10,12c SI40', [10, 12]],
    ['1-3, 5+7c', [1, 2, 3, 5, 7]],
    ['3,3,2-4n', [3, 2, 4]],
  ])('%s', (line, expected) => expect(positions(line)).toEqual(expected));
  test('what follows is left; a line without a number names none', () => {
    expect(seatsNamed('9-12n 80/12 sharp worn', one)?.rest).toBe('n 80/12 sharp worn');
    expect(seatsNamed('p', one)).toBeNull();
    expect(seatsNamed('g 27', one)).toBeNull();
    expect(seatsNamed('12', one)).toBeNull();
  });
  test('heads before a point, each with all the positions; without them the head that is looked at', () => {
    expect(seatsNamed('3.7b', four)?.seats).toEqual([{ head: 3, position: 7 }]);
    expect(seatsNamed('1-2.9,10n', four)?.seats).toEqual([
      { head: 1, position: 9 },
      { head: 1, position: 10 },
      { head: 2, position: 9 },
      { head: 2, position: 10 },
    ]);
    expect(seatsNamed('9n', four)?.seats).toEqual([{ head: 2, position: 9 }]);
  });
  test.each([
    ['9-16n', one, 'There is no position 16: this head has 1 to 15.'],
    ['0c', one, 'There is no position 0: this head has 1 to 15.'],
    ['1-99999999n', one, 'There is no position 16: this head has 1 to 15.'],
    ['4-5.1n', four, 'There is no head 5: this machine has 1 to 4.'],
    ['2.1n', one, 'There is no head 2: this machine has one.'],
  ])('%s: %s', (line, machine, says) => expect(() => seatsNamed(line, machine)).toThrow(says));
});

test.each([
  ['7n', one, 'position 7'],
  ['9-12n', one, 'positions 9 to 12'],
  ['9,10n', one, 'positions 9 and 10'],
  ['3,5,9n', one, 'positions 3, 5 and 9'],
  ['3.7n', four, 'head 3, position 7'],
  ['1-4.7n', four, 'position 7 on heads 1 to 4'],
  ['2.1-3n', four, 'positions 1 to 3 on head 2'],
])('%s is told as “%s”', (line, machine, says) =>
  expect(seatsText(seatsNamed(line, machine)!.seats, machine)).toBe(says),
);

describe('several at once on the quick line', () => {
  const context = {
    ...one,
    threads: [{ id: 'si', code: 'SI40', name: 'Pebble grey', fibre: 'polyester' as const }],
    cones: [{ id: 'c9', threadId: 'si', batch: 'L9' }],
    threadOn: () => 'si',
  };
  test('needles and cones go on all of them; what is said names them', () => {
    expect(readQuickLine('9-12n 80/12 sharp worn', context)).toMatchObject({
      says: 'New needles at positions 9 to 12: 80/12 sharp, worn',
      draft: { kind: 'needle_fitted', data: { reason: 'worn' } },
      at: [9, 10, 11, 12].map((position) => ({ head: 1, position })),
    });
    expect(readQuickLine('10,12c SI40', context)).toMatchObject({
      says: 'New cones on positions 10 and 12: Pebble grey (SI40)',
      at: [
        { head: 1, position: 10 },
        { head: 1, position: 12 },
      ],
    });
    expect(readQuickLine('g 27', context)).toMatchObject({ at: [] });
  });
  test.each([
    ['9-12b', 'One position at a time, like 7b shred.'],
    ['10,12c', 'Which thread? Write its code, like 10,12c SI40.'],
    [
      '10,12c SI40 L9',
      'Cone L9 sits on one position. Leave the batch out to mount the thread on all of them.',
    ],
    ['9-12n', 'No needle is on record at positions 9 to 12. Write which one, like 9n 75/11 sharp.'],
  ])('%s cannot be: %s', (line, says) => expect(() => readQuickLine(line, context)).toThrow(says));
});
