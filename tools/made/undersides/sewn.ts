import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import { formatHex } from 'culori';
import sharp, { type Sharp } from 'sharp';
import { pixelsOf } from '../pixels.ts';
import { pictureChance } from '../picture-chance.ts';
import { isAlike, isReadable } from './readable.ts';
import { seenAslant } from './aslant.ts';
import type { DrawnUnderside } from './drawn.ts';

type Luck = ReturnType<typeof pictureChance>;
type Hsl = readonly [hue: number, saturation: number, lightness: number];

const css = ([hue, saturation, lightness]: Hsl, lighter = 0): string =>
  `hsl(${hue.toFixed(1)},${saturation.toFixed(1)}%,${Math.max(2, Math.min(98, lightness + lighter)).toFixed(1)}%)`;
const hexOf = ([h, s, l]: Hsl): string => formatHex({ mode: 'hsl', h, s: s / 100, l: l / 100 });

/** A thread: mostly of some hue; white, black and grey as often as shops use them. */
const threadOf = ({ next, between, pick }: Luck): Hsl =>
  next() < 0.28
    ? [between(0, 360), between(0, 6), pick([7, 12, 45, 62, 92, 95])]
    : [between(0, 360), between(35, 95), between(22, 72)];
const bobbinOf = ({ next, between, pick }: Luck): Hsl =>
  next() < 0.8
    ? [between(30, 60), between(0, 12), pick([95, 95, 96, 8])]
    : [between(0, 360), between(20, 70), between(25, 60)];
const clothOf = ({ next, between }: Luck): Hsl =>
  next() < 0.55
    ? [between(0, 360), between(0, 12), between(12, 95)]
    : [between(0, 360), between(15, 60), between(18, 80)];

interface Column {
  top: Hsl;
  share: number;
  /** Middle, mm on the cloth. */
  x: number;
  y: number;
}

/**
 * Blocks sewn stitch by stitch on a canvas: the bobbin thread goes to and fro over the middle, the top thread comes round both edges and dips under it; then seen
 * aslant through a lens, in the light of a shop. Written on 2026-11-30 by this description alone, to judge the reader, never to fit it to. Domain: 1 to 24 columns in one row or two, 3 to
 * 15 mm wide, 10 to 60 mm long and at least twice as long as wide, each turned by up to 3° of its own, at an uneven pitch along a row that sags; ends straight or drawn in; the
 * stripe's share 0.03 to 0.85, off the middle, drifting and ragged; threads of any hue, pale, deep, grey; cloth plain, checked or ribbed, cut askew on a plain or grained table; numbers
 * in pen, a tick, a loose thread across, a sticker, lint; a soft shadow, a warm or cold lamp, dark corners; a camera that leans by up to 10°; 4 to 16 px a mm; blur,
 * the sharpening and the grain of a telephone; quarter turns; JPEG 50 to 93; one in ten grey.
 */
