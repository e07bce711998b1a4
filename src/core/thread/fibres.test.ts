import { expect, test } from 'vitest';
import { fibreKeys, fibres, isMetallic } from './fibres.ts';

// Densities of the solid fibres, g/cm³: from memory, as handbooks of textile fibres give them.
test('every fibre has its density', () => {
  expect(Object.fromEntries(fibreKeys.map((fibre) => [fibre, fibres[fibre].density]))).toEqual({
    polyester: 1.38,
    rayon: 1.52,
    silk: 1.33,
    cotton: 1.54,
    nylon: 1.14,
    metallic: 1.38,
  });
});
test('of a metallic the make-up is not known: its density is the least sure', () => {
  const unsure = fibreKeys.filter((fibre) => fibres[fibre].spread > 0.03);
  expect(unsure).toEqual(['metallic']);
  expect(fibreKeys.filter((fibre) => isMetallic(fibre))).toEqual(['metallic']);
  expect([isMetallic(null), isMetallic(undefined)]).toEqual([false, false]);
});
