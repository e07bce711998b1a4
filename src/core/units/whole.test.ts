import { expect, test } from 'vitest';
import { wholeFromText } from './whole.ts';

test.each([
  ['0', 0],
  ['4200', 4200],
  [' 4,200 ', 4200],
  ['4 200', 4200],
  ['4.200', 4200],
  ["1'104’200", 1_104_200],
  ['12.345', 12_345],
])('%j is %i', (text, value) => expect(wholeFromText(text)).toBe(value));
test.each([
  '',
  ' ',
  '-1',
  '1.2',
  '1.20',
  '1.2000',
  '42,00,000',
  '1234,567',
  '1e3',
  '4200 st',
  'x4200',
  '4,200,',
])('%j is no whole number', (text) => expect(wholeFromText(text)).toBeNull());
