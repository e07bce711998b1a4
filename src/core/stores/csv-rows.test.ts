import { expect, test } from 'vitest';
import { readBobbinRows, readCaseRows, readNeedleRows, readThreadRows } from './csv-rows.ts';

const good = {
  code: 'TE40',
  name: 'Teal feather',
  colour: '#1BA3A0',
  weight: '225 den',
  fibre: 'polyester',
  batch: 'L1',
  metres: '5000',
};

test('a line is understood in any count, its colour in any case', () => {
  expect(readThreadRows([good])[0]).toMatchObject({
    line: 2,
    faults: [],
    item: { code: 'TE40', colour: '#1ba3a0', weightNo: 40, tex: 25, cone: { batch: 'L1', metres: 5000 } },
  });
});
test('without metres the line names a thread and no cone', () =>
  expect(readThreadRows([{ ...good, metres: '' }])[0]!.item!.cone).toBeNull());
test.each([
  [{ ...good, colour: 'teal' }, /write it like #12509a/],
  [{ ...good, weight: 'forty' }, /Write it like 40 wt/],
  [{ ...good, fibre: 'wool' }, /polyester, rayon/],
  [{ ...good, metres: '-3' }, /whole number/],
  [{ colour: '#000000' }, /Missing: code, name, weight/],
])('a bad line says what is wrong: %o', (row, words) => {
  const [line] = readThreadRows([row as Record<string, string>]);
  expect(line!.item).toBeNull();
  expect(line!.faults.join(' ')).toMatch(words);
});

test('a needle’s line is read as its pack is, in either order of the sizes; empty counts stay as they are', () => {
  const [one, other, taught] = readNeedleRows(
    [
      { Needle: 'DBxK5 75/11 FFG', on_hand: '40', reorder_at: '10' },
      { Needle: '11/75 ses', on_hand: '', reorder_at: '' },
      { Needle: '75/11 ZQ', on_hand: '1', reorder_at: '2' },
    ],
    { ZQ: { point: 'medium-ball' } },
  );
  expect(one).toMatchObject({ faults: [], item: { text: '75/11 light ball', counted: 40, reorderAt: 10 } });
  expect(other).toMatchObject({ item: { text: '75/11 light ball', counted: null, reorderAt: null } });
  expect(taught).toMatchObject({ line: 4, item: { text: '75/11 medium ball' } });
});
test.each([
  [{ needle: '75/12' }, /75/],
  [{ needle: '' }, /Missing: needle/],
  [{ needle: '75/11', on_hand: 'ten' }, /on_hand must be a whole number/],
  [{ needle: '75/11', reorder_at: '-1' }, /reorder_at must be a whole number/],
])('a bad needle line says what is wrong: %o', (row, words) => {
  const [line] = readNeedleRows([row as Record<string, string>]);
  expect(line!.item).toBeNull();
  expect(line!.faults.join(' ')).toMatch(words);
});

test('a bobbin’s line takes its thread in any count; without metres the class says what it holds', () => {
  const [line] = readBobbinRows([
    {
      name: 'White pre-wound',
      size: 'l',
      sides: 'magnetic',
      weight: '16.7 tex',
      fibre: '',
      colour: '',
      metres: '',
    },
  ]);
  expect(line).toMatchObject({
    faults: [],
    item: { size: 'L', sides: 'magnetic', tex: 16.7, weightNo: 59.9, fibre: 'polyester', metres: null },
  });
});
test.each([
  [{ name: 'A', size: 'XXL', weight: '60 wt' }, /“XXL” is no size class: write one of L, M/],
  [{ name: 'A', sides: 'wooden', weight: '60 wt' }, /“wooden” is no kind of sides/],
  [{ name: 'A', weight: 'thin' }, /Write it like/],
  [{ name: 'A', weight: '60 wt', metres: '1.5' }, /metres must be a whole number/],
  [{ weight: '60 wt', colour: 'white' }, /Missing: name.*write it like #12509a/],
  [{ name: 'A' }, /Missing: weight/],
])('a bad bobbin line says what is wrong: %o', (row, words) => {
  const [line] = readBobbinRows([row as Record<string, string>]);
  expect(line!.item).toBeNull();
  expect(line!.faults.join(' ')).toMatch(words);
});

test('a case’s line needs a name only; a direction that is none is refused', () => {
  const [good, bad, nameless] = readCaseRows([
    { name: 'Case E', size: '', turns: '', note: 'spare' },
    { name: 'Case F', turns: 'left' },
    { name: '' },
  ] as Record<string, string>[]);
  expect(good!.item).toEqual({ name: 'Case E', size: 'L', turns: 'clockwise', note: 'spare' });
  expect(bad!.faults).toEqual(['“left” is no direction: write one of clockwise, anticlockwise.']);
  expect(nameless!.faults).toEqual(['Missing: name.']);
});
