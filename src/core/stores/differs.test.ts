import { expect, test } from 'vitest';
import { differences, freeName } from './differs.ts';

test('a line differs where it says something else; what it leaves open, and what a file rounds, does not', () => {
  const kept = { id: 'a', name: 'Teal feather', tex: 25, weightNo: 40, metres: 120 };
  expect(differences({ name: 'Teal feather', tex: 25.02, metres: null, cone: { batch: '' } }, kept)).toEqual(
    [],
  );
  expect(differences({ name: 'Teal', tex: 27 }, kept)).toEqual([
    { field: 'name', file: 'Teal', stores: 'Teal feather' },
    { field: 'tex', file: '27', stores: '25' },
  ]);
});

test('a free name is the next number, within what a name may have', () => {
  expect(freeName('TE40', ['te40', 'TE40-2'], 24)).toBe('TE40-3');
  expect(freeName('x'.repeat(24), [], 24)).toHaveLength(22);
});
