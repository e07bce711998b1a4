import fc from 'fast-check';
import { expect, test } from 'vitest';
import { plainCell, safeCell } from './csv-cells.ts';

test.each([
  ['=1+1', "'=1+1"],
  ['  @SUM(1)', "'  @SUM(1)"],
  ['fine\n=cmd()', "fine\n'=cmd()"],
  ['note;=1+1', "note;'=1+1"],
  ['a; -2;\t+3', "a;' -2;\t'+3"],
  ['\tx', "'\tx"],
  ['blue-green; 3 = 4', 'blue-green; 3 = 4'],
])('%j stands in a file as %j: no spreadsheet runs it, whatever it takes a line apart by', (text, cell) => {
  expect(safeCell(text)).toBe(cell);
  // OWASP, “CSV Injection”: no part of the cell begins with one of these signs.
  for (const part of cell.split(/[\r\n;\t]/)) expect(part).not.toMatch(/^\s*[=+\-@]/);
});

test('a number is no formula', () => expect(safeCell(-5)).toBe(-5));

test('what was written is read back the same', () => {
  const text = fc.string({ unit: fc.constantFrom(...";\t\n'=+-@ ax") });
  fc.assert(
    fc.property(text, (said) => {
      expect(plainCell(String(safeCell(said)))).toBe(said);
    }),
  );
});