export async function sewnUnderside(seed: number): Promise<DrawnUnderside> {
  const luck = pictureChance(seed * 32_452_843 + 71);
  const { next, between, pick } = luck;
  const is = (share: number) => next() < share;
  const columnMm = pick([3, 4, 5, 6, 7, 8, 9, 10, 10, 10, 12, 15]);
  const lengthMm = Math.max(2 * columnMm, pick([10, 15, 20, 25, 30, 40, 40, 40, 50, 60]));
  const rows = is(0.15) ? 2 : 1;
  const inRow = Math.max(1, Math.min(rows === 2 ? 8 : 24, Math.round(between(1, 170 / (columnMm * 1.5)))));
  const [bobbin, cloth] = [bobbinOf(luck), clothOf(luck)];
  const common = threadOf(luck);
  const isMixed = is(0.6);
  const share = between(0.1, 0.65);
  const margin = between(8, 14);
  const rowMm = lengthMm + between(6, 12);
  const gap = between(0.3, 0.8) * columnMm + 0.6;
  const wide = 2 * margin + inRow * (columnMm + gap);
  const tall = 2 * margin + rows * rowMm;
  const px = Math.max(4, Math.min(16, between(1000, 2600) / Math.max(wide, tall)));
  const around = between(3, 14);
  const [across, down] = [wide + 2 * around, tall + 2 * around];
  const canvas = createCanvas(Math.round(across * px), Math.round(down * px));
  const pen = canvas.getContext('2d');
  pen.scale(px, px);
  table(pen, luck, across, down);
  pen.translate(around, around);
  ground(pen, luck, { wide, tall, cloth });
  const columns: Column[] = [];
  const [sag, rise] = [between(-0.02, 0.02) * wide, between(-0.03, 0.03)];
  for (let row = 0; row < rows; row++) {
    let x = margin + gap / 2;
    for (let index = 0; index < inRow; index++) {
      const top = isMixed ? threadOf(luck) : common;
      const at = (x + columnMm / 2) / wide - 0.5;
      const middle = { x: x + columnMm / 2, y: margin + row * rowMm + rowMm / 2 + sag * (4 * at * at - 0.5) + rise * at * wide + between(-0.8, 0.8) }; // prettier-ignore
      pen.save();
      pen.translate(middle.x, middle.y);
      pen.rotate((between(-3, 3) * Math.PI) / 180);
      const own = Math.max(0.03, Math.min(0.85, share + between(-0.15, 0.15)));
      const found = sew(pen, luck, { columnMm, lengthMm, top, bobbin, share: own });
      if (is(0.25)) number(pen, luck, index + 1, columnMm, lengthMm);
      pen.restore();
      columns.push({ top, share: found, ...middle });
      x += columnMm + gap * between(0.75, 1.25);
    }
  }
  litter(pen, luck, { wide, tall, columns, columnMm, threads: [css(common), css(bobbin)] });
  pen.setTransform(px, 0, 0, px, 0, 0);
  light(pen, luck, across, down);
  const { picture, at } = await seenAslant(await canvas.encode('png'), { lean: between(0, 10), towards: between(0, 2 * Math.PI), turned: between(-8, 8) });
  let image = sharp(await picture.png().toBuffer());
  const isGrey = is(0.1);
  if (isGrey) image = image.greyscale().toColourspace('srgb');
  const blur = between(0, 0.1 * px);
  if (blur > 0.3) image = image.blur(blur);
  if (is(0.4)) image = image.sharpen({ sigma: between(0.6, 1.4) });
  const grained = await grain(image, luck, between(0, 7));
  const quarters = is(0.25) ? pick([1, 2, 3]) : 0;
  const jpeg = await grained.jpeg({ quality: 50 + Math.floor(next() * 44) }).toBuffer();
  const pixels = await pixelsOf(sharp(jpeg).rotate(90 * quarters));
  const { width, height } = quarters % 2 === 0 ? pixels : { width: pixels.height, height: pixels.width };
  const threads = { bobbin: hexOf(bobbin), cloth: hexOf(cloth) };
  return {
    ...{ pixels, columnMm, lengthMm },
    columns: columns.map(({ top, share: found, x, y }) => {
      let here = at((x + around) * px, (y + around) * px);
      const [left, right] = [at((x + around - columnMm / 2) * px, (y + around) * px), at((x + around + columnMm / 2) * px, (y + around) * px)];
      let [w, h] = [width, height];
      for (let quarter = 0; quarter < quarters; quarter++) {
        here = { x: h - here.y, y: here.x };
        [w, h] = [h, w];
      }
      const all = { ...threads, top: hexOf(top) };
      return { share: found, isReadable: isReadable(all, isGrey), isAlike: isAlike(all, isGrey), ...here, widePx: Math.hypot(right.x - left.x, right.y - left.y) };
    }),
  };
} // prettier-ignore

function table(pen: SKRSContext2D, { next, between }: Luck, wide: number, tall: number): void {
  const colour: Hsl = [between(15, 220), between(5, 35), between(20, 85)];
  pen.fillStyle = css(colour);
  pen.fillRect(0, 0, wide, tall);
  if (next() < 0.5) return;
  for (let k = 0; k < 140; k++) {
    const y = between(0, tall);
    pen.strokeStyle = css(colour, between(-7, 7));
    pen.lineWidth = between(0.1, 0.9);
    pen.beginPath();
    pen.moveTo(0, y);
    pen.bezierCurveTo(wide / 3, y + between(-4, 4), (2 * wide) / 3, y + between(-4, 4), wide, y + between(-3, 3)); // prettier-ignore
    pen.stroke();
  }
}

