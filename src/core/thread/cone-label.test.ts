import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readConeLabel } from './cone-label.ts';

describe('a thread cone’s label', () => {
  test.each([
    [
      'Polyester 40 wt 5000 m TE40 Teal feather Lot L26-0140',
      {
        weightNo: 40,
        tex: 25,
        fibre: 'polyester',
        metres: 5000,
        batch: 'L26-0140',
        rest: 'TE40 Teal feather',
      },
    ],
    ['No. 60 viscose 1500m', { weightNo: 60, fibre: 'rayon', metres: 1500, batch: null }],
    ['TE40 250 dtex', { weightNo: 40, tex: 25, rest: 'TE40', assumed: ['polyester'] }],
    ['Nm 40 silk, 1,000 m', { weightNo: 40, fibre: 'silk', metres: 1000 }],
    ['No.40 pes 10 000 metres', { weightNo: 40, fibre: 'polyester', metres: 10000, rest: '', assumed: [] }],
    ["Ne 30/co 1'500m", { fibre: 'cotton', metres: 1500 }],
    ['40wt POLY 400 meters', { weightNo: 40, fibre: 'polyester', metres: 400, rest: '' }],
    ['12,5 tex cv batch: 77', { tex: 12.5, weightNo: 80, fibre: 'rayon', batch: '77', rest: '' }],
    ['100 denier nylon; Charge A_1 | Sky', { tex: 100 / 9, fibre: 'nylon', batch: 'A_1', rest: 'Sky' }],
    ['metal 40 wt', { fibre: 'metallic', metres: null, batch: null, rest: '', assumed: [] }],
    ['30 wt polyamide 7 m', { weightNo: 30, fibre: 'nylon', metres: null, rest: '7 m' }],
    ['40 wt 27 tex 240 den', { tex: 27 }],
    ['Poly 40 wt Polyester blend', { fibre: 'polyester', rest: 'Polyester blend' }],
  ])('“%s”', (text, expected) => expect(readConeLabel(text)).toMatchObject(expected));
  test('a stated denier wins over the weight number (common practice: makers’ true values vary)', () =>
    expect(readConeLabel('40 wt 240 den polyester')).toMatchObject({ tex: 240 / 9, weightNo: 37.5 }));
  test('without a weight it says what to add', () =>
    expect(() => readConeLabel('Teal feather')).toThrow(/40 wt, 25 tex or 225 den/));
  test('never fails but by a named refusal, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          readConeLabel(text);
        } catch (error) {
          expect((error as Error).name).toMatch(/^(ConeLabel|ThreadCount)/);
        }
      }),
    );
  });
});

test('what is no weight is quoted without the space around it, a long text cut', () => {
  expect(() => readConeLabel('  Teal  ')).toThrow('“Teal” says no thread weight.');
  expect(() => readConeLabel('x'.repeat(99))).toThrow(`“${'x'.repeat(60)}” says`);
});
