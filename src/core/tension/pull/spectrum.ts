import FFT from 'fft.js';

/** Power of a signal by frequency: bins from 0 to half the sampling rate, `step` Hz apart. */
export interface Spectrum {
  power: Float64Array;
  step: number;
}

/**
 * One-sided power spectrum of a signal without its mean, under a Hann window, padded to a power of two. Scaled so that
 * all bins together are the signal's variance (Parseval), so a bin range is the part of the variance that swings there.
 */
export function powerSpectrum(signal: readonly number[], rateHz: number): Spectrum {
  const count = signal.length;
  const size = 2 ** Math.ceil(Math.log2(Math.max(8, count)));
  const average = signal.reduce((a, b) => a + b, 0) / count;
  const data = new Float64Array(size);
  let window2 = 0;
  for (let at = 0; at < count; at++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / count);
    data[at] = (signal[at]! - average) * window;
    window2 += window ** 2;
  }
  const fft = new FFT(size);
  const out = fft.createComplexArray();
  fft.realTransform(out, data);
  const power = new Float64Array(size / 2 + 1);
  for (let bin = 0; bin < power.length; bin++) {
    const squared = out[2 * bin]! ** 2 + out[2 * bin + 1]! ** 2;
    const sides = bin === 0 || bin === size / 2 ? 1 : 2;
    power[bin] = (sides * squared) / (size * window2);
  }
  return { power, step: rateHz / size };
}

/** Part of the variance between two frequencies. */
export function powerBetween({ power, step }: Spectrum, from: number, to: number): number {
  let sum = 0;
  for (let bin = Math.max(0, Math.ceil(from / step)); bin <= Math.min(power.length - 1, to / step); bin++)
    sum += power[bin]!;
  return sum;
}
