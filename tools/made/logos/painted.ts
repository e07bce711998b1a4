import sharp from 'sharp';
import { rgbOf } from '../../../src/core/thread/colour.ts';
import { pictureChance } from '../picture-chance.ts';
import { faceNames, isScript, outlines, strokesOf, tallOf, type Face } from './faces.ts';
import { apart, kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * The second of three generators of logos: word marks painted pixel by pixel by a scan converter of its own, mixed in linear light, with
 * the faults of files that went through many hands. Domain: 25 to 180 mm; an emblem beside one to three lines that begin at one edge, a bowl of
 * text beneath, stripes, squares and dots close above letters, accents, a patch crossed by a line, a rounded frame with a margin;
 * noise up to 3 levels, enlarged from half the size, palettes of 32 colours, JPEG 60 to 95, WebP, PNG; 400 to 2,400 px; turned by up to 8°.
 */

type Point = readonly [number, number];
type Loops = readonly (readonly Point[])[];

interface Shape {
  loops: Loops;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  thinMm: number;
}

const inks = ['#0b3c5d', '#b82601', '#328c5b', '#d9b310', '#1d1e22', '#62466b', '#2a9d8f', '#f07f2e', '#c94277', '#6b4423', '#8db3d0', '#efd98f', '#5b6770']; // prettier-ignore
const grounds = ['#ffffff', '#f4f1e6', '#28323c', '#c7d3d9', '#ffffff', '#57606a', '#e9c9c0'];
const lines = ['NORDLY', 'Fährhaus', 'Café Élan', 'MINT & OAK', 'Hilltop', 'Öland Ferry', 'JUNIPER', 'Tidemill', 'BRIGHT FJORD', 'Kiln 27', 'LITTLE ISLE', 'Dinghy', 'Mühle', 'Pine Lodge', 'RIDGEWAY', 'El Niño']; // prettier-ignore

const arc = (cx: number, cy: number, r: number, from = 0, to = 2 * Math.PI, steps = 96): Point[] =>
  Array.from({ length: steps }, (_, k) => {
    const angle = from + ((to - from) * k) / (to - from >= 2 * Math.PI ? steps : steps - 1);
    return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
  });
const rounded = (x: number, y: number, w: number, h: number, r: number): Point[] => [
  ...arc(x + w - r, y + r, r, -Math.PI / 2, 0, 12),
  ...arc(x + w - r, y + h - r, r, 0, Math.PI / 2, 12),
  ...arc(x + r, y + h - r, r, Math.PI / 2, Math.PI, 12),
  ...arc(x + r, y + r, r, Math.PI, 1.5 * Math.PI, 12),
];
const turnAbout = (loops: Loops, angle: number): Loops => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return loops.map((loop) => loop.map(([x, y]): Point => [x * c - y * s, x * s + y * c]));
};
const blob = (mm: number): DrawnElement['kinds'] => (mm < 9.6 ? ['fill', 'satin'] : ['fill']);

