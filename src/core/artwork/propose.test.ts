import { describe, expect, test } from 'vitest';
import { mainKind, proposeStops } from './propose.ts';
import type { Region } from '../../engines/logo/reading.ts';

const thread = (
  id: string,
  colour: string,
  weightNo: number,
  fibre: 'polyester' | 'metallic' = 'polyester',
) => ({
  id,
  colour,
  weightNo,
  tex: 1000 / weightNo,
  fibre,
});
const shop = [
  thread('blue40', '#12509a', 40),
  thread('navy40', '#1a2447', 40),
  thread('blue60', '#15529c', 60),
  thread('gold', '#c99a2e', 40, 'metallic'),
];
const region = (id: number, change: Partial<Region>): Region => ({
  id,
  tone: 1,
  kind: 'fill',
  areaMm2: 400,
  leftMm: 0,
  topMm: 0,
  widthMm: 40,
  heightMm: 10,
  strokeMm: 10,
  thinnestMm: change.strokeMm ?? 10,
  plusMinusMm: 0.1,
  widestMm: 10,
  letters: null,
  stitches: 250,
  lengthMm: 4,
  counted: { rows: 250, ends: 0, underlay: 0, ties: 0 },
  ...change,
});
const letters = (heightMm: number) => ({
  heightMm,
  plusMinusMm: 0.1,
  smallestMm: heightMm,
  tiltDegrees: 0,
  count: 6,
});
const tones = [
  { colour: '#ffffff', share: 0, isGround: true },
  { colour: '#12509a', share: 0.7, isGround: false },
  { colour: '#c99a2e', share: 0.3, isGround: false },
];
const propose = (regions: Region[], kinds?: ReadonlyMap<number, 'run' | 'fill'>) =>
  proposeStops({ tones, regions }, { cloth: 'softshell' }, shop, {}, { ...(kinds && { kinds }) });

describe('from a reading to colour stops', () => {
  const fill = region(1, {});
  const small = region(2, { kind: 'lettering', letters: letters(4), strokeMm: 0.5, stitches: 120 });
  const tall = region(3, { kind: 'lettering', letters: letters(12), strokeMm: 1.5, stitches: 300 });

  test('a needle is chosen for what is thinnest in lettering: its hairlines, not its stems', () => {
    const serif = region(4, { kind: 'lettering', letters: letters(6), strokeMm: 1.2, thinnestMm: 0.3, stitches: 200 });
    expect(propose([serif])[0]!.elements[0]!.part.strokeMm).toBe(0.3);
    // Put right by hand to a fill, its whole width counts.
    expect(propose([serif], new Map([[4, 'fill']]))[0]!.elements[0]!.part.strokeMm).toBe(1.2);
  }); // prettier-ignore

  test('one logo often needs both weights: small letters in 60 wt, the fill of the same colour in 40 wt', () => {
    const stops = propose([fill, small]);
    expect(stops.map((stop) => [stop.weightNo, stop.needle.spec.sizeMetric])).toEqual([
      [40, 75],
      [60, 65],
    ]);
  });
  test('what agrees in colour, weight and needle is sewn in one stop', () => {
    const [stop, ...rest] = propose([fill, tall]);
    expect(rest).toEqual([]);
    expect(stop!.elements.map((element) => element.part.element)).toEqual(['fill', 'lettering']);
    expect(stop!.stitches).toBe(550);
    expect(mainKind(stop!)).toBe('lettering');
  });
  test('the nearest thread of its weight comes first, and metallic is never taken for gold', () => {
    const [stop] = propose([small]);
    expect(stop!.threads[0]!.thread.id).toBe('blue60');
    expect(propose([region(4, { tone: 2 })])[0]!.threads.map((one) => one.thread.id)).not.toContain('gold');
  });
  test('fills lie under columns, lettering comes last', () => {
    const stops = propose([small, region(5, { tone: 2, kind: 'satin', strokeMm: 3 }), fill]);
    expect(stops.map((stop) => stop.elements[0]!.part.element)).toEqual(['fill', 'satin', 'lettering']);
  });
  test('a kind put right by hand counts, with its own stitches', () => {
    const [stop] = propose([small], new Map([[2, 'run']]));
    expect(stop!.elements[0]!.part).toMatchObject({ element: 'run' });
    expect(stop!.elements[0]!.part).not.toHaveProperty('letterMm');
    expect(stop!.stitches).not.toBe(120);
  });
  test('parts of one kind, colour and weight are one: stitches and areas together, the lowest letters, the thinnest and the widest stroke', () => {
    const word = (id: number, heightMm: number, strokeMm: number, widestMm: number) =>
      region(id, { kind: 'lettering', letters: letters(heightMm), strokeMm, thinnestMm: strokeMm, widestMm, areaMm2: 30, stitches: 200 + id }); // prettier-ignore
    for (const pair of [
      [word(1, 12, 1.5, 2.5), word(2, 10, 1.2, 3)],
      [word(2, 10, 1.2, 3), word(1, 12, 1.5, 2.5)],
    ]) {
      const [stop, ...rest] = propose(pair);
      expect(rest).toEqual([]);
      expect(stop!.elements).toHaveLength(1);
      const { part, regions } = stop!.elements[0]!;
      expect([...regions].sort()).toEqual([1, 2]);
      expect(part).toMatchObject({ stitches: 403, letterMm: 10, strokeMm: 1.2, widestMm: 3, areaMm2: 60 });
      expect(stop!.stitches).toBe(403);
    }
  });
  test('every stitch of the regions is in a stop', () => {
    const all = [fill, small, tall, region(6, { tone: 2, stitches: 33 })];
    const total = propose(all).reduce((sum, stop) => sum + stop.stitches, 0);
    expect(total).toBe(all.reduce((sum, one) => sum + one.stitches, 0));
  });
});
