import { describe, expect, test } from 'vitest';
import { bobbinTold } from './bobbin.ts';
import type { Sketch } from './column.ts';
import { colourOf, type Colour } from '../image/planes.ts';

const grey = (value: number): Colour => [value, value, value];
const cloth = grey(0.9);
const red: Colour = [0.7, 0.14, 0.16];
const sketch = (top: Colour, inner: Colour, ground: Colour = cloth): Sketch => ({
  ...{ from: 0, to: 72, left: ground, right: ground, top, beside: [top, top], sides: 0, inner },
});
const rounded = (colours: readonly Colour[] | undefined) => colours?.map((one) => one.map((value) => Math.round(value * 100) / 100)); // prettier-ignore

describe('what the bobbin’s colour may be', () => {
  test('the one that most middles agree on first, then the others', () => {
    const { candidates } = bobbinTold([
      sketch(red, grey(0.1)),
      sketch(red, grey(0.12)),
      sketch(red, grey(0.5)),
    ]);
    expect(candidates).toHaveLength(2);
    expect(rounded(candidates[0])![2]).toEqual([0.11, 0.11, 0.11]);
    expect(rounded(candidates[1])![2]).toEqual([0.5, 0.5, 0.5]);
  });
  test('what is like the cloth counts for less: it may be the cloth beside a stripe that was taken for a column', () => {
    const { candidates } = bobbinTold([sketch(grey(0.1), grey(0.88)), sketch(red, grey(0.1))]);
    expect(rounded(candidates[0])![0]).toEqual([0.1, 0.1, 0.1]);
  });
  test('where most stripes are so thin that their middles are mixtures with the top thread: what they are mixed of', () => {
    const white: Colour = [0.82, 0.72, 0.75];
    const mixed = (part: number) =>
      sketch(
        red,
        colourOf((plane) => red[plane] + part * (white[plane] - red[plane])),
        grey(0.46),
      );
    for (const parts of [
      [1, 0.5, 0.45, 0.5, 0.55, 1, 0.52, 0.48],
      [1, 0.97, 0.62, 0.65, 0.6, 0.85, 0.8, 0.75],
    ]) {
      const { candidates } = bobbinTold(parts.map((part) => mixed(part)));
      expect(candidates).toHaveLength(1);
      candidates[0]!.forEach((colour) => expect(colour[1]).toBeGreaterThan(0.6));
    }
  });
  test('stripes of one width are no mixture, whatever their top threads: the usual colour', () => {
    const tops: Colour[] = [red, [0.1, 0.2, 0.6], grey(0.1), [0.2, 0.5, 0.2], grey(0.3)];
    const stripes = tops.map((top, index) => sketch(top, grey(0.7 + 0.02 * index), grey(0.46)));
    const { candidates } = bobbinTold([...stripes, sketch(red, red)]);
    expect(candidates).toHaveLength(1);
    expect(candidates[0]![5]![0]).toBeCloseTo(0.74, 2);
  });
  test('threads that hardly differ show gloss and shade: nothing purer is made of those', () => {
    const { candidates } = bobbinTold([0.12, 0.12, 0.13, 0.12, 0.14, 0.13, 0.24, 0.24].map((by) => sketch(grey(0.6), grey(0.6 + by), grey(0.2)))); // prettier-ignore
    expect(candidates[0]![0]![0]).toBeCloseTo(0.73, 2);
  });
  test('one bright column among grey ones is not what those are mixed of', () => {
    const { candidates } = bobbinTold([0.45, 0.46, 0.44, 0.45, 0.47, 0.43, 0.95].map((inner) => sketch(grey(0.05), grey(inner), [0.2, 0.5, 0.9]))); // prettier-ignore
    expect(candidates[0]![0]![0]).toBeCloseTo(0.45, 2);
  });
  test('none where no middle differs from its own thread', () => {
    expect(bobbinTold([sketch(red, red), sketch(grey(0.5), grey(0.55))]).candidates).toEqual([]);
  });
  test('in a shadow it is darker, as the cloth is: one thread, in the light of each column', () => {
    const dark = (value: number) => grey(value * 0.5);
    const columns = [1, 2, 3].map(() => sketch(red, grey(0.8)));
    const { candidates, lights } = bobbinTold([
      ...columns,
      sketch([0.35, 0.07, 0.08], [0.35, 0.08, 0.09], dark(0.9)),
    ]);
    expect(lights.map((light) => Math.round(light * 100) / 100)).toEqual([1, 1, 1, 0.5]);
    expect(candidates).toHaveLength(1);
    expect(rounded(candidates[0])!.map(([red]) => red)).toEqual([0.8, 0.8, 0.8, 0.4]);
  });
  test('its own middle where that is the same colour in another light, though dark cloth does not tell the light', () => {
    const black = grey(0.05);
    const { candidates, lights } = bobbinTold(
      [0.8, 0.78, 0.76, 0.6].map((inner) => sketch(grey(0.3), grey(inner), black)),
    );
    expect(lights).toEqual([1, 1, 1, 1]);
    expect(rounded(candidates[0])!.map(([value]) => value)).toEqual([0.8, 0.78, 0.76, 0.6]);
  });
  test('so dark in a shadow only there: cloth that tells the light tells that it is no shadow', () => {
    const inners = [0.8, 0.8, 0.8, 0.4];
    const on = (ground: Colour) =>
      bobbinTold(inners.map((inner) => sketch([0.05, 0.2, 0.05], grey(inner), ground))).candidates[0]!;
    expect(rounded(on(grey(0.05)))!.map(([value]) => value)).toEqual(inners);
    expect(rounded(on(grey(0.9)))!.map(([value]) => value)).toEqual([0.8, 0.8, 0.8, 0.8]);
  });
});