/** The cloth with its weave: cut a little askew. */
function ground(pen: SKRSContext2D, { next, between }: Luck, { wide, tall, cloth }: { wide: number; tall: number; cloth: Hsl }): void {
  pen.save();
  pen.beginPath();
  for (const [at, [x, y]] of [[0, 0], [wide, 0], [wide, tall], [0, tall]].entries()) {
    const [u, v] = [x! + between(-2, 2), y! + between(-2, 2)];
    if (at === 0) pen.moveTo(u, v);
    else pen.lineTo(u, v);
  }
  pen.closePath();
  pen.shadowColor = 'rgba(0,0,0,0.5)';
  pen.shadowBlur = between(2, 14);
  pen.fillStyle = css(cloth);
  pen.fill();
  pen.shadowColor = 'transparent';
  pen.clip();
  const step = between(0.35, 0.8);
  const deep = between(1, 6);
  const isRibbed = next() < 0.3;
  pen.lineWidth = step * 0.5;
  for (let x = -2; x < wide + 2; x += step) {
    pen.strokeStyle = css(cloth, between(-deep, deep));
    pen.beginPath();
    pen.moveTo(x, -2);
    pen.lineTo(x + between(-0.2, 0.2), tall + 2);
    pen.stroke();
  }
  if (!isRibbed)
    for (let y = -2; y < tall + 2; y += step) {
      pen.strokeStyle = css(cloth, between(-deep, deep));
      pen.beginPath();
      pen.moveTo(-2, y);
      pen.lineTo(wide + 2, y + between(-0.2, 0.2));
      pen.stroke();
    }
  if (next() < 0.15) {
    const every = between(6, 15);
    pen.fillStyle = css(cloth, cloth[2] > 50 ? -9 : 9);
    pen.globalAlpha = 0.5;
    for (let x = 0; x < wide; x += 2 * every) pen.fillRect(x, -2, every, tall + 4);
    for (let y = 0; y < tall; y += 2 * every) pen.fillRect(-2, y, wide + 4, every);
  }
  pen.restore();
} // prettier-ignore

interface Sewn {
  columnMm: number;
  lengthMm: number;
  top: Hsl;
  bobbin: Hsl;
  share: number;
}

interface Strand {
  from: readonly [number, number];
  to: readonly [number, number];
  isBobbin: boolean;
  wide: number;
}

/** Sews a column about (0, 0) from the top down. What share of all that is sewn the bobbin thread covers. */
function sew(pen: SKRSContext2D, luck: Luck, { columnMm, lengthMm, top, bobbin, share }: Sewn): number {
  const { next, between } = luck;
  const pitch = between(0.34, 0.5);
  const off = between(-0.4, 0.4) * Math.max(0, 1 - share - 0.2);
  const [swell, drift, phase] = [between(0, 0.15) * share, between(-0.06, 0.06), between(0, 7)];
  const ragged = between(0.005, 0.03);
  const drawnIn = next() < 0.3 ? between(0.02, 0.07) : 0;
  const slant = between(0.1, 0.4) * pitch;
  const strands: Strand[] = [];
  const stitches = Math.round(lengthMm / pitch);
  for (let k = 0; k <= stitches; k++) {
    const along = k / stitches;
    const y = -lengthMm / 2 + pitch / 2 + along * (lengthMm - pitch);
    const half = (columnMm / 2) * (1 - drawnIn * (2 * along - 1) ** 4);
    const middle = off / 2 + drift * (along - 0.5);
    const own = Math.max(0.01, share + swell * Math.sin(phase + 9 * along));
    const edge = () => between(-ragged, ragged);
    const from = Math.max(-0.98, 2 * middle - own + edge());
    const to = Math.min(0.98, 2 * middle + own + edge());
    const way = k % 2 ? slant : -slant;
    const wide = pitch * 1.13;
    strands.push({ from: [-half, y], to: [from * half, y + way * (1 + from)], isBobbin: false, wide });
    strands.push({ from: [to * half, y - way * (1 - to)], to: [half, y], isBobbin: false, wide });
    strands.push({ from: [from * half, y + way * (1 + from)], to: [to * half, y - way * (1 - to)], isBobbin: true, wide });
  }
  for (const strand of strands) paintStrand(pen, luck, strand, strand.isBobbin ? bobbin : top);
  // Rounder at its rims than in its middle: they turn from the light.
  const rims = pen.createLinearGradient(-columnMm / 2, 0, columnMm / 2, 0);
  const [dark, far] = [between(0.08, 0.3), Math.min(0.2, 0.5 / columnMm)];
  rims.addColorStop(0, `rgba(0,0,0,${dark})`);
  rims.addColorStop(far, 'rgba(0,0,0,0)');
  rims.addColorStop(1 - far, 'rgba(0,0,0,0)');
  rims.addColorStop(1, `rgba(0,0,0,${dark * between(0.3, 1)})`);
  pen.fillStyle = rims;
  if (drawnIn === 0) pen.fillRect(-columnMm / 2, -lengthMm / 2, columnMm, lengthMm);
  return shownOf(strands, columnMm, lengthMm);
} // prettier-ignore