/** The word mark of one seed. */
export async function drawPainted(seed: number): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 104_729 + 7);
  const is = (share: number) => next() < share;
  const isClear = is(0.2);
  const ground = isClear ? 'clear' : pick(grounds);
  const seen = isClear ? '#ffffff' : ground;
  const used: string[] = [];
  const ink = (under = seen): string => {
    const free = inks.filter((hex) => apart(hex, under) > 80 && [seen, ...used].every((other) => other === hex || apart(hex, other) > 70)); // prettier-ignore
    const chosen = pick(free);
    if (!used.includes(chosen)) used.push(chosen);
    return chosen;
  };
  const shapes: Shape[] = [];
  const high = between(10, 60);
  const text = (word: string, face: Face, capMm: number, left: number, base: number, colour: string): number => {
    const loops = outlines(face, word, capMm);
    const xs = loops.flat().map(([x]) => x);
    const from = Math.min(...xs);
    const { stem, medial } = strokesOf(face, word);
    shapes.push({
      loops: loops.map((loop) => loop.map(([x, y]): Point => [left + x - from, base + y])),
      element: { kinds: ['lettering'], colour, capMm: capMm * tallOf(face, word), stemMm: stem * capMm, medialMm: medial * capMm, called: `“${word}” ${face} ${capMm.toFixed(1)} mm` },
      thinMm: Math.min(stem, medial) * capMm,
    }); // prettier-ignore
    return Math.max(...xs) - from;
  };

  // The emblem at the left.
  const r = high / 2;
  const emblem = pick(['disc', 'ring', 'rays', 'crossed', 'steps']);
  const mine = ink();
  if (emblem === 'disc') shapes.push({ loops: [arc(r, r, r)], element: { kinds: blob(high), colour: mine, called: 'disc', ...plain }, thinMm: r }); // prettier-ignore
  else if (emblem === 'ring') {
    const mm = Math.max(0.6, r * between(0.08, 0.22));
    shapes.push({ loops: [arc(r, r, r), arc(r, r, r - mm).reverse()], element: { kinds: kindsOfLine(mm), colour: mine, called: 'ring', ...plain, stemMm: mm }, thinMm: mm }); // prettier-ignore
    const inner = ink();
    if (inner !== mine) shapes.push({ loops: [arc(r, r, (r - mm) * 0.5)], element: { kinds: blob(r - mm), colour: inner, called: 'hub', ...plain }, thinMm: r / 3 }); // prettier-ignore
  } else if (emblem === 'rays') {
    const points = Array.from({ length: 24 }, (_, k): Point => {
      const far = k % 2 ? 0.62 * r : r;
      return [r + far * Math.cos((k * Math.PI) / 12), r + far * Math.sin((k * Math.PI) / 12)];
    });
    shapes.push({ loops: [points], element: { kinds: blob(1.3 * r), colour: mine, called: 'rays', ...plain }, thinMm: r / 2 }); // prettier-ignore
  } else if (emblem === 'crossed') {
    // A patch with a line laid over it that cuts it in two.
    const mm = Math.max(0.7, high * 0.05);
    shapes.push({ loops: [rounded(0, 0, high, high, high * 0.12)], element: { kinds: ['fill'], colour: mine, called: 'patch crossed by a line', ...plain }, thinMm: r }); // prettier-ignore
    shapes.push({ loops: [[[0, 0.62 * high], [high, 0.38 * high], [high, 0.38 * high + mm], [0, 0.62 * high + mm]]], element: { kinds: kindsOfLine(mm * 0.97), colour: ink(mine), called: 'line over it', ...plain, stemMm: 0.972 * mm }, thinMm: mm }); // prettier-ignore
  } else {
    const mm = high * 0.16;
    for (let k = 0; k < 3; k++)
      shapes.push({ loops: [rounded(k * high * 0.3, high * (0.6 - 0.3 * k), mm, high * (0.4 + 0.3 * k), mm * 0.2)], element: { kinds: kindsOfLine(mm), colour: k === 1 ? ink() : mine, called: 'bar', ...plain, stemMm: mm }, thinMm: mm }); // prettier-ignore
  }

  // Lines of text beside it, beginning at one edge.
  const left = high * 1.18;
  const rows = 1 + Math.floor(next() * 3);
  let base = 0;
  let wide = 0;
  for (let row = 0; row < rows; row++) {
    const isFirst = row === 0;
    const face = pick(faceNames.filter((name) => isFirst || !isScript(name)));
    const cap = Math.max(2.2, high * (rows === 1 ? between(0.35, 0.6) : isFirst ? between(0.28, 0.42) : between(0.11, 0.2)));
    base += cap * (isFirst ? 1.25 : 1.75) + (isFirst ? 0 : high * 0.06);
    const word = isScript(face) ? pick(['Hilltop', 'Dinghy', 'Juniper', 'Tidemill']) : pick(lines);
    wide = Math.max(wide, text(word, face, cap, left, base, ink()));
  }
  const isSquares = is(0.25) && rows === 1;
  if (isSquares) {
    const size = high * between(0.06, 0.1);
    const colour = is(0.5) ? shapes.at(-1)!.element.colour : ink();
    const top = Math.min(...shapes.at(-1)!.loops.flat().map(([, y]) => y)) - size * between(1.6, 2.2);
    for (let k = 0; k < 4; k++) {
      const x = left + k * size * 2.4;
      shapes.push({ loops: [is(0) ? arc(x, top, size / 2) : rounded(x, top, size, size, size * 0.1)], element: { kinds: blob(size), colour, called: 'square above letters', ...plain }, thinMm: size }); // prettier-ignore
    }
  }
  if (is(0.4)) {
    const mm = Math.max(0.35, high * between(0.015, 0.06));
    const y = base + high * 0.16;
    shapes.push({ loops: [rounded(left, y, wide, mm, mm / 2.01)], element: { kinds: kindsOfLine(mm), colour: ink(), called: 'underline', ...plain, stemMm: mm }, thinMm: mm }); // prettier-ignore
  }
  // A bowl of text beneath the emblem.
  if (is(0.3) && emblem !== 'steps' && emblem !== 'crossed') {
    const face = pick(faceNames.filter((name) => !isScript(name)));
    const word = pick(['HARBOUR LINE', 'SINCE 1874', 'FINE KNITS', 'RIVER SCHOOL']);
    const cap = Math.max(2, high * 0.12);
    const bow = r + cap * 1.7;
    const loops = outlines(face, word, cap);
    const xs = loops.flat().map(([x]) => x);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    if (Math.max(...xs) - Math.min(...xs) < bow * 2.2) {
      const { stem, medial } = strokesOf(face, word);
      shapes.push({
        loops: loops.map((loop) =>
          loop.map(([x, y]): Point => {
            const angle = (x - middle) / bow;
            return [r + (bow + y) * Math.sin(angle), r + (bow + y) * Math.cos(angle)];
          }),
        ),
        element: { kinds: ['lettering'], colour: ink(), capMm: cap, stemMm: stem * cap, medialMm: medial * cap, called: `bowl “${word}” ${face} ${cap.toFixed(1)} mm` },
        thinMm: Math.min(stem, medial) * cap * 0.85,
      }); // prettier-ignore
    }
  }
  return paint(turned(shapes, is(0.35) ? between(-8, 8) : 0), { seed, next, between, pick, ground, seen, ink, hasFrame: is(0.3) });
} // prettier-ignore

