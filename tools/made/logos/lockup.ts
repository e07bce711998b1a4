import { createCanvas, Path2D } from '@napi-rs/canvas';
import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { cutOut } from './cut.ts';
import { inkPot } from './inks.ts';
import { isScript, judgingFaces, sizeFor, strokesOf, tallOf, type Face } from './faces.ts';
import { lettered } from './lettered.ts';
import { emblems, marks, round } from './emblems.ts';
import { kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * The eighth generator of logos, only to judge by (since 2026-11-30; the signs did before): an emblem and the lines of a name, set beside each
 * other, one above the other, in a crest, or the name alone, painted by a canvas in typefaces that the others do not have.
 * Never look at what the reader misses of it while changing the reader. Domain: 30 to 180 mm; an emblem (shield, hexagon, disc, drop, gear, rosette, house) filled or
 * in outline, with or without a mark on it (star, letters, chevrons, waves); one to four lines: a name in one ink, in two, or in an outline; a
 * second line, spaced or between two short rules; a strap line; a line on a panel; a rule; words around a disc; a fifth leans by 7 to 13°;
 * grounds white, coloured, dark, clear; every third turned by up to 15°; 300 to 4,000 px, a seventh drawn smaller and enlarged, a seventh shrunk; PNG, JPEG 55 to 95, WebP.
 */

const inks = ['#1b2a49', '#d62839', '#2f7d4f', '#ef8a17', '#5b2a86', '#118ab2', '#ffd23f', '#6f4518', '#495057', '#9bd3c0', '#b5179e', '#0b0b0f', '#e5e5e5', '#7f1d1d']; // prettier-ignore
const grounds = ['#ffffff', '#ffffff', '#ffffff', '#faf3dd', '#1f2a36', '#dfe7e3', '#c9b79c', '#0f3d3e', '#f1d6d0']; // prettier-ignore
const names = ['ALDER & VINE', 'Quillon', 'NORTHFOLD', 'Bramwell', 'TIDEWATER', 'Foxglove', 'HIGHMOOR', 'Lantern', 'GILT & THREAD', 'Wexcombe', 'SUNDAY', 'Orchard', 'RAVENHILL', 'Pip & Co', 'CROSSWAYS', 'Evergreen', 'BOLD', 'Miller’s', 'JASPER', 'Upper Yard']; // prettier-ignore
const pairs = [['BLUE', 'BARN'], ['Night', 'Jar'], ['STONE', 'WORKS'], ['Apple', 'Gate'], ['FIRST', 'MILE'], ['River', 'Song']] as const; // prettier-ignore
const seconds = ['EMBROIDERY', 'Workwear', 'GARMENT CO', 'Tailors', 'JOINERY', 'Plumbing', 'DESIGN STUDIO', 'Kennels', 'Coffee House', 'ESTATE', 'VETERINARY', 'Riding School']; // prettier-ignore
const straps = ['CUT · SEW · MEND', 'SINCE 1968', 'LOCAL & HONEST', 'EST. 2009', 'BY APPOINTMENT', 'TEAM 12', 'CREW', 'WE DELIVER', 'Made with care', 'QUALITY FIRST']; // prettier-ignore
const around = [
  'HARBOUR TRUST',
  'VILLAGE HALL',
  'Running Club',
  'GUILD OF ROPERS',
  'FARM SHOP',
  'Bell Ringers',
];
const letters = ['B', 'RW', 'M', 'E', 'SK', 'H', 'TN', 'A'];

interface Piece {
  d: string;
  /** Line width, mm; null: filled. */
  line: number | null;
  x: number;
  y: number;
  /** Tangent of the lean. */
  lean: number;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  thinMm: number;
}

/** The lockup of one seed. */
export async function drawLockup(seed: number): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 49_979_687 + 7);
  const is = (share: number) => next() < share;
  const isClear = is(0.2);
  const ground = isClear ? '#ffffff' : pick(grounds);
  const { ink } = inkPot(inks, { ground, pick, overGround: 90 });
  const pieces: Piece[] = [];
  const leaning = is(0.2) ? Math.tan((between(7, 13) * Math.PI) / 180) : 0;
  const filled = (d: string, x: number, y: number, colour: string, called: string, across: number, thinMm: number) =>
    pieces.push({ d, line: null, x, y, lean: 0, thinMm, element: { kinds: across < 16 ? ['fill', 'satin'] : ['fill'], colour, called, ...plain } });
  const stroked = (d: string, x: number, y: number, colour: string, called: string, wide: number) =>
    pieces.push({ d, line: wide, x, y, lean: 0, thinMm: wide, element: { kinds: kindsOfLine(wide), colour, called, ...plain, stemMm: wide } });
  const widthOf = (face: Face, word: string, spaced: number) => lettered(face, word, 1, spaced).wide;
  const words = (face: Face, word: string, size: number, x: number, y: number, colour: string, called: string, spaced = 0, bend = 0) => {
    const cap = size / sizeFor(face, 1);
    const lean = bend === 0 ? leaning : 0;
    const { stem, medial } = strokesOf(face, word);
    const cos = 1 / Math.hypot(1, lean);
    pieces.push({
      ...{ d: lettered(face, word, size, spaced, bend).d, line: null, x, y, lean },
      thinMm: Math.min(stem, medial) * cap * cos,
      element: { kinds: ['lettering'], colour, capMm: cap * tallOf(face, word), stemMm: stem * cap * cos, medialMm: medial * cap * (1 + cos) * 0.5, called: `${called} “${word}” ${face} ${cap.toFixed(1)} mm` },
    });
  };
  const capOf = (face: Face, size: number) => size / sizeFor(face, 1);
  const upright = judgingFaces.filter((face) => !isScript(face));
  const faceFor = (word: string, scripts: number) =>
    word !== word.toUpperCase() && is(scripts) ? pick(judgingFaces.filter(isScript)) : pick(upright);

  /** An emblem `size` high, its middle at (x, y). */
  const emblem = (x: number, y: number, size: number) => {
    const { outline, room, called } = pick(emblems);
    const colour = ink();
    const isFilled = is(0.65);
    const wide = size * between(0.03, 0.08);
    let under = ground;
    if (isFilled) {
      filled(outline(size), x, y, colour, called, size * 0.7, size * 0.2);
      under = colour;
      if (is(0.3)) stroked(outline(size + wide * 3.4), x, y, is(0.5) ? colour : ink(), `line around the ${called}`, wide);
    } else stroked(outline(size - wide), x, y, colour, `outline of a ${called}`, wide);
    const inside = (isFilled ? size : size - 2 * wide) * room;
    const what = pick(['letters', 'mark', 'mark', 'nothing'] as const);
    if (what === 'letters') {
      const face = pick(upright);
      const word = pick(letters);
      const at = Math.min(sizeFor(face, inside * 0.62), (inside * 0.8) / widthOf(face, word, 0));
      words(face, word, at, x, y + capOf(face, at) / 2, isFilled ? ink(under) : is(0.5) ? colour : ink(), `in a ${called}`);
    } else if (what === 'mark') {
      const mark = pick(marks);
      const own = isFilled ? ink(under) : ink();
      const at = inside * between(0.6, 0.85);
      if (mark.line === null) filled(mark.path(at), x, y, own, mark.called, at * 0.6, at * mark.thin);
      else stroked(mark.path(at), x, y, own, mark.called, at * mark.line);
    }
  };

  /** Rows of words from `top` down, about x or from x on; where they end. */
  const rows = (x: number, top: number, wide: number, isLeft: boolean, count: number, under: string): number => {
    let y = top;
    const set = (face: Face, word: string, size: number, colour: string, called: string, spaced: number) => {
      const long = widthOf(face, word, spaced) * size;
      const cap = capOf(face, size);
      const isTall = isScript(face) || word !== word.toUpperCase();
      words(face, word, size, isLeft ? x + long / 2 : x, y + cap * (isScript(face) ? 1.25 : 1.05), colour, called, spaced);
      y += cap * (isScript(face) ? 1.75 : isTall ? 1.4 : 1.1);
      return long;
    };
    const kinds = ['name', ...Array.from({ length: count - 1 }, () => pick(['second', 'second', 'strap', 'panel', 'rule', 'name'] as const))] as const;
    const own = ink(under);
    for (const kind of kinds) {
      if (y > top) y += wide * between(0.025, 0.05);
      if (kind === 'name') {
        const isPair = is(0.2);
        const word = isPair ? '' : pick(names);
        const face = isPair ? pick(upright) : faceFor(word, 0.3);
        if (isPair) {
          const [one, two] = pick(pairs);
          const gap = is(0.5) ? 0.03 : 0.28;
          const size = wide / (widthOf(face, one, 0) + gap + widthOf(face, two, 0));
          const from = isLeft ? x : x - wide / 2;
          const base = y + capOf(face, size) * 1.05;
          words(face, one, size, from + (widthOf(face, one, 0) * size) / 2, base, own, 'first of two', 0);
          let other = ink(under);
          for (let k = 0; k < 20 && other === own; k++) other = ink(under);
          words(face, two, size, from + wide - (widthOf(face, two, 0) * size) / 2, base, other, 'second of two', 0);
          y += capOf(face, size) * 1.4;
        } else {
          const spaced = isScript(face) ? 0 : between(-0.01, 0.08);
          const size = Math.min(wide / widthOf(face, word, spaced), sizeFor(face, wide * 0.34));
          const before = pieces.length;
          set(face, word, size, own, 'name', spaced);
          if (is(0.08) && !isScript(face)) {
            const fill = pieces[before]!;
            const off = capOf(face, size) * between(0.06, 0.12);
            const colour = ink(own);
            pieces.splice(before, 0, { ...fill, line: 2 * off, thinMm: off, element: { kinds: ['run', 'satin', 'fill'], colour, called: `outline of “${word}”`, ...plain } });
          }
        }
      } else if (kind === 'second') {
        const word = pick(seconds);
        const face = faceFor(word, 0.25);
        const spaced = isScript(face) ? 0 : is(0.5) ? between(0.05, 0.3) : 0;
        const size = Math.min((wide * between(0.5, 1)) / widthOf(face, word, spaced), sizeFor(face, wide * 0.12));
        const long = widthOf(face, word, spaced) * size;
        const free = (wide - long) / 2 - size * 0.5;
        const colour = is(0.5) ? own : ink(under);
        if (!isLeft && free > size && is(0.4)) {
          const thick = capOf(face, size) * between(0.08, 0.25);
          for (const side of [-1, 1])
            stroked(`M0 0L${(side * free).toFixed(3)} 0`, x + side * (long / 2 + size * 0.5), y + capOf(face, size) * 0.55, colour, 'short rule', thick);
        }
        set(face, word, size, colour, 'second line', spaced);
      } else if (kind === 'strap') {
        const word = pick(straps);
        const face = faceFor(word, 0.3);
        const spaced = isScript(face) ? 0 : between(0, 0.2);
        set(face, word, Math.min((wide * between(0.5, 0.95)) / widthOf(face, word, spaced), sizeFor(face, wide * 0.07)), is(0.6) ? own : ink(under), 'strap line', spaced);
      } else if (kind === 'panel') {
        const word = pick([...seconds, ...straps]);
        const face = pick(upright);
        const size = Math.min((wide * 0.8) / widthOf(face, word, 0.05), sizeFor(face, wide * 0.1));
        const cap = capOf(face, size);
        const high = cap * between(1.7, 2.4);
        const long = is(0.4) ? wide : widthOf(face, word, 0.05) * size + cap * between(1, 2);
        const middle = isLeft ? x + long / 2 : x;
        const bite = pick([0, 0, 0.3]) * high;
        const colour = under === ground ? ink() : ink(under);
        filled(`M${-long / 2} ${-high / 2}H${long / 2}L${long / 2 - bite} 0L${long / 2} ${high / 2}H${-long / 2}L${-long / 2 + bite} 0Z`, middle, y + high / 2, colour, 'panel', high, high / 4);
        words(face, word, size, middle, y + high / 2 + cap / 2, ink(colour), 'on a panel', 0.05);
        y += high;
      } else {
        const thick = wide * between(0.006, 0.025);
        const long = wide * between(0.4, 1);
        stroked(`M0 0H${long}`, isLeft ? x : x - long / 2, y + thick / 2, is(0.5) ? own : ink(under), 'rule', thick);
        y += thick;
      }
    }
    return y;
  };

  const total = between(30, 180);
  const make = pick(['beside', 'above', 'words', 'crest', 'round'] as const);
  if (make === 'beside') {
    const size = total * between(0.2, 0.32);
    const before = pieces.length;
    const end = rows(size * 0.62 + total * 0.04, 0, total * 0.62, true, 1 + Math.floor(between(0, 3)), ground);
    const last = pieces.splice(before);
    emblem(0, end / 2, size);
    pieces.push(...last);
  } else if (make === 'above') {
    const size = total * between(0.25, 0.45);
    emblem(0, 0, size);
    rows(0, size * 0.6 + total * 0.03, total * between(0.6, 1), false, 1 + Math.floor(between(0, 3)), ground);
  } else if (make === 'words') {
    rows(0, 0, total, is(0.3), 2 + Math.floor(between(0, 3)), ground);
  } else if (make === 'crest') {
    const { outline, room } = pick(emblems.filter((one) => one.room >= 0.5));
    const colour = ink();
    filled(outline(total), 0, 0, colour, 'crest', total * 0.7, total * 0.1);
    if (is(0.5)) stroked(outline(total * 1.09), 0, 0, is(0.5) ? colour : ink(), 'line around the crest', total * between(0.008, 0.025));
    const before = pieces.length;
    const end = rows(0, 0, total * room * 1.1, false, 1 + Math.floor(between(0, 3)), colour);
    for (const piece of pieces.slice(before)) piece.y -= end / 2;
  } else {
    const across = total * between(0.5, 0.7);
    const face = pick(upright);
    const word = pick(around);
    const spaced = between(0.02, 0.2);
    const bend = across * 0.36;
    const size = Math.min(sizeFor(face, across * 0.09), (bend * 2.6) / widthOf(face, word, spaced));
    const isDisc = is(0.5);
    const colour = ink();
    if (isDisc) filled(round(across), 0, 0, colour, 'disc', across, across * 0.1);
    else stroked(round(across * 0.98), 0, 0, colour, 'ring', across * between(0.012, 0.03));
    const on = isDisc ? ink(colour) : ink();
    words(face, word, size, 0, -bend, on, 'around', spaced, bend);
    const what = pick(letters);
    const inside = Math.min(sizeFor(face, across * 0.26), (across * 0.42) / widthOf(face, what, 0));
    words(face, what, inside, 0, capOf(face, inside) / 2, on, 'in the middle');
    if (is(0.5)) rows(0, across * 0.5 + total * 0.05, total, false, 1, ground);
  }
  const turn = is(0.35) ? between(-15, 15) : 0;
  const how = pick(['as it is', 'as it is', 'as it is', 'as it is', 'as it is', 'enlarged', 'shrunk'] as const);
  return paint(pieces, { ...{ seed, ground, isClear, turn, how }, wide: Math.round(300 * (4000 / 300) ** next()), margin: is(0.3) ? 0 : between(0, 0.08), format: pick(['png', 'jpeg', 'webp'] as const), quality: Math.round(between(55, 95)), drawn: how === 'enlarged' ? between(0.5, 0.8) : how === 'shrunk' ? between(1.3, 2.5) : 1 });
} // prettier-ignore

