import { expect, test } from 'vitest';
import { needle } from '../../../tests/support/entries.ts';
import { at, snapped, told } from '../../../tests/support/told.ts';
import { stripOf } from './strip.ts';

const day = 1440;
const ms = (minute: number) => Date.parse(at(minute));
const fitted = (minute: number, reason: 'worn' | 'broke', more: object = {}) =>
  told('needle_fitted', minute, { needle: needle(), reason }, { head: 1, position: 7, ...more });
const cone = (minute: number, threadId: string) =>
  told('cone_mounted', minute, { threadId, coneId: null, fibre: 'polyester' }, { head: 1, position: 7 });
const reading = (minute: number, grams: number) => told('case_measured', minute, { grams });

test('one needle follows the other, in the order of time, whatever order they come in', () => {
  const { needles, cones, from, to } = stripOf(
    [fitted(-60, 'broke'), cone(-30, 'red'), fitted(-2 * day, 'worn'), cone(-90, 'white')],
    at(0),
  );
  expect([from, to]).toEqual([ms(-2 * day), ms(0)]);
  expect(needles.map(({ from, to, data }) => [from, to, data.reason])).toEqual([
    [ms(-2 * day), ms(-60), 'worn'],
    [ms(-60), ms(0), 'broke'],
  ]);
  expect(cones.map(({ from, to, data }) => [from, to, data.threadId])).toEqual([
    [ms(-90), ms(-30), 'white'],
    [ms(-30), ms(0), 'red'],
  ]);
});

test('of two at one instant the one written later stands', () => {
  const both = [
    { ...fitted(-60, 'broke'), id: 'b' },
    { ...fitted(-60, 'worn'), id: 'a' },
  ];
  for (const events of [both, [...both].reverse()])
    expect(stripOf(events, at(0)).needles.map(({ data }) => data.reason)).toEqual(['broke']);
});

test('what was taken back, and what is not yet, is not drawn; what happens now is', () => {
  const strip = stripOf(
    [
      fitted(-60, 'worn'),
      fitted(-50, 'broke', { void: true }),
      fitted(10, 'broke'),
      snapped(0, 7),
      snapped(1, 7),
      reading(-5, 27),
      { ...reading(-4, 99), void: true },
    ],
    at(0),
  );
  expect(strip.needles).toHaveLength(1);
  expect(strip.breaks.map((one) => one.at)).toEqual([ms(0)]);
  expect(strip.readings).toEqual([{ at: ms(-5), grams: 27 }]);
});

test('it begins with the seat’s own first event, a day ago at the latest, 90 days ago at the earliest', () => {
  expect(stripOf([reading(-9 * day, 27)], at(0)).from).toBe(ms(-day));
  expect(stripOf([reading(-9 * day, 27), snapped(-5 * day, 7)], at(0)).from).toBe(ms(-5 * day));
  expect(stripOf([fitted(-200 * day, 'worn')], at(0)).from).toBe(ms(-90 * day));
  expect(stripOf([fitted(-200 * day, 'worn')], at(0), 30).from).toBe(ms(-30 * day));
});

test('what sat there before it begins is drawn from its beginning; what was gone by then is not; its first instant belongs to it', () => {
  const strip = stripOf(
    [
      fitted(-50 * day, 'worn'),
      fitted(-30 * day, 'broke'),
      fitted(-10 * day, 'worn'),
      snapped(-31 * day, 7),
      snapped(-30 * day, 7, { lostMs: 5 }),
      reading(-31 * day, 20),
      reading(-30 * day, 21),
    ],
    at(0),
    30,
  );
  expect(strip.needles.map(({ from, to }) => [from, to])).toEqual([
    [ms(-30 * day), ms(-10 * day)],
    [ms(-10 * day), ms(0)],
  ]);
  expect(strip.breaks).toEqual([{ at: ms(-30 * day), fault: 'snap', lostMs: 5 }]);
  expect(strip.readings).toEqual([{ at: ms(-30 * day), grams: 21 }]);
});
