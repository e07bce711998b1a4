import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { cutOut } from './cut.ts';
import { inkPot } from './inks.ts';
import {
  cardFaces,
  faceOf,
  isScript,
  loadFaces,
  sizeFor,
  strokesOf,
  styleOf,
  tallOf,
  type Face,
} from './faces.ts';
import { kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * A fourth generator of logos, to learn from: cards as a print shop's window shows them, painted on a browser's canvas stroke by stroke, in typefaces of
 * their own. Domain: 30 to 160 mm; an emblem (peaks of two colours, a sun, waves, a shield with two letters on it, leaves, a wheel, a ring with a letter or an ornament in it) above or beside one or
 * two lines of a name, words with an outline of another colour, a spaced line beneath between two rules, words on an arch or in a bowl, a ribbon with words; grounds
 * white, coloured, clear, with or without a card's own rim; every third turned by up to 12°; 350 to 3,000 px, drawn at up to twice that and made smaller; PNG, JPEG 50 to 95, WebP.
 */

const inks = ['#0f4c5c', '#9a031e', '#5f0f40', '#e36414', '#fb8b24', '#386641', '#6a994e', '#22223b', '#3d5a80', '#ee6c4d', '#c9ada7', '#8338ec', '#111111']; // prettier-ignore
const grounds = ['#ffffff', '#ffffff', '#fefae0', '#eae2b7', '#003049', '#d8e2dc', '#283618'];
const names = ['NORTH PIER', 'Harrow & Vale', 'TIN ROOF', 'Cobblestone', 'BLUE HERON', 'Aldergate', 'RIVER MILL', 'Wren Court', 'SLATE', 'Old Orchard', 'EMBER']; // prettier-ignore
const scriptNames = ['Marigold', 'Bellhaven', 'Thistle', 'Goldcrest', 'Wayfarer'];
const taglines = [
  'SINCE 1974',
  'FARM SHOP',
  'BICYCLE REPAIR',
  'BAKED DAILY',
  'CREW',
  'ROOFING & SLATES',
  'Dog Walking',
];

/** What stands in a ring and is no letter, about one high round its middle; and how wide its narrowest place is. */
const ornaments: [string, number][] = [
  ['M0 -0.5L0.15 -0.15L0.5 -0.15L0.22 0.08L0.33 0.45L0 0.24L-0.33 0.45L-0.22 0.08L-0.5 -0.15L-0.15 -0.15Z', 0.3],
  ['M0.1 -0.5L-0.3 0.08L-0.02 0.08L-0.12 0.5L0.3 -0.1L0.04 -0.1Z', 0.2],
  ['M0 0.45L-0.45 0L-0.45 -0.2L-0.3 -0.4L-0.12 -0.4L0 -0.25L0.12 -0.4L0.3 -0.4L0.45 -0.2L0.45 0Z', 0.6],
  ['M-0.06 -0.5L0.06 -0.5L0.06 -0.1L0.4 0.15L0.4 0.28L0.06 0.14L0.06 0.36L0.18 0.44L0.18 0.5L-0.18 0.5L-0.18 0.44L-0.06 0.36L-0.06 0.14L-0.4 0.28L-0.4 0.15L-0.06 -0.1Z', 0.12],
  ['M-0.08 -0.5L0.08 -0.5L0.08 -0.12L0.45 -0.12L0.45 0.04L0.08 0.04L0.08 0.5L-0.08 0.5L-0.08 0.04L-0.45 0.04L-0.45 -0.12L-0.08 -0.12Z', 0.16],
  ['M0 -0.5L0.5 0L0 0.5L-0.5 0Z', 0.7],
]; // prettier-ignore

/** An ornament so high round a middle. */
const place = (d: string, x: number, y: number, high: number) =>
  d.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, px: string, py: string) => `${x + Number(px) * high} ${y + Number(py) * high}`); // prettier-ignore

/** What is painted: a path filled or drawn, or a text, in units of a hundredth of the card's width. */
type Paint =
  | { is: 'path'; d: string; line: number | null }
  | { is: 'text'; face: Face; size: number; word: string; x: number; y: number; spaced: number; outline: number; arch: number | null }; // prettier-ignore

