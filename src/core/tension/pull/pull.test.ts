import { describe, expect, test } from 'vitest';
import { activeStretches } from './active.ts';
import { localBeat } from './beat.ts';
import { byLength } from './by-length.ts';
import { powerBetween, powerSpectrum } from './spectrum.ts';
import { copyUpper } from './thread-gauge.ts';
import { readPullCurve } from './pull-curve.ts';

const many = (count: number, of: number | ((at: number) => number)) =>
  Array.from({ length: count }, (_, at) => (typeof of === 'number' ? of : of(at)));
/** 50 samples a second: means of three, 10 after a start and 8 before an end are cut off. */
const rateHz = 50;

describe('where thread was really drawn', () => {
  test('a pull without a wait: from a fifth of a second on, to its very end', () => {
    expect(activeStretches(many(200, 30), rateHz)).toEqual([{ from: 10, to: 200 }]);
    expect(activeStretches([], rateHz)).toEqual([]);
    expect(activeStretches(many(200, 0), rateHz)).toEqual([]);
    expect(activeStretches(many(200, -1), rateHz)).toEqual([]);
  });
  test('waits before and after are cut off, with what the start and the end reach into', () => {
    const pull = [...many(50, 0), ...many(250, 30), ...many(70, 0)];
    expect(activeStretches(pull, rateHz)).toEqual([{ from: 60, to: 292 }]);
    // A long wait is not the pull's middle.
    expect(activeStretches([...many(1500, 0), ...many(250, 30), ...many(90, 0)], rateHz)).toEqual([
      { from: 1510, to: 1742 },
    ]);
  });
  test('a stop makes two stretches; half a second between two stops is no pull, six tenths are', () => {
    const stop = many(20, 0);
    const pull = (second: number) => [
      ...many(100, 30),
      ...stop,
      ...many(second, 30),
      ...stop,
      ...many(100, 30),
    ];
    expect(activeStretches(pull(100), rateHz)).toEqual([
      { from: 10, to: 92 },
      { from: 130, to: 212 },
      { from: 250, to: 340 },
    ]);
    expect(activeStretches(pull(47), rateHz)).toHaveLength(2);
    expect(activeStretches(pull(48), rateHz)[1]).toEqual({ from: 130, to: 160 });
  });
  test('one zero, or a moment under half of the pull, ends nothing', () => {
    expect(activeStretches([...many(100, 30), 0, ...many(100, 30)], 100)).toEqual([{ from: 20, to: 201 }]);
    // Means of five at 100 a second: two zeros leave 18 of 30 g, three 12.
    expect(activeStretches([...many(100, 30), 0, 0, ...many(100, 30)], 100)).toHaveLength(1);
    expect(activeStretches([...many(100, 30), 0, 0, 0, ...many(100, 30)], 100)).toHaveLength(2);
  });
  test('a slow pull-in is left out until it has come near the middle, a slow release from where it falls', () => {
    const slow = [...many(30, (at) => at), ...many(200, 30), ...many(30, (at) => 29 - at)];
    // On from 17 g (17), 27 after the guard: at 27 g means are over 26.4. Off at 16 g, 8 before that lies at 24 g.
    expect(activeStretches(slow, rateHz)).toEqual([{ from: 27, to: 235 }]);
    const slower = [...many(60, (at) => at / 2), ...many(200, 30), ...many(60, (at) => 29.5 - at / 2)];
    expect(activeStretches(slower, rateHz)).toEqual([{ from: 53, to: 272 }]);
    // But no longer than eight tenths of a second into it: then it is the pull.
    const creeping = [...many(100, 20), ...many(200, 30)];
    expect(activeStretches(creeping, rateHz)[0]!.from).toBe(40);
  });
});