/** A strand is round: dark along both sides. */
function paintStrand(pen: SKRSContext2D, { between }: Luck, { from, to, wide }: Strand, colour: Hsl): void {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.max(1e-6, Math.hypot(dx, dy));
  const [nx, ny] = [(-dy / long) * wide * 0.5, (dx / long) * wide * 0.5];
  const round = pen.createLinearGradient(from[0] - nx, from[1] - ny, from[0] + nx, from[1] + ny);
  const own = between(-2.5, 2.5);
  round.addColorStop(0, css(colour, own - 7));
  round.addColorStop(0.4, css(colour, own + 4));
  round.addColorStop(1, css(colour, own - 8));
  pen.strokeStyle = round;
  stroke(pen, from, to, wide);
} // prettier-ignore

function stroke(pen: SKRSContext2D, from: Strand['from'], to: Strand['to'], wide: number): void {
  pen.lineCap = 'butt';
  pen.lineWidth = wide;
  pen.beginPath();
  pen.moveTo(from[0], from[1]);
  pen.lineTo(to[0], to[1]);
  pen.stroke();
}

/** So many pixels a mm tell what is seen of each thread. */
const fine = 20;

/** The bobbin thread's share of what is seen of both, as they lie over one another. */
function shownOf(strands: readonly Strand[], columnMm: number, lengthMm: number): number {
  const canvas = createCanvas(Math.ceil((columnMm + 2) * fine), Math.ceil((lengthMm + 2) * fine));
  const pen = canvas.getContext('2d');
  pen.scale(fine, fine);
  pen.translate(columnMm / 2 + 1, lengthMm / 2 + 1);
  for (const { from, to, isBobbin, wide } of strands) {
    pen.strokeStyle = isBobbin ? '#00ff00' : '#ff0000';
    stroke(pen, from, to, wide);
  }
  const { data } = pen.getImageData(0, 0, canvas.width, canvas.height);
  let [both, own] = [0, 0];
  for (let at = 0; at < data.length; at += 4) {
    if (data[at + 3]! < 128) continue;
    both++;
    if (data[at + 1]! > data[at]!) own++;
  }
  return own / both;
}

function number(pen: SKRSContext2D, { next, between, pick }: Luck, told: number, columnMm: number, lengthMm: number): void {
  pen.strokeStyle = pick(['#1d1f26', '#1b3f9a', '#7d1b1b']);
  pen.lineWidth = between(0.3, 0.6);
  const [x, y] = [between(-0.3, 0.1) * columnMm, lengthMm / 2 + between(1, 3)];
  // Strokes of a pen, as many as the number has ones, or a cross.
  for (let k = 0; k < Math.min(4, told); k++) {
    pen.beginPath();
    pen.moveTo(x + k * 0.9, y);
    pen.lineTo(x + k * 0.9 + between(-0.4, 0.4), y + between(1.6, 2.8));
    pen.stroke();
  }
  if (next() < 0.3) {
    pen.beginPath();
    pen.moveTo(x - 0.6, y + 2.2);
    pen.lineTo(x + 3.4, y + 0.4);
    pen.stroke();
  }
} // prettier-ignore

