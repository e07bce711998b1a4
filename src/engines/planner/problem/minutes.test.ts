import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { changeTable, defaultMinutes } from './minutes.ts';

describe('what a change at one position takes, with the usual minutes (from memory; each shop’s own)', () => {
  const table = changeTable(defaultMinutes);
  test('nothing changes: nothing', () => expect(table.kept[0]).toBe(0));
  test('another colour of the same weight: a tie-on', () => {
    expect(table.kept[1]).toBe(1);
    expect(table.moves.kept[1]).toEqual(['tie-on']);
  });
  test('another weight, or a bare position: re-thread, re-tension', () => {
    expect(table.kept[2]).toBe(7.5);
    expect(table.kept[3]).toBe(7.5);
  });
  test('the needle alone: needle, re-eye, re-tension', () => {
    expect(table.needle[0]).toBe(7.5);
    expect(table.moves.needle[0]).toEqual(['needle', 'reeye', 'retension']);
  });
  test('needle and another weight: needle, re-thread, re-tension', () => expect(table.needle[2]).toBe(9.5));
  test('needle and a colour of the same weight: tying on and then the needle is quicker than all at once', () => {
    expect(table.needle[1]).toBe(8.5);
    expect(table.moves.needle[1]).toContain('tie-on');
    expect(table.shortcuts).toHaveLength(1);
    expect(table.shortcuts[0]).toMatch(/at once 9.5 min, in steps 8.5 min/);
  });
});

test('with minutes that hold the triangle there is no shortcut', () =>
  expect(changeTable({ tieOn: 3, rethread: 2.5, reeye: 0.5, needle: 2, retension: 5 }).shortcuts).toEqual(
    [],
  ));

test('whatever the minutes: two changes never take less than the table says for both at once', () => {
  const time = fc.integer({ min: 0, max: 40 }).map((quarters) => quarters / 4);
  fc.assert(
    fc.property(
      fc.record({ tieOn: time, rethread: time, reeye: time, needle: time, retension: time }),
      (minutes) => {
        const { kept, needle } = changeTable(minutes);
        const epsilon = 1e-9;
        // Through another colour, through another weight, through another needle.
        expect(kept[1]! + kept[1]!).toBeGreaterThanOrEqual(kept[1]! - epsilon);
        expect(kept[2]! + kept[2]!).toBeGreaterThanOrEqual(kept[1]! - epsilon);
        expect(kept[1]! + kept[2]!).toBeGreaterThanOrEqual(kept[2]! - epsilon);
        for (const relation of [1, 2]) {
          expect(kept[relation]! + needle[0]!).toBeGreaterThanOrEqual(needle[relation]! - epsilon);
          expect(needle[0]! + needle[relation]!).toBeGreaterThanOrEqual(kept[relation]! - epsilon);
        }
        expect(kept[1]! + needle[1]!).toBeGreaterThanOrEqual(needle[0]! - epsilon);
        expect(kept[3]! + kept[1]!).toBeGreaterThanOrEqual(kept[3]! - epsilon);
        expect(kept[3]! + needle[1]!).toBeGreaterThanOrEqual(needle[3]! - epsilon);
      },
    ),
  );
});

test.each([-1, 241, NaN])('%d minutes are refused', (rethread) =>
  expect(() => changeTable({ ...defaultMinutes, rethread })).toThrow(/rethread.*Write minutes from 0 to 240/),
);