const turned = (shapes: readonly Shape[], degrees: number): Shape[] =>
  shapes.map((shape) => ({ ...shape, loops: turnAbout(shape.loops, (degrees * Math.PI) / 180) }));

interface Painting {
  seed: number;
  next: () => number;
  between: (low: number, high: number) => number;
  pick: <T>(from: readonly T[]) => T;
  ground: string;
  seen: string;
  ink: () => string;
  hasFrame: boolean;
}

const boundsOf = (shapes: readonly Shape[]) => {
  const points = shapes.flatMap(({ loops }) => loops.flat());
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
};

async function paint(content: Shape[], { seed, next, between, pick, ground, seen, ink, hasFrame }: Painting): Promise<DrawnLogo> {
  const shapes = [...content];
  if (hasFrame) {
    const { left, right, top, bottom } = boundsOf(shapes);
    const gap = (right - left) * 0.06;
    const mm = Math.max(0.6, (right - left) * between(0.006, 0.02));
    const outer = rounded(left - gap - mm, top - gap - mm, right - left + 2 * (gap + mm), bottom - top + 2 * (gap + mm), gap);
    const inner = rounded(left - gap, top - gap, right - left + 2 * gap, bottom - top + 2 * gap, gap - mm > 0.3 ? gap - mm : 0.3);
    shapes.push({ loops: [outer, inner.reverse()], element: { kinds: kindsOfLine(mm), colour: ink(), called: 'rounded frame', ...plain, stemMm: mm }, thinMm: mm });
  }
  const bounds = boundsOf(shapes);
  const widthMm = bounds.right - bounds.left;
  const margin = widthMm * between(0.01, 0.12);
  const thinnest = Math.min(...shapes.map(({ thinMm }) => thinMm));
  const format = pick(['png', 'jpeg', 'webp', 'png'] as const);
  const isEnlarged = next() < 0.2;
  const fullMm = widthMm + 2 * margin;
  const need = ((format === 'png' ? 2.6 : 3.6) * (isEnlarged ? 2 : 1) * fullMm) / Math.max(0.3, thinnest);
  const width = Math.round(Math.min(2400, Math.max(400, need * between(0.9, 2))));
  const height = Math.round((width * (bounds.bottom - bounds.top + 2 * margin)) / fullMm);
  const scale = isEnlarged ? 0.5 : 1;
  const at = (w: number) => ({ perMm: w / fullMm, left: bounds.left - margin, top: bounds.top - margin });
  const drawn = scanConvert(shapes, Math.round(width * scale), Math.round(height * scale), at(Math.round(width * scale)), ground);
  let image = sharp(drawn, { raw: { width: Math.round(width * scale), height: Math.round(height * scale), channels: 4 } });
  if (isEnlarged) image = sharp(await image.png().toBuffer()).resize(width, height, { kernel: 'cubic', fit: 'fill' });
  const noise = next() < 0.3 ? between(0.5, 3) : 0;
  if (noise > 0) {
    const raw = await image.raw().toBuffer();
    for (let k = 0; k < raw.length; k++) if (k % 4 !== 3) raw[k] = Math.max(0, Math.min(255, Math.round(raw[k]! + noise * (next() + next() + next() - 1.5) * 2)));
    image = sharp(raw, { raw: { width, height, channels: 4 } });
  }
  if (format === 'jpeg') image = image.flatten({ background: seen });
  const quality = Math.round(between(60, 95));
  const isPalette = format === 'png' && noise === 0 && next() < 0.3;
  const file = await (format === 'png' ? image.png(isPalette ? { palette: true, colours: 32, dither: 0 } : {}) : format === 'jpeg' ? image.jpeg({ quality }) : image.webp({ quality })).toBuffer();
  const idW = Math.min(1400, Math.max(700, width));
  const idH = Math.round((idW * height) / width);
  const of = new Uint8Array(idW * idH);
  shapes.forEach((shape, index) => {
    eachSpan(shape.loops, idW, idH, at(idW), 1, (y, from, to) => of.fill(index + 1, y * idW + Math.ceil(from - 0.5), y * idW + Math.max(Math.ceil(from - 0.5), Math.ceil(to - 0.5))));
  });
  const counts = new Uint32Array(256);
  for (const id of of) counts[id]!++;
  const pxPerMm = width / fullMm;
  return {
    file, format, widthMm,
    ground: ground === 'clear' && format === 'jpeg' ? seen : ground,
    elements: shapes.map((shape, index): DrawnElement => ({
      ...shape.element,
      id: index + 1,
      isResolvable: counts[index + 1]! > 20 && shape.thinMm * pxPerMm * scale >= (format === 'png' ? 2 : 3) && counts[index + 1]! / (idW / fullMm) ** 2 > 0.5 && counts[index + 1]! * (width / idW) ** 2 * scale ** 2 > 60,
    })),
    ids: { width: idW, height: idH, of },
    described: `painted ${seed}: ${width} × ${height} ${format}${format === 'png' ? (isPalette ? ' palette' : '') : ` ${quality}`}${noise ? `, noise ${noise.toFixed(1)}` : ''}${isEnlarged ? ', enlarged' : ''}, ${widthMm.toFixed(0)} mm, ground ${ground}`,
  };
} // prettier-ignore