interface How {
  seed: number;
  ground: string;
  isClear: boolean;
  /** Degrees. */
  turn: number;
  how: string;
  /** Of the picture, px. */
  wide: number;
  margin: number;
  format: DrawnLogo['format'];
  quality: number;
  /** How large it is drawn before it is made `wide`. */
  drawn: number;
}

async function paint(pieces: readonly Piece[], { seed, ground, isClear, turn, how, wide, margin, format, quality, drawn }: How): Promise<DrawnLogo> {
  const [sin, cos] = [Math.sin((turn * Math.PI) / 180), Math.cos((turn * Math.PI) / 180)];
  // Where everything lies, from a small painting of it about a page's middle.
  const page = 700;
  const draw = (which: readonly Piece[], width: number, rows: number, scale: number, left: number, top: number) => {
    const canvas = createCanvas(width, rows);
    const pen = canvas.getContext('2d');
    for (const { d, line, x, y, lean, element } of which) {
      pen.setTransform(scale * cos, scale * sin, scale * (-lean * cos - sin), scale * (-lean * sin + cos), scale * (x * cos - y * sin - left), scale * (x * sin + y * cos - top));
      pen.fillStyle = element.colour;
      pen.strokeStyle = element.colour;
      pen.lineJoin = 'round';
      if (line !== null) pen.lineWidth = line;
      const path = new Path2D(d);
      if (line === null) pen.fill(path);
      else pen.stroke(path);
    }
    return canvas.encode('png');
  };
  const { data, info } = await sharp(await draw(pieces, page, page, 1, -page / 2, -page / 2)).raw().toBuffer({ resolveWithObject: true });
  let [left, right, top, bottom] = [page, 0, page, 0];
  for (let at = 0; at < info.width * info.height; at++) {
    if (data[at * 4 + 3] === 0) continue;
    const [x, y] = [at % page, Math.floor(at / page)];
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x + 1), Math.min(top, y), Math.max(bottom, y + 1)];
  }
  const mm = 2;
  const [fromX, fromY] = [left - page / 2 - mm, top - page / 2 - mm];
  const [across, tall] = [right - left + 2 * mm, bottom - top + 2 * mm];
  const width = wide;
  const scale = width / across;
  const rows = Math.round(tall * scale);
  const [w, r] = [Math.round(width * drawn), Math.round(rows * drawn)];
  const first = await draw(pieces, w, r, w / across, fromX, fromY);
  const whole = drawn === 1 ? first : await sharp(first).resize(width, rows, { fit: 'fill', kernel: drawn < 1 ? 'cubic' : 'lanczos3' }).png().toBuffer();
  const alone: Buffer[] = [];
  for (const piece of pieces) alone.push(await draw([piece], width, rows, scale, fromX, fromY));
  return cutOut({
    ...{ whole, alone, width, rows, ground, isClear, format, quality, margin },
    mmPerPx: 1 / scale,
    elements: pieces.map(({ element, thinMm }) => ({ ...element, thinPx: thinMm * scale * Math.min(1, drawn) })),
    called: `lockup ${seed}${how === 'as it is' ? '' : ` ${how} ${drawn.toFixed(2)}`}${turn === 0 ? '' : ` turned ${turn.toFixed(0)}°`}`,
  });
} // prettier-ignore