describe('how a pull repeats itself', () => {
  const turn = 50;
  const wave = (at: number) => 3 * Math.sin((2 * Math.PI * at) / turn);

  test('an even beat: its period, turns exactly alike, and half of its swing', () => {
    const beat = localBeat(many(400, wave), turn)!;
    expect(beat.period).toBe(turn);
    // Near the ends only shorter turns fit on both sides.
    expect(beat.likeness).toBeGreaterThan(0.995);
    // Of fifty samples two at either end are left out: the third greatest.
    const third = many(turn, wave).sort((a, b) => b - a)[2]!;
    expect(beat.swing).toBeCloseTo(third, 1);
  });
  test('the diameter told wrongly, by a third more or less: the beat is found where it is', () => {
    for (const told of [35, 70]) {
      const beat = localBeat(many(600, wave), told)!;
      expect(Math.abs(beat.period - turn)).toBeLessThanOrEqual(2);
      expect(beat.likeness).toBeGreaterThan(0.95);
    }
  });
  test('a hand that grows faster by a half: turns are alike along the way, and not at any one period', () => {
    let phase = 0;
    const periods = many(600, (at) => 60 - (20 * at) / 600);
    const swaying = periods.map((period) => Math.sin((phase += (2 * Math.PI) / period)));
    const beat = localBeat(swaying, turn)!;
    expect(beat.likeness).toBeGreaterThan(0.9);
    expect(Math.abs(beat.period - turn)).toBeLessThanOrEqual(4);
    const at = (lag: number) => {
      const [before, after] = [swaying.slice(0, -lag), swaying.slice(lag)];
      return (
        before.reduce((sum, value, index) => sum + value * after[index]!, 0) /
        before.reduce((sum, value) => sum + value ** 2, 0)
      );
    };
    expect(Math.max(...[40, 45, 50, 55, 60].map(at))).toBeLessThan(0.8);
  });
  test('what does not repeat is not alike; a flat signal is not either', () => {
    // A random telegraph from a fixed list of bits (of π): no turn is like the next.
    const bits =
      '110010010000111111011010101000100010000101101000110000100011010011000100110001100110001010001011100000001101110000011100110100';
    const noise = [...bits].flatMap((bit) => many(4, bit === '1' ? 1 : -1));
    expect(localBeat(noise, turn)!.likeness).toBeLessThan(0.5);
    expect(localBeat(many(400, 0), turn)).toMatchObject({ likeness: 0, swing: 0 });
  });
  test('fewer than three turns, or turns of a few samples, say nothing', () => {
    expect(localBeat(many(149, wave), turn)).toBeNull();
    expect(localBeat(many(150, wave), turn)).not.toBeNull();
    // 0.55 of five samples are rounded to three, of four to two.
    expect(
      localBeat(
        many(100, (at) => Math.sin((2 * Math.PI * at) / 5)),
        5,
      ),
    ).not.toBeNull();
    expect(
      localBeat(
        many(100, (at) => Math.sin((2 * Math.PI * at) / 4)),
        4,
      ),
    ).toBeNull();
  });
});

describe('power by frequency', () => {
  test('against the definition: a Hann window, padded, one-sided', () => {
    const signal = many(50, (at) => 30 + Math.sin(at) + 0.2 * at);
    const { power, step } = powerSpectrum(signal, rateHz);
    const average = signal.reduce((sum, value) => sum + value, 0) / 50;
    const window = many(50, (at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (at + 0.5)) / 50));
    const square = window.reduce((sum, value) => sum + value ** 2, 0);
    expect(power).toHaveLength(33);
    expect(step).toBe(rateHz / 64);
    for (const bin of [0, 1, 2, 9, 31, 32]) {
      let [real, imaginary] = [0, 0];
      signal.forEach((value, at) => {
        const angle = (-2 * Math.PI * bin * at) / 64;
        real += (value - average) * window[at]! * Math.cos(angle);
        imaginary += (value - average) * window[at]! * Math.sin(angle);
      });
      const sides = bin === 0 || bin === 32 ? 1 : 2;
      expect(power[bin]).toBeCloseTo((sides * (real ** 2 + imaginary ** 2)) / (64 * square), 9);
    }
    expect(powerSpectrum([1, 2, 1], rateHz).power).toHaveLength(5);
    expect(powerSpectrum(many(64, Math.sin), rateHz).power).toHaveLength(33);
    expect(powerSpectrum(many(65, Math.sin), rateHz).power).toHaveLength(65);
  });
  test('between two frequencies, both ends with them, and nothing beyond the spectrum', () => {
    const spectrum = { power: Float64Array.of(1, 2, 4, 8, 16), step: 0.5 };
    expect(powerBetween(spectrum, 0, 2)).toBe(31);
    expect(powerBetween(spectrum, 0.5, 1.5)).toBe(14);
    expect(powerBetween(spectrum, 0.6, 1.4)).toBe(4);
    expect(powerBetween(spectrum, -3, 0.4)).toBe(1);
    expect(powerBetween(spectrum, 2, 9)).toBe(16);
    expect(powerBetween(spectrum, 0.6, 0.9)).toBe(0);
  });
});