interface Piece {
  paint: Paint;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  thin: number;
}

export interface CardOptions {
  faces?: readonly Face[];
  /** A frame of another make (plain, rounded or double, at the rim or a little inside of it), and a row of small shapes. */
  isFramed?: boolean;
}

/** The card of one seed, painted on a page of a started browser. */
export async function drawCard(
  page: Page,
  seed: number,
  { faces = cardFaces, isFramed = false }: CardOptions = {},
): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 32_452_843 + 7);
  const is = (share: number) => next() < share;
  const isClear = is(0.2);
  const ground = pick(isClear ? ['#ffffff'] : grounds);
  const { ink } = inkPot(inks, { ground, pick, overGround: 90 });
  const mmPerUnit = between(0.3, 1.6);
  const pieces: Piece[] = [];
  const shape = (
    d: string,
    colour: string,
    called: string,
    across: number,
    kinds: DrawnElement['kinds'] = across * mmPerUnit < 9.4 ? ['fill', 'satin'] : ['fill'],
  ) => {
    pieces.push({ paint: { is: 'path', d, line: null }, element: { kinds, colour, called, ...plain }, thin: across / 3 }); // prettier-ignore
  };
  const line = (d: string, colour: string, called: string, wide: number) => {
    const mm = wide * mmPerUnit;
    pieces.push({ paint: { is: 'path', d, line: wide }, element: { kinds: kindsOfLine(mm), colour, called, ...plain, stemMm: mm }, thin: wide }); // prettier-ignore
  };
  const wideOf = (face: Face, word: string, size: number, spaced = 0) =>
    (faceOf(face).getAdvanceWidth(word, 1000) / 1000 + spaced * word.length) * size;
  const text = (face: Face, word: string, size: number, at: [number, number], colour: string, called: string, more: { spaced?: number; arch?: number } = {}) => {
    const cap = (size / sizeFor(face, 1)) * mmPerUnit;
    const { stem, medial } = strokesOf(face, word);
    const { spaced = 0, arch = null } = more;
    pieces.push({
      paint: { is: 'text', face, size, word, x: at[0], y: at[1], spaced, outline: 0, arch },
      element: { kinds: ['lettering'], colour, capMm: cap * tallOf(face, word), stemMm: stem * cap, medialMm: medial * cap, called: `${called} “${word}” ${face} ${cap.toFixed(1)} mm` },
      thin: (Math.min(stem, medial) * cap) / mmPerUnit,
    });
  }; // prettier-ignore
  const plainFace = () => pick(faces.filter((face) => !isScript(face)));

  const frame = isFramed ? frameOf() : null;
  const hasRim = !frame && is(0.3);
  if (hasRim) {
    const wide = between(0.7, 2.4);
    line(`M${wide / 2} ${wide / 2}H${100 - wide / 2}V${200}H${wide / 2}Z`, ink(), 'rim', wide);
  }
  let y = hasRim || frame ? 10 : 4;
  if (is(0.75)) {
    const high = between(16, 30);
    emblem(y, high);
    y += high + between(3, 6);
  }
  for (let count = is(0.3) ? 2 : 1; count > 0; count--) {
    const face = pick(faces);
    const word = pick(isScript(face) ? scriptNames : names);
    const size = Math.min(between(13, 24), between(60, 84) / wideOf(face, word, 1));
    const colour = ink();
    y += size * 0.95;
    if (is(0.2) && !isScript(face)) {
      const outline = between(0.12, 0.2) * (size / sizeFor(face, 1));
      const inner = ink(colour);
      pieces.push({ paint: { is: 'text', face, size, word, x: 50, y, spaced: 0.06, outline, arch: null }, element: { kinds: ['lettering', 'satin', 'fill'], colour, called: `outline of “${word}” ${face}`, ...plain }, thin: outline / 2 }); // prettier-ignore
      text(face, word, size, [50, y], inner, 'outlined name', { spaced: 0.06 });
    } else text(face, word, size, [50, y], colour, 'name');
    y += size * 0.3;
  }
  if (isFramed && is(0.5)) smallShapes();
  const tail = pick(['rules', 'ribbon', 'arch', 'plain', 'none']);
  const face = plainFace();
  const word = pick(taglines);
  const spaced = between(0.02, 0.2);
  const size = Math.min(between(4.5, 8), 60 / wideOf(face, word, 1, spaced));
  const half = wideOf(face, word, size, spaced) / 2;
  if (tail === 'ribbon') {
    const high = size * between(1.6, 2.1);
    const colour = ink();
    const [left, right, nook] = [46 - half, 54 + half, high * 0.35];
    shape(`M${left - 6} ${y}H${right + 6}L${right + 6 - nook} ${y + high / 2}L${right + 6} ${y + high}H${left - 6}L${left - 6 + nook} ${y + high / 2}Z`, colour, 'ribbon', high); // prettier-ignore
    text(face, word, size, [50, y + high / 2 + (size / sizeFor(face, 1)) / 2], ink(colour), 'on a ribbon', { spaced }); // prettier-ignore
    y += high + 3;
  } else if (tail === 'arch') {
    const round = Math.max(between(24, 60), half / 1.1);
    const deep = round * (1 - Math.cos(half / round));
    if (is(0.5)) text(face, word, size, [50, y + size + round], ink(), 'arch', { spaced, arch: round });
    else text(face, word, size, [50, y + size + deep - round], ink(), 'bowl', { spaced, arch: -round });
    y += size * 1.6 + deep;
  } else if (tail !== 'none') {
    const colour = ink();
    const cap = size / sizeFor(face, 1);
    text(face, word, size, [50, y + size], colour, 'spaced', { spaced });
    if (tail === 'rules') {
      const wide = between(0.4, 1.4);
      const middle = y + size - cap / 2;
      line(`M${50 - half - 3} ${middle}H${50 - half - between(8, 18)}`, colour, 'rule left', wide);
      line(`M${50 + half + 3} ${middle}H${50 + half + between(8, 18)}`, colour, 'rule right', wide);
    }
    y += size + 3;
  }
  const high = y + (hasRim || frame ? 10 : 4);
  frame?.(high);
  const rim = pieces[0]!.paint;
  if (hasRim && rim.is === 'path') rim.d = rim.d.replace('V200', `V${high - rim.line! / 2}`);
  return finish(page, {
    pieces,
    high,
    mmPerUnit,
    isClear,
    ground,
    seed,
    between,
    pick,
    isRim: hasRim || (frame !== null && is(0.7)),
    faces,
  });

  /** Puts the frame's lines before everything, to be closed when the card's height is known. */
  function frameOf(): (high: number) => void {
    const make = pick(['plain', 'rounded', 'double'] as const);
    const inset = is(0.5) ? 0 : between(0.8, 2.5);
    const wides = make === 'double' ? [between(0.6, 1.6), between(0.35, 0.9)] : [between(0.5, 2.6)];
    const round = make === 'rounded' ? between(3, 8) : 0;
    const colours = [ink(), is(0.7) ? null : ink()];
    const first = pieces.length;
    wides.forEach((wide, at) => line('', (at === 1 && colours[1]) || colours[0]!, at === 0 ? `${make} frame` : 'inner frame', wide));
    return (high) => {
      let off = inset;
      wides.forEach((wide, at) => {
        const { paint } = pieces[first + at]!;
        const [from, right, bottom] = [off + wide / 2, 100 - off - wide / 2, high - off - wide / 2];
        if (paint.is === 'path') paint.d = round === 0
          ? `M${from} ${from}H${right}V${bottom}H${from}Z`
          : `M${from + round} ${from}H${right - round}Q${right} ${from} ${right} ${from + round}V${bottom - round}Q${right} ${bottom} ${right - round} ${bottom}H${from + round}Q${from} ${bottom} ${from} ${bottom - round}V${from + round}Q${from} ${from} ${from + round} ${from}Z`;
        off += wide + 1.2;
      });
    };
  } // prettier-ignore

  function smallShapes(): void {
    const count = 3 + Math.floor(between(0, 5));
    const [d, thin] = pick(ornaments);
    const at = between(2.5, 6);
    const colour = ink();
    const pitch = at * between(1.4, 2.4);
    for (let k = 0; k < count; k++) {
      const x = 50 + (k - (count - 1) / 2) * pitch;
      shape(place(d, x, y + at / 2, at), colour, 'small shape', thin * at, ['run', 'satin', 'fill']);
    }
    y += at + 3;
  }

  function emblem(top: number, tall: number): void {
    const [x, r] = [50, tall / 2];
    const middle = top + r;
    const round = (cx: number, cy: number, radius: number) => `M${cx - radius} ${cy}A${radius} ${radius} 0 1 0 ${cx + radius} ${cy}A${radius} ${radius} 0 1 0 ${cx - radius} ${cy}Z`; // prettier-ignore
    const what = pick(['peaks', 'sun', 'waves', 'shield', 'leaves', 'wheel', 'ring', 'ring']);
    const colour = ink();
    if (what === 'peaks') {
      shape(
        `M${x - tall} ${top + tall}L${x - r * 0.6} ${top}L${x + r * 0.8} ${top + tall}Z`,
        colour,
        'peak',
        tall,
      );
      shape(`M${x - r * 0.2} ${top + tall}L${x + r * 0.9} ${top + tall * 0.35}L${x + tall} ${top + tall}Z`, ink(colour), 'lower peak', tall * 0.6); // prettier-ignore
    } else if (what === 'sun') {
      const rays = 8 + 2 * Math.floor(between(0, 3));
      const points = Array.from({ length: 2 * rays }, (_, k) => {
        const [angle, far] = [(k * Math.PI) / rays, k % 2 ? r * 0.72 : r];
        return `${(x + far * Math.sin(angle)).toFixed(3)} ${(middle - far * Math.cos(angle)).toFixed(3)}`;
      });
      shape(`M${points.join('L')}Z`, colour, 'sun', tall);
      if (is(0.5)) shape(round(x, middle, r * 0.4), ink(colour), 'sun’s middle', tall * 0.4);
    } else if (what === 'waves') {
      const wide = between(1, 2.6);
      for (const row of [0, 1, 2]) line(`M${x - tall} ${top + row * r}q${r / 2} ${-r * 0.6} ${r} 0t${r} 0t${r} 0t${r} 0`, row === 1 && is(0.5) ? ink() : colour, 'wave', wide); // prettier-ignore
    } else if (what === 'shield') {
      shape(`M${x - r * 0.85} ${top}H${x + r * 0.85}V${middle}Q${x + r * 0.8} ${top + tall * 0.85} ${x} ${top + tall}Q${x - r * 0.8} ${top + tall * 0.85} ${x - r * 0.85} ${middle}Z`, colour, 'shield', 0.85 * tall); // prettier-ignore
      const letter = plainFace();
      text(letter, pick(['HV', 'TR', 'NP']), tall * 0.42, [x, middle + tall * 0.08], ink(colour), 'monogram');
    } else if (what === 'leaves') {
      for (const way of [-1, 1]) shape(`M${x + way * 0.6} ${top + tall}Q${x + way * tall} ${middle} ${x + way * r * 0.8} ${top}Q${x + way * r * 0.1} ${middle} ${x + way * 0.6} ${top + tall}Z`, way < 0 || is(0.5) ? colour : ink(), 'leaf', r * 0.6); // prettier-ignore
    } else if (what === 'ring') {
      const wide = between(0.8, 2.4);
      line(round(x, middle, r - wide / 2), colour, 'ring', wide);
      const inside = is(0.5) ? colour : ink();
      const at = tall * between(0.38, 0.52);
      if (is(0.65)) {
        const letter = plainFace();
        const size = sizeFor(letter, at);
        text(letter, pick([...'ABCDEFGHJKLMNPRSTUVWXYZ4&']), size, [x, middle + at / 2], inside, 'in a ring');
      } else {
        const [d, thin] = pick(ornaments);
        shape(place(d, x, middle, at), inside, 'ornament in a ring', thin * at);
      } // prettier-ignore
    } else {
      const wide = between(1.2, 3);
      line(round(x, middle, r - wide / 2), colour, 'wheel', wide);
      shape(round(x, middle, r * 0.25), ink(), 'hub', r * 0.5);
    }
  }
}

