import { median } from 'simple-statistics';
import { Refusal } from '../../base/refusal.ts';
import { toWorking, type Pixels } from '../../artwork/pixels/pixels.ts';
import { fieldOf, flatten, type Field } from './field.ts';
import { findComb, type Span } from './comb.ts';
import { across, blend, findLie, findRows, profile, unlikeCloth, type Lie } from './frame.ts';

export interface UndersideAsked {
  /** Columns on the block, 1 to 24. */
  count: number;
  /** Width of a column as it was sewn, mm: 1 to 60. */
  columnMm: number;
}

/** One column as read, from left to right in the picture. */
export interface UndersideColumn {
  /** Widths in mm; null where it cannot be read. */
  widths: { left: number; bobbin: number; right: number } | null;
  share: number | null;
  /** Standard deviation of the share along the column. */
  unevenness: number | null;
  /** 0 to 1: how clearly the bobbin stands out from the top thread. */
  quality: number;
  /** Why it cannot be read. */
  why: string | null;
  /** Corners of the column, and of its stripe, in px of the picture: top left, top right, bottom right, bottom left. */
  outline: [number, number][];
  stripe: [number, number][] | null;
}

/** Longest side that is read as it is, px. */
const mostSide = 1600;
/** Rows the column is cut into along its length. */
const bands = 24;
/** A column's two sides are one thread: more difference than this, and it is no column. */
const mostSides = 0.14;
/** Difference of bobbin and top thread from which a column can be read, of full brightness. */
const leastContrast = 0.09;

/**
 * Reads a photo of a test block's back: takes the light off, straightens, finds `count` columns of one width at one
 * pitch, and in each the part of its width that shows bobbin thread. Shares are areas, so blur does not widen them.
 * A column whose thread is too like the bobbin is refused, not guessed. Throws UndersideAsked, NoColumns.
 */
export function readUnderside(picture: Pixels, { count, columnMm }: UndersideAsked): UndersideColumn[] {
  if (!(Number.isInteger(count) && count >= 1 && count <= 24 && columnMm >= 1 && columnMm <= 60))
    throw new Refusal(
      'UndersideAsked',
      'Say how many columns the block has (1 to 24), and how wide they are (1 to 60 mm).',
    );
  // Large photos are made smaller; small ones stay as they are: shares are areas, finer pixels tell no more.
  const isLarge = Math.max(picture.width, picture.height) > mostSide;
  const { width, height: tall, data } = picture;
  const working = isLarge ? toWorking(picture) : { width, height: tall, data, scale: 1 };
  const field = flatten(fieldOf(working));
  const unlike = unlikeCloth(field);
  const lie = findLie(unlike, field);
  const { height } = field;
  const combOf = (top: number, bottom: number, step: number) =>
    findComb(
      profile(unlike, field, lie, top, bottom, step),
      field.planes.map((plane) => profile(plane, field, lie, top, bottom, step)),
      count,
    );
  const rough = combOf(0.2 * height, 0.8 * height, 3);
  if (!rough) throw noColumns(count);
  const rows = findRows(unlike, field, lie, rough.spans[0]!.left, rough.spans.at(-1)!.right);
  const trim = 0.08 * (rows.to - rows.from);
  const [from, to] = [rows.from + trim, rows.to - trim];
  if (to - from < 12) throw noColumns(count);
  const comb = combOf(from, to, 1);
  if (!comb || comb.edge < 0.02) throw noColumns(count);
  const colours = comb.spans.map((span) => columnColours(field, lie, span, from, to));
  const bobbin = bobbinColour(colours);
  const back = 1 / working.scale;
  const place = (x: number, y: number): [number, number] => [across(lie, x, y) * back, y * back];
  return comb.spans.map((span, index) => {
    const outline = [
      place(span.left, rows.from),
      place(span.right, rows.from),
      place(span.right, rows.to),
      place(span.left, rows.to),
    ];
    const unread = (why: string): UndersideColumn => ({
      widths: null,
      share: null,
      unevenness: null,
      quality: 0,
      stripe: null,
      why,
      outline,
    });
    const { top, sides } = colours[index]!;
    if (sides > mostSides)
      return unread(
        `Cannot read column ${index + 1}: its two sides are of two colours, so it was not found clearly. Check the number of columns.`,
      );
    if (!bobbin)
      return unread(`Cannot read column ${index + 1}: no bobbin thread can be told from the top threads.`);
    const contrast = difference(top, bobbin);
    // Of a pale column under a pale bobbin not even its sides can be seen.
    const isLost = difference(top, cloth) < 0.1 && difference(bobbin, cloth) < 0.14;
    if (contrast < leastContrast || isLost)
      return unread(`Cannot read column ${index + 1}: its thread is too like the bobbin’s.`);
    const stripes = Array.from({ length: bands }, (_, band) =>
      stripeIn(
        field,
        lie,
        span,
        from + ((to - from) * band) / bands,
        from + ((to - from) * (band + 1)) / bands,
        top,
        bobbin,
      ),
    );
    const share = middle(stripes.map((stripe) => stripe.share));
    const left = middle(stripes.map((stripe) => stripe.left));
    const deviation = Math.sqrt(
      stripes.reduce((sum, stripe) => sum + (stripe.share - share) ** 2, 0) / bands,
    );
    const width = span.right - span.left;
    return {
      widths: {
        left: columnMm * left,
        bobbin: columnMm * share,
        right: columnMm * Math.max(0, 1 - share - left),
      },
      share,
      unevenness: deviation,
      quality: Math.min(1, contrast / 0.5),
      why: null,
      outline,
      stripe: [
        place(span.left + left * width, rows.from),
        place(span.left + (left + share) * width, rows.from),
        place(span.left + (left + share) * width, rows.to),
        place(span.left + left * width, rows.to),
      ],
    };
  });
}