describe('samples along the thread', () => {
  test('an even hand changes nothing; a hand twice as fast in the second half gives that half twice the samples', () => {
    const even = byLength([1, 2, 3, 4], [50, 50, 50, 50]);
    expect(even).toEqual({ values: [1, 2, 3, 4], speed: 50 });
    const { values, speed } = byLength([0, 1, 2, 3, 4], [40, 40, 40, 80, 80]);
    expect(speed).toBe(56);
    // Lengths of each step against an even hand's: 5/7, 5/7, 15/14 and 10/7.
    const lengths = [0, 5 / 7, 10 / 7, 2.5, 55 / 14];
    expect(values).toHaveLength(4);
    values.forEach((value, place) => {
      const after = lengths.findIndex((length) => length >= place - 1e-12) || 1;
      const [from, to] = [lengths[after - 1]!, lengths[after]!];
      expect(value).toBeCloseTo(after - 1 + (place - from) / (to - from), 9);
    });
  });
  test('where the hand stood still no thread goes by; where it hardly moved there is nothing to lay out', () => {
    // A fiftieth of the mean speed is standing.
    expect(byLength([5, 6, 9, 9, 7], [100, 100, 0, 1, 100])).toEqual({ values: [5, 6, 7], speed: 100 });
    expect(byLength([5, 6], [0, 0])).toEqual({ values: [5, 6], speed: 0 });
    expect(byLength([5, 6, 7], [0, 90, 0])).toEqual({ values: [5, 6, 7], speed: 30 });
  });
});