interface Place {
  perMm: number;
  left: number;
  top: number;
}

/** Calls back with every stretch (px, from and to as fractions) that a shape covers on every line, `lines` to a pixel. */
function eachSpan(loops: Loops, width: number, height: number, place: Place, linesPerPx: number, found: (line: number, from: number, to: number) => void): void {
  const edges = loops.flatMap((loop) =>
    loop.map(([x, y], k) => {
      const [nx, ny] = loop[(k + 1) % loop.length]!;
      const px = (value: number) => (value - place.left) * place.perMm;
      const py = (value: number) => (value - place.top) * place.perMm * linesPerPx;
      return { x1: px(x), y1: py(y), x2: px(nx), y2: py(ny) };
    }),
  ).filter(({ y1, y2 }) => y1 !== y2);
  const byLine = new Map<number, { x: number; up: number }[]>();
  for (const { x1, y1, x2, y2 } of edges) {
    const from = Math.max(0, Math.ceil(Math.min(y1, y2) - 0.5));
    const to = Math.min(height * linesPerPx - 1, Math.ceil(Math.max(y1, y2) - 0.5) - 1);
    for (let y = from; y <= to; y++) {
      const list = byLine.get(y) ?? [];
      list.push({ x: x1 + ((y + 0.5 - y1) / (y2 - y1)) * (x2 - x1), up: y2 > y1 ? 1 : -1 });
      byLine.set(y, list);
    }
  }
  for (const [y, crossings] of byLine) {
    crossings.sort((a, b) => a.x - b.x);
    let winding = 0;
    for (let k = 0; k < crossings.length - 1; k++) {
      winding += crossings[k]!.up;
      if (winding !== 0 && crossings[k + 1]!.x > crossings[k]!.x) found(y, Math.max(0, crossings[k]!.x), Math.min(width, crossings[k + 1]!.x));
    }
  }
} // prettier-ignore