interface Littered {
  wide: number;
  tall: number;
  columns: readonly Column[];
  columnMm: number;
  threads: readonly string[];
}

function litter(pen: SKRSContext2D, { next, between, pick }: Luck, { wide, tall, columns, columnMm, threads }: Littered): void {
  pen.lineCap = 'round';
  for (let k = 0; k < 3; k++) {
    if (next() > 0.25) continue;
    const by = pick(columns);
    const [x, y] = [by.x + between(-1.5, 1.5) * columnMm, by.y + between(-12, 12)];
    pen.strokeStyle = pick(threads);
    pen.lineWidth = between(0.3, 0.5);
    pen.beginPath();
    pen.moveTo(x, y);
    pen.bezierCurveTo(x + between(-6, 6), y + between(-6, 6), x + between(-9, 9), y + between(-9, 9), x + between(-14, 14), y + between(-14, 14));
    pen.stroke();
  }
  for (let k = 0; k < 12; k++) {
    pen.fillStyle = `rgba(235,235,235,${between(0.3, 0.8)})`;
    pen.fillRect(between(0, wide), between(0, tall), between(0.1, 0.9), between(0.08, 0.2));
  }
  if (next() < 0.12) {
    pen.fillStyle = pick(['#ffffff', '#ffe24a', '#8fd0ff']);
    pen.fillRect(0.5, tall - 6, 12, 5);
  }
} // prettier-ignore

/** A warm or a cold lamp from one side, dark corners, and now and then the soft shadow of a hand at the picture's rim. */
function light(pen: SKRSContext2D, { next, between }: Luck, wide: number, tall: number): void {
  pen.globalCompositeOperation = 'multiply';
  const [red, blue] = [between(0.9, 1), between(0.82, 1)];
  const angle = between(0, 2 * Math.PI);
  const [u, v] = [(Math.cos(angle) * wide) / 2, (Math.sin(angle) * tall) / 2];
  const lamp = pen.createLinearGradient(wide / 2 - u, tall / 2 - v, wide / 2 + u, tall / 2 + v);
  const shade = (light: number) =>
    `rgb(${[red, (red + blue) / 2, blue].map((one) => Math.round(255 * one * light)).join(',')})`;
  lamp.addColorStop(0, shade(1));
  lamp.addColorStop(1, shade(between(0.62, 0.97)));
  pen.fillStyle = lamp;
  pen.fillRect(0, 0, wide, tall);
  const far = Math.hypot(wide, tall) / 2;
  const corners = pen.createRadialGradient(wide / 2, tall / 2, 0.4 * far, wide / 2, tall / 2, far);
  corners.addColorStop(0, '#ffffff');
  const dark = Math.round(255 * between(0.7, 1));
  corners.addColorStop(1, `rgb(${dark},${dark},${dark})`);
  pen.fillStyle = corners;
  pen.fillRect(0, 0, wide, tall);
  if (next() < 0.25) {
    const at = next() * wide;
    const size = between(0.25, 0.5) * wide;
    const hand = pen.createRadialGradient(at, 0, 0, at, 0, size);
    const deep = Math.round(255 * between(0.45, 0.75));
    hand.addColorStop(0, `rgb(${deep},${deep},${deep})`);
    hand.addColorStop(between(0.5, 0.85), `rgb(${deep},${deep},${deep})`);
    hand.addColorStop(1, '#ffffff');
    pen.fillStyle = hand;
    pen.fillRect(0, 0, wide, tall);
  }
  pen.globalCompositeOperation = 'source-over';
}

/** The grain of a sensor, more of it in what is light. */
async function grain(image: Sharp, { next }: Luck, deviation: number): Promise<Sharp> {
  const { data, info } = await image.removeAlpha().raw().toBuffer({ resolveWithObject: true });
  for (let at = 0; at < data.length; at++) {
    const normal = next() + next() + next() + next() - 2;
    data[at] = Math.max(0, Math.min(255, Math.round(data[at]! + normal * 1.73 * deviation * Math.sqrt((data[at]! + 20) / 275)))); // prettier-ignore
  }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } });
}
