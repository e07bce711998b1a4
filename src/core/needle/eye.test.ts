import { describe, expect, test } from 'vitest';
import { packing } from '../thread/diameter.ts';
import { fibres } from '../thread/fibres.ts';
import { eyeFit, eyeWidth } from './eye.ts';

/** A polyester thread that fills the standard eye of a 75 (an 80's, 0.32 mm) to `share`, by the circle's formula. */
const filling = (share: number) => ({
  tex: ((share * 0.32) / 0.0357) ** 2 * fibres.polyester.density * packing,
  fibre: 'polyester' as const,
});
const fit = (share: number) => eyeFit({ sizeMetric: 75, eye: 'standard' }, filling(share));

describe('a needle’s eye', () => {
  test('is a size above the blade, the long eye two; the words say which', () => {
    expect(eyeWidth({ sizeMetric: 75, eye: 'standard' })).toMatchObject({
      value: 0.32,
      because: 'The eye of a 75 embroidery needle is that of a 80.',
    });
    expect(eyeWidth({ sizeMetric: 75, eye: 'large' })).toMatchObject({
      value: 0.36,
      because: 'The eye of a 75 with the long eye is that of a 90.',
    });
  });
  test.each([
    [0.49, 'loose', -0.01],
    [0.51, 'comfortable', 0],
    [0.69, 'comfortable', 0],
    [0.71, 'snug', 0.01],
    [0.79, 'snug', 0.09],
    [0.81, 'tight', 0.11],
  ])('filled to %f is %s', (share, verdict, outside) => {
    expect(fit(share).verdict).toBe(verdict);
    expect(fit(share).outside).toBeCloseTo(outside, 6);
    expect(fit(share).fill.value).toBeCloseTo(share, 6);
  });
  test('its words and its spread: eye and diameter together', () => {
    const { fill } = fit(0.6);
    expect(fill.because).toBe('0.19 mm of thread in an eye 0.32 mm wide.');
    // 0.08 of the eye; half of 0.05, 0.15 and 0.03 of the diameter.
    expect(fill.spread).toBeCloseTo(Math.sqrt(0.08 ** 2 + 0.025 ** 2 + 0.075 ** 2 + 0.015 ** 2), 9);
  });
  test('a metallic runs through the large eye of a 90/14, and rubs in a 75/11 (common practice, no published source)', () => {
    const metallic = { fibre: 'metallic', tex: 25 } as const;
    expect(eyeFit({ sizeMetric: 90, eye: 'large' }, metallic).verdict).toBe('comfortable');
    expect(eyeFit({ sizeMetric: 75, eye: 'standard' }, metallic).verdict).toBe('tight');
  });
});