const toLinear = (value: number) =>
  value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4;
const toByte = (value: number) => Math.round(255 * (value <= 0.0031308 ? value * 12.92 : 1.055 * value ** (1 / 2.4) - 0.055)); // prettier-ignore

/** Paints shapes one over the other, each pixel mixed in linear light by how much of it is covered. */
function scanConvert(
  shapes: readonly Shape[],
  width: number,
  height: number,
  place: Place,
  ground: string,
): Buffer {
  const sub = 5;
  const light = new Float32Array(width * height * 4);
  const back = ground === 'clear' ? [0, 0, 0] : rgbOf(ground).map(toLinear);
  for (let pixel = 0; pixel < width * height; pixel++)
    light.set([...back, ground === 'clear' ? 0 : 1], pixel * 4);
  const cover = new Float32Array(width * height);
  for (const { loops, element } of shapes) {
    cover.fill(0);
    eachSpan(loops, width, height, place, sub, (line, from, to) => {
      const row = Math.floor(line / sub) * width;
      for (let x = Math.floor(from); x < Math.min(width, Math.ceil(to)); x++)
        cover[row + x]! += (Math.min(to, x + 1) - Math.max(from, x)) / sub;
    });
    const colour = rgbOf(element.colour).map(toLinear);
    for (let pixel = 0; pixel < cover.length; pixel++) {
      const share = Math.min(1, cover[pixel]!);
      if (share <= 0) continue;
      const alpha = light[pixel * 4 + 3]!;
      const out = share + alpha * (1 - share);
      for (let k = 0; k < 3; k++)
        light[pixel * 4 + k] = (colour[k]! * share + light[pixel * 4 + k]! * alpha * (1 - share)) / out;
      light[pixel * 4 + 3] = out;
    }
  }
  const out = Buffer.alloc(width * height * 4);
  for (let pixel = 0; pixel < width * height; pixel++) {
    for (let k = 0; k < 3; k++) out[pixel * 4 + k] = toByte(light[pixel * 4 + k]!);
    out[pixel * 4 + 3] = Math.round(255 * light[pixel * 4 + 3]!);
  }
  return out;
}
