import { expect, test } from 'vitest';
import { counting, entrySays, flagsOf, kindsOfStory, kindsWith, sqlKinds, sqlList } from './about-kinds.ts';
import type { EntryKind } from './entry.ts';

const says = (kind: EntryKind, data: unknown) => entrySays({ kind, data }, (id) => `<${id}>`);

test.each<[EntryKind, object, string]>([
  ['break', { fault: null }, 'break, kind not said'],
  ['break', { fault: 'shred' }, 'shred'],
  ['break', { fault: 'needle_broke', fragments: 'missing' }, 'needle broke, fragment missing'],
  ['case_measured', { grams: 27.46 }, 'bobbin case reads 27.5 g'],
  ['case_measured', { grams: 30, verdict: 'steady' }, 'bobbin case reads 30 g'],
  ['check_asked', { says: 'Look at the hook' }, 'to check: Look at the hook'],
  ['check_done', { item: 'oil', says: 'Oil the hook', state: 'done' }, 'checked: Oil the hook'],
  ['check_done', { item: 'oil', says: 'Oil', state: 'done', why: 'said twice' }, 'checked: Oil'],
  ['check_done', { item: 'oil', says: 'Oil', state: 'not_done', why: 'no oil' }, 'not checked: Oil (no oil)'],
  ['check_done', { item: 'oil', says: 'Oil', state: 'not_done' }, 'not checked: Oil'],
  ['screw_turned', { caseId: 'c', turns: -0.25 }, '<c>: screw 1/4 left'],
  ['block_read', { columns: [{}] }, 'test block read, 1 column'],
  ['block_read', { columns: [{}, {}] }, 'test block read, 2 columns'],
  [
    'piece_finished',
    {
      heads: [2],
      stops: [
        { stop: 1, position: 3, stitches: 900 },
        { stop: 2, position: 4, stitches: 250 },
      ],
    },
    'piece, 1,150 st',
  ],
  [
    'piece_finished',
    { heads: [1, 3], stops: [{ stop: 1, position: 3, stitches: 900 }] },
    '2 pieces, 900 st each',
  ],
  ['job_started', {}, 'job put on the machine'],
  ['note', { text: 'new oil' }, 'new oil'],
])('%s %j says “%s”', (kind, data, words) => {
  expect(says(kind, data)).toBe(words);
});

test('a gauge’s doubt is said, its steadiness is not worth a word', () => {
  const doubt = says('case_measured', { grams: 30, verdict: 'drift' });
  expect(doubt).toMatch(/^bobbin case reads 30 g, ./);
});

test('an entry that was taken back, or of another kind, does not count as one', () => {
  const entry = (kind: EntryKind, taken: boolean) => ({ kind, void: taken });
  expect(counting('note')(entry('note', false))).toBe(true);
  expect(counting('note')(entry('note', true))).toBe(false);
  expect(counting('note')(entry('break', false))).toBe(false);
});

test('kinds by their flags, and as lists of SQL', () => {
  expect(kindsWith('stops')).toEqual(expect.arrayContaining(['break', 'stop']));
  expect(kindsWith('sews')).toEqual(expect.arrayContaining(['piece_finished', 'part_sewn']));
  expect(kindsWith('sews')).not.toContain('break');
  expect(kindsOfStory('breaks')).toContain('break');
  expect(kindsOfStory('breaks')).not.toContain('needle_fitted');
  expect(sqlList(['break', 'note'])).toBe("'break', 'note'");
  expect(sqlKinds('sews').split(', ')).toEqual(kindsWith('sews').map((kind) => `'${kind}'`));
  expect(flagsOf('toString')).toEqual({});
});