interface Finish {
  pieces: readonly Piece[];
  high: number;
  mmPerUnit: number;
  isClear: boolean;
  ground: string;
  seed: number;
  between: (low: number, high: number) => number;
  pick: <T>(from: readonly T[]) => T;
  isRim: boolean;
  faces: readonly Face[];
}

async function finish(page: Page, { pieces, high, mmPerUnit, isClear, ground, seed, between, pick, isRim, faces }: Finish): Promise<DrawnLogo> {
  const across = 350 * (3000 / 350) ** between(0, 1);
  const scale = pick([1, 1, 1.5, 2]);
  const turn = between(0, 1) < 0.35 ? (between(-12, 12) * Math.PI) / 180 : 0;
  const [sin, cos] = [Math.abs(Math.sin(turn)), Math.cos(turn)];
  const page100 = { wide: 100 * cos + high * sin, tall: 100 * sin + high * cos };
  const paints = pieces.map(({ paint, element: { colour } }) => ({ ...paint, colour }));
  await page.setContent(`<style>${styleOf(faces)}</style><canvas></canvas>`);
  await loadFaces(page, faces);
  const paint = async (which: number[], unit: number): Promise<Buffer> =>
    Buffer.from(
      await page.evaluate(
        ({ all, which, unit, high, turn, page100 }) => {
          const canvas = document.querySelector('canvas')!;
          [canvas.width, canvas.height] = [Math.round(page100.wide * unit), Math.round(page100.tall * unit)];
          const pen = canvas.getContext('2d')!;
          pen.scale(unit, unit);
          pen.translate(page100.wide / 2, page100.tall / 2);
          pen.rotate(turn);
          pen.translate(-50, -high / 2);
          pen.lineJoin = 'round';
          for (const one of which.map((at) => all[at]!)) {
            pen.fillStyle = pen.strokeStyle = one.colour;
            if (one.is === 'path') {
              if (one.line !== null) pen.lineWidth = one.line;
              if (one.line === null) pen.fill(new Path2D(one.d));
              else pen.stroke(new Path2D(one.d));
              continue;
            }
            pen.font = `${one.size}px '${one.face}'`;
            pen.textAlign = 'center';
            pen.letterSpacing = `${one.spaced * one.size}px`;
            pen.lineWidth = one.outline;
            const whole = pen.measureText(one.word).width;
            const letters = one.arch === null ? [one.word] : [...one.word];
            for (let k = 0; k < letters.length; k++) {
              const before = pen.measureText(one.word.slice(0, k)).width;
              const own = pen.measureText(one.word.slice(0, k + 1)).width - before;
              pen.save();
              pen.translate(one.x, one.y);
              if (one.arch !== null) pen.rotate((before + own / 2 - whole / 2) / one.arch);
              pen.fillText(letters[k]!, 0, -(one.arch ?? 0));
              if (one.outline > 0) pen.strokeText(letters[k]!, 0, -(one.arch ?? 0));
              pen.restore();
            }
          }
          return canvas.toDataURL('image/png').split(',')[1]!;
        },
        { all: paints, which, unit, high, turn, page100 },
      ),
      'base64',
    );
  const unit = across / page100.wide;
  const width = Math.round(page100.wide * unit);
  const everything = pieces.map((_, at) => at);
  const rows = Math.round(page100.tall * unit);
  const whole = await sharp(await paint(everything, unit * scale)).resize(width, rows, { fit: 'fill' }).png().toBuffer();
  const alone: Buffer[] = [];
  for (const at of everything) alone.push(await paint([at], unit));
  const margin = isRim ? 0 : between(0, 0.08);
  const format = pick(['png', 'jpeg', 'webp'] as const);
  return cutOut({
    ...{ whole, alone, width, rows, ground, isClear, margin, format },
    mmPerPx: mmPerUnit / unit,
    elements: pieces.map(({ element, thin }) => ({ ...element, thinPx: thin * unit })),
    quality: Math.round(between(50, 95)),
    called: `card ${seed}`,
  });
} // prettier-ignore
