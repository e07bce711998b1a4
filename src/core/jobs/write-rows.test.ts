import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { keysOf } from '../base/keys.ts';
import { elementKinds } from '../element/elements.ts';
import type { Measures, StopPart } from '../element/measures.ts';
import { backings, toppings } from '../garment/backings.ts';
import { cloths } from '../garment/cloths.ts';
import type { Garment } from '../garment/garment.ts';
import { hoopSizes } from '../garment/hoops.ts';
import { orders, places, priorities } from '../garment/places.ts';
import { readJobRows } from './read-rows.ts';
import { writeJobRows } from './write-rows.ts';

const threads = [
  { id: 'white', code: 'WH40', name: 'Snowmelt white', weightNo: 40 },
  { id: 'fine', code: 'WH60', name: 'Snowmelt white', weightNo: 60 },
];
const codeOf = (id: string) => threads.find((thread) => thread.id === id)!.code;
const mm = (from: number, to: number) =>
  fc.integer({ min: from * 100, max: to * 100 }).map((value) => value / 100);
const some = <T extends object>(of: { [K in keyof T]-?: fc.Arbitrary<NonNullable<T[K]>> }) =>
  fc.record(of, { requiredKeys: [] }) as fc.Arbitrary<T>;

const garment = some<Garment>({
  cloth: fc.constantFrom(...keysOf(cloths)),
  layers: fc.integer({ min: 1, max: 6 }),
  seams: fc.boolean(),
  backings: fc.uniqueArray(fc.constantFrom(...keysOf(backings)), { minLength: 1 }),
  backingLayers: fc.integer({ min: 1, max: 4 }),
  topping: fc.constantFrom(...keysOf(toppings)),
  hoop: fc.constantFrom(...keysOf(hoopSizes)),
  hoopWidthMm: mm(20, 1500),
  hoopHeightMm: mm(20, 1500),
  place: fc.constantFrom(...keysOf(places)),
  widthMm: mm(1, 1500),
  heightMm: mm(1, 1500),
  order: fc.constantFrom(...keysOf(orders)),
  priority: fc.constantFrom(...keysOf(priorities)),
});
const lengths = some<Omit<StopPart, 'element' | 'stitches'>>({
  letterMm: mm(0.5, 400),
  strokeMm: mm(0.05, 400),
  widestMm: mm(0.05, 400),
  areaMm2: mm(0, 10_000),
  spacingMm: mm(0.05, 20),
});
const part = fc
  .tuple(fc.constantFrom(...elementKinds), lengths, fc.integer({ min: 1, max: 9999 }))
  .map(([element, known, stitches]) => ({ element, ...known, stitches }));
const by = fc.constantFrom('picture', 'list', 'typed') as fc.Arbitrary<Measures['by']>;
const stop = fc
  .record({
    threadId: fc.constantFrom('white', 'fine'),
    stitches: fc.integer({ min: 1, max: 1_000_000 }),
    position: fc.option(fc.integer({ min: 1, max: 24 })),
    element: fc.constantFrom(...elementKinds),
    known: fc.option(
      fc.oneof(
        fc.record({ by, parts: fc.array(part, { minLength: 2, maxLength: 4 }) }),
        fc.record({
          by,
          stitches: fc.constantFrom('measured', 'estimated'),
          parts: fc.array(part, { minLength: 2, maxLength: 3 }),
        }),
        fc.tuple(by, lengths),
      ),
    ),
  })
  .map(({ known, ...rest }) => {
    // Of one part the stop's own line says all: its element and stitches are the stop's.
    const measures = Array.isArray(known)
      ? { by: known[0], parts: [{ element: rest.element, ...known[1] }] }
      : known;
    return { ...rest, ...(measures && { measures: measures as Measures }) };
  });
const text = fc
  .string({ maxLength: 40 })
  .map((words) => words.replace(/^[\s'=+@-]+|\s+$|["\r\n]/g, '').trim());
const jobs = fc.uniqueArray(
  fc.record({
    name: text.map((words) => words || 'Job'),
    customer: text,
    cloth: text,
    garment,
    pieces: fc.integer({ min: 1, max: 100_000 }),
    due: fc.constantFrom(null, '2026-12-01'),
    note: text,
    stops: fc
      .array(stop, { minLength: 1, maxLength: 5 })
      .map((list) => list.map((one, index) => ({ stop: index + 1, ...one }))),
  }),
  { selector: ({ name }) => name, maxLength: 4 },
);

describe('jobs written as a file', () => {
  test('are read back the same, garment, measures and all', () =>
    fc.assert(
      fc.property(jobs, (some) => {
        const read = readJobRows(writeJobRows(some, codeOf), threads);
        expect(read.lines.flatMap(({ faults }) => faults)).toEqual([]);
        expect(read.jobs).toEqual(some);
        expect(read.unknownHeadings).toEqual([]);
      }),
    ));
  const row = { job: 'Kites', pieces: '5', stop: '1', thread: 'WH40', stitches: '100', element: 'lettering' };
  const faults = (...more: Record<string, string>[]) =>
    readJobRows(
      more.map((cells) => ({ ...row, ...cells })),
      threads,
    ).lines.flatMap((line) => line.faults);
  test('a file of before reads as it did: nothing is said of garment and measures', () =>
    expect(readJobRows([row], threads).jobs[0]).toMatchObject({
      garment: {},
      stops: [{ stop: 1, stitches: 100 }],
    }));
  test('every cell that means nothing is told with what to write', () => {
    expect(faults({ 'letters mm': '0' })).toEqual([
      '“letters mm” must be a number from 0.5 to 400, or empty, not “0”.',
    ]);
    expect(faults({ layers: '7', seam: 'perhaps' })).toEqual([
      '“layers” must be a whole number from 1 to 6, not “7”.',
      '“seam” must be yes or no, not “perhaps”.',
    ]);
    expect(faults({ backing: 'cut-away + paper' })[0]).toMatch(
      /^“backing” must be one or several, with \+ between/,
    );
    expect(faults({ 'known cloth': 'moonstuff' })[0]).toMatch(/^“known cloth” must be one of knit-light, /);
    expect(faults({ 'measured by': 'eye' })).toEqual([
      '“measured by” must be one of picture, list, typed, or empty, not “eye”.',
    ]);
    expect(faults({ part: '2' })[0]).toMatch(/stands before its stop/);
    expect(faults({}, { part: '1', element: 'cloud' })[0]).toMatch(/“cloud” is no element/);
  });
  test('names of the screen are understood as well', () =>
    expect(
      readJobRows([{ ...row, 'known cloth': 'Canvas or denim', place: 'bag or pack' }], threads).jobs[0]!
        .garment,
    ).toEqual({
      cloth: 'canvas',
      place: 'bag',
    }));
});