describe('a pull as it is told', () => {
  const told = { rateHz, speed: 80, woundDiameter: 16 };
  const read = (grams: readonly number[], more: object = {}) => readPullCurve({ ...told, grams, ...more });
  const steady = many(250, (at) => 30 + 0.2 * ((at * 7) % 5));

  test('middle, spread, and what was cut off', () => {
    const pull = read([...many(50, 0), ...steady, ...many(50, 0)]);
    expect(pull).toMatchObject({ dropped: 60, droppedAfter: 58, verdict: 'steady' });
    expect(pull.grams).toBeCloseTo(30.4, 9);
    // Five values a fifth of a gram apart, each as often.
    expect(pull.spread).toBeCloseTo(0.2 * Math.SQRT2, 2);
    expect(pull.beat.hertz).toBeCloseTo(80 / (Math.PI * 16), 12);
    expect(pull.outOfRound).toBeLessThan(0.1);
  });
  test('a drift is told in grams from beginning to end; over 15 in 100 of the middle it is the verdict', () => {
    const drifting = (grams: number) => read(many(250, (at) => 30 + (grams * at) / 249));
    // The first 10 of 250 samples are cut off.
    expect(drifting(4).drift).toBeCloseTo((4 * 239) / 249, 9);
    expect(drifting(4).verdict).toBe('steady');
    expect(drifting(6).verdict).toBe('drift');
    expect(drifting(-6).verdict).toBe('drift');
    expect(drifting(-6).drift).toBeCloseTo((-6 * 239) / 249, 9);
  });
  test('slow rises and sudden falls are stick and slip; one fall alone is a jerk of the hand', () => {
    const saw = many(250, (at) => 26 + 0.4 * (at % 25));
    expect(read(saw).verdict).toBe('stick-slip');
    // A turn of the screw is no advice here either, but it is not said to be bent.
    expect(read(saw).outOfRound).toBeLessThanOrEqual(0.09);
    expect(read(many(250, (at) => (at === 120 ? 24 : 30 + 0.1 * (at % 3)))).verdict).toBe('steady');
  });
  test('spots that come now and then are spots; as often as the bobbin turns they are the case', () => {
    const spotted = (spots: readonly number[]) =>
      read(
        many(
          300,
          (at) => 30 + 0.3 * ((at * 3) % 4) + (spots.some((spot) => at >= spot && at < spot + 4) ? 12 : 0),
        ),
      );
    expect(spotted([61, 70, 205]).verdict).toBe('tight-spots');
    // 80 mm/s on 16 mm: a turn takes 31 samples.
    const every = spotted(many(10, (turn) => Math.round(5 + turn * 31.4)));
    expect(every.verdict).toBe('out-of-round');
    expect(every.outOfRound).toBeGreaterThan(0.5);
    expect(every.beat.hertz).toBeCloseTo(80 / (Math.PI * 16), 1);
  });
  test('a swing once a turn: its amplitude and its part of all that moves', () => {
    const swing = (grams: number) =>
      read(many(300, (at) => 30 + grams * Math.sin((2 * Math.PI * at) / 31.416)));
    expect(swing(6)).toMatchObject({ verdict: 'out-of-round' });
    expect(swing(6).beat.amplitude).toBeCloseTo(6, 0);
    expect(swing(6).beat.share).toBeGreaterThan(0.95);
    expect(swing(0.6).verdict).toBe('steady');
    // Twice a turn, as an oval side tightens, counts with it.
    const oval = read(many(300, (at) => 30 + 6 * Math.sin((2 * Math.PI * at) / 15.708)));
    expect(oval.beat.share).toBeGreaterThan(0.9);
  });
  test('a pull too short for three turns is asked for again before any turn of the screw', () => {
    expect(read(many(90, 30), { woundDiameter: 26 }).outOfRound).toBe(0.12);
  });

  const refusals: readonly (readonly [string, object, string])[] = [
    ['too few samples a second', { rateHz: 9.9 }, 'PullOdd'],
    ['too many', { rateHz: 1001 }, 'PullOdd'],
    ['no speed', { speed: 0 }, 'PullOdd'],
    ['no diameter', { woundDiameter: 0 }, 'PullOdd'],
    ['fewer speeds than grams', { speeds: many(249, 80) }, 'PullOdd'],
    ['a speed that cannot be', { speeds: many(250, 1001) }, 'PullOdd'],
    ['a reading that cannot be', { grams: [...steady, 500.1] }, 'PullBroken'],
    ['one far below nothing', { grams: [...steady, -5.1] }, 'PullBroken'],
    ['one that is no number', { grams: [...steady, NaN] }, 'PullBroken'],
    ['a thread that is not in', { grams: many(200, 0.4) }, 'PullNothing'],
    ['a pull of a gram and less', { grams: many(200, (at) => (at === 3 ? 6 : 0.9)) }, 'PullNothing'],
    ['a second', { grams: many(50, 30) }, 'PullTooShort'],
    ['a moment of nothing', { grams: many(20, 0) }, 'PullTooShort'],
  ];
  test.each(refusals)('%s is refused', (_, change, name) => {
    expect(() => readPullCurve({ ...told, grams: steady, ...change })).toThrow(
      expect.objectContaining({ name }) as Error,
    );
  });
  test('what is just within is read', () => {
    expect(read(many(60, 30), { rateHz: 10 }).grams).toBe(30);
    expect(read(many(3000, 30), { rateHz: 1000 }).grams).toBe(30);
    expect(read([...steady, 500, -5]).verdict).toBeDefined();
    expect(read(steady, { speeds: many(250, 1000) }).grams).toBeCloseTo(30.4, 9);
    // A second and a half after its start: 75 samples of the 85.
    expect(read(many(85, 30)).grams).toBe(30);
    expect(() => read(many(84, 30))).toThrow('1.5 s after its start. Pull for three seconds or more.');
  });
});

describe('one good upper number for all', () => {
  test('within a twentieth a position is left alone; which way, and by how much', () => {
    const readings = [100, 105, 95, 106, 94, 100].map((grams, index) => ({ position: index + 1, grams }));
    expect(copyUpper(readings, 1)).toEqual({
      target: 100,
      turns: [
        { position: 4, way: 'loosen', off: 6 },
        { position: 5, way: 'tighten', off: -6 },
      ],
    });
    expect(copyUpper(readings, 1, 0.01).turns).toHaveLength(4);
    expect(() => copyUpper(readings, 9)).toThrow('Position 9 has no reading to copy. Gauge it first.');
    expect(() => copyUpper([{ position: 1, grams: 0 }], 1)).toThrow('Gauge it first');
  });
});