const noColumns = (count: number) =>
  new Refusal(
    'NoColumns',
    `${count === 1 ? 'No column' : `No ${count} columns`} can be found on this picture. Lay the block flat, fill the picture with it, give light from one side only, and check the number of columns.`,
  );

type Colour = readonly [number, number, number];
/** What the cloth is once the light is taken off. */
const cloth: Colour = [1, 1, 1];
const ofPlanes = (value: (plane: 0 | 1 | 2) => number): Colour => [value(0), value(1), value(2)];

/** Largest difference of two colours' planes. */
const difference = (a: Colour, b: Colour) =>
  Math.max(...a.map((value, plane) => Math.abs(value - b[plane]!)));

/** Mean colour of a part of the column's width, from `a` to `b` of it (0 to 1). */
function colourBetween(
  field: Field,
  lie: Lie,
  span: Span,
  from: number,
  to: number,
  a: number,
  b: number,
): Colour {
  const { width, planes } = field;
  const wide = span.right - span.left;
  const lists: [number[], number[], number[]] = [[], [], []];
  for (let y = Math.ceil(from); y < to; y += 2)
    for (let x = span.left + a * wide; x <= span.left + b * wide; x += 1) {
      const at = Math.round(across(lie, x, y));
      if (at < 0 || at >= width) continue;
      planes.forEach((plane, index) => lists[index as 0]!.push(plane[y * width + at]!));
    }
  return ofPlanes((plane) => middle(lists[plane]));
}

/** The top thread is at both sides of a column, whatever shows in its middle. */
function columnColours(
  field: Field,
  lie: Lie,
  span: Span,
  from: number,
  to: number,
): { top: Colour; centre: Colour; sides: number } {
  const left = colourBetween(field, lie, span, from, to, 0.04, 0.09);
  const right = colourBetween(field, lie, span, from, to, 0.91, 0.96);
  return {
    sides: difference(left, right),
    top: ofPlanes((plane) => (left[plane] + right[plane]) / 2),
    centre: colourBetween(field, lie, span, from, to, 0.46, 0.54),
  };
}

/** One bobbin thread runs under all columns: of the middles that differ from their own top thread, the one most agree on. */
function bobbinColour(columns: readonly { top: Colour; centre: Colour }[]): Colour | null {
  const centres = columns
    .filter(({ top, centre }) => difference(top, centre) > leastContrast)
    .map((column) => column.centre);
  if (centres.length === 0) return null;
  const agreeing = (colour: Colour) => centres.filter((other) => difference(colour, other) < 0.15);
  const most = centres.reduce((best, centre) =>
    agreeing(centre).length > agreeing(best).length ? centre : best,
  );
  const group = agreeing(most);
  return ofPlanes((plane) => middle(group.map((colour) => colour[plane])));
}

/**
 * The stripe in one band of a column: how far each place across lies from the top thread's colour towards the
 * bobbin's (0 to 1), added up about the stripe's middle as far as it does not fall to nothing.
 */
function stripeIn(
  field: Field,
  lie: Lie,
  span: Span,
  from: number,
  to: number,
  top: Colour,
  bobbin: Colour,
): { share: number; left: number } {
  const { width, planes } = field;
  const towards = bobbin.map((value, plane) => value - top[plane]!);
  const length2 = towards.reduce((sum, toward) => sum + toward * toward, 0);
  const steps = Math.max(12, Math.round(span.right - span.left));
  const line = new Float64Array(steps);
  for (let step = 0; step < steps; step++) {
    const x = span.left + ((step + 0.5) / steps) * (span.right - span.left);
    let sum = 0;
    let count = 0;
    for (let y = Math.ceil(from); y < to; y++) {
      const at = across(lie, x, y);
      const left = Math.floor(at);
      if (left < 0 || left + 1 >= width) continue;
      const part = at - left;
      for (let plane = 0; plane < 3; plane++) {
        const row = planes[plane as 0];
        const value = blend(row, y * width + left, part);
        sum += ((value - top[plane]!) * towards[plane]!) / length2;
      }
      count++;
    }
    line[step] = count > 0 ? Math.min(1, Math.max(0, sum / count)) : 0;
  }
  // The sides blend with the cloth, which may be like the bobbin: the stripe is what hangs together around its peak.
  const inner = Math.round(0.06 * steps);
  let peak = Math.floor(steps / 2);
  for (let step = inner; step < steps - inner; step++) if (line[step]! > line[peak]! + 0.05) peak = step;
  if (line[peak]! < 0.25) return { share: 0, left: 0.5 };
  let [first, last] = [peak, peak];
  while (first > 0 && line[first - 1]! > 0.12 && !(first < inner && line[first - 1]! > line[first]!)) first--;
  while (
    last < steps - 1 &&
    line[last + 1]! > 0.12 &&
    !(last > steps - inner && line[last + 1]! > line[last]!)
  )
    last++;
  let sum = 0;
  let moment = 0;
  for (let step = first; step <= last; step++) {
    sum += line[step]!;
    moment += line[step]! * (step + 0.5);
  }
  const share = sum / steps;
  return { share, left: Math.max(0, moment / sum / steps - share / 2) };
}

/** The median; 0 of nothing. */
const middle = (values: number[]) => (values.length === 0 ? 0 : median(values));
