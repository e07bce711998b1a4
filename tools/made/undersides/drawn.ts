import sharp from 'sharp';
import { pixelsOf } from '../pixels.ts';
import { pictureChance } from '../picture-chance.ts';
import { isAlike, isReadable } from './readable.ts';
import type { Pixels } from '../../../src/engines/picture/pixels.ts';

/**
 * Blocks drawn stitch by stitch as strokes of a vector drawing and rendered by librsvg. It judged the reader until another was written to (underside-sewn.ts); its misses were looked at since.
 * Domain: 1 to 24 columns in one row or two, 3 to 12 mm wide, 20 to 60 mm long, at an uneven pitch in rows that lie at angles; shares 0.02 to 0.9, off the
 * middle, swelling and shrinking along the column; eight grounds; cut cloth on a table or in a hoop; pen figures, thread ends; turned by a quarter or a half;
 * lit from a side, blurred, JPEG of quality 55 to 92, some in grey.
 */
export interface DrawnUnderside {
  pixels: Pixels;
  columnMm: number;
  lengthMm: number;
  /** In the order of the reader: left to right of the upright picture, or from the top down where it lies on its side. */
  columns: { share: number; isReadable: boolean; isAlike: boolean; x: number; y: number; widePx: number }[];
}

const tops = [
  ...['#b4232a', '#1f4e8c', '#2f6b3a', '#d9a400', '#5a2d6e', '#e87d9c', '#28a0a8', '#7a4a22', '#f3f1ea'],
  ...['#17181b', '#9a9ea4', '#f07a2a', '#8fc04a', '#c7b6e6'],
];
const bobbins = ['#f6f5f0', '#f6f5f0', '#1a1b1e', '#6b6f76', '#21407f'];
const cloths = ['#f2f1ec', '#3b3c3f', '#b9b6ad', '#7c2f2f', '#24406e', '#d9c9a3', '#8d908a', '#eef0f2'];
const tables = ['#5b4030', '#2c3c34', '#d8d5cf', '#4b5a72'];

const channels = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
const shaded = (hex: string, times: number) =>
  `rgb(${channels(hex)
    .map((value) => Math.max(0, Math.min(255, Math.round(value * times))))
    .join(',')})`;

/** One drawn photo. */
export async function drawnUnderside(seed: number): Promise<DrawnUnderside> {
  const luck = pictureChance(seed * 97 + 13);
  const columnMm = luck.pick([3, 4, 5, 6, 8, 10, 10, 10, 12]);
  const lengthMm = luck.pick([20, 30, 40, 40, 40, 50, 60]);
  const rows = luck.next() < 0.15 ? 2 : 1;
  const inRow = 1 + Math.floor(luck.next() * (rows === 2 ? 8 : 16));
  const px = Math.min(14, Math.max(4, luck.between(900, 2200) / (inRow * columnMm * 1.5 + 30)));
  const bobbin = luck.pick(bobbins);
  const cloth = luck.pick(cloths);
  const isMixed = luck.next() < 0.5;
  const common = luck.pick(tops);
  const share = luck.between(0.08, 0.7);
  const parts: string[] = [];
  const columns: DrawnColumn[] = [];
  const margin = 12;
  let right = 0;
  for (let row = 0; row < rows; row++) {
    let x = margin;
    const tilt = luck.between(-0.03, 0.03);
    for (let index = 0; index < inRow; index++) {
      const top = isMixed ? luck.pick(tops) : common;
      const own = Math.min(0.9, Math.max(0.02, share + luck.between(-0.12, 0.12)));
      const off = luck.between(-0.5, 0.5) * Math.max(0, 1 - own - 0.16);
      const swell = luck.between(0, 0.18) * own;
      const phase = luck.between(0, 6.28);
      const y = margin + row * (lengthMm + 9) + tilt * (x - margin) + luck.between(-0.8, 0.8);
      const step = 0.38;
      let [sum, count] = [0, 0];
      for (let down = 0; down < lengthMm; down += step, count++) {
        const wide = Math.max(
          0,
          Math.min(
            0.97,
            own + swell * Math.sin((2 * Math.PI * down) / 17 + phase) + 0.035 * (luck.next() - 0.5),
          ),
        );
        const middle = 0.5 + off / 2 + 0.012 * (luck.next() - 0.5);
        const from = Math.max(0.01, middle - wide / 2);
        const to = Math.min(0.99, middle + wide / 2);
        sum += to - from;
        const at = y + down + step / 2;
        const shine = 0.93 + 0.12 * luck.next();
        // A strand shorter than it is thick lies level: aslant it would show wider than it is.
        const slant = (a: number, b: number) => ((b - a) * columnMm < 1 ? 0 : 0.06);
        const line = (a: number, b: number, colour: string, light: number) =>
          `<line x1="${(x + a * columnMm).toFixed(3)}" x2="${(x + b * columnMm).toFixed(3)}" y1="${(at - slant(a, b)).toFixed(3)}" y2="${(at + slant(a, b)).toFixed(3)}" stroke="${shaded(colour, light)}" stroke-width="${(step * 1.12).toFixed(3)}"/>`;
        // The rim of a column is rounder than its middle, and darker.
        const rim = Math.min(0.4 / columnMm, from / 2, (1 - to) / 2);
        parts.push(line(rim, from, top, shine), line(to, 1 - rim, top, shine));
        parts.push(line(0, rim, top, shine * 0.86), line(1 - rim, 1, top, shine * 0.86));
        if (to > from) parts.push(line(from, to, bobbin, 0.9 + 0.12 * luck.next()));
      }
      columns.push({
        share: sum / count,
        top,
        x: x + columnMm / 2,
        y: y + lengthMm / 2,
      });
      if (luck.next() < 0.25)
        parts.push(
          `<path d="M ${x + luck.next() * columnMm} ${y + lengthMm} q ${luck.between(-4, 4)} 4 ${luck.between(-6, 6)} ${luck.between(3, 7)}" fill="none" stroke="${luck.next() < 0.5 ? top : bobbin}" stroke-width="0.45"/>`,
        );
      if (luck.next() < 0.3)
        parts.push(
          `<text x="${x + columnMm / 3}" y="${y + lengthMm + 4.5}" font-size="3.2" fill="#20232a">${index + 1}</text>`,
        );
      x += columnMm * luck.between(1.25, 1.75) + 0.8;
      right = Math.max(right, x);
    }
  }
  const size = { wide: right + margin, tall: rows * (lengthMm + 9) + 2 * margin };
  return render({ ...size, px, parts, columns, bobbin, cloth, luck, columnMm, lengthMm });
}

interface DrawnColumn {
  share: number;
  top: string;
  x: number;
  y: number;
}

interface Drawing {
  wide: number;
  tall: number;
  px: number;
  parts: readonly string[];
  columns: readonly DrawnColumn[];
  bobbin: string;
  cloth: string;
  luck: ReturnType<typeof pictureChance>;
  columnMm: number;
  lengthMm: number;
}

async function render(drawing: Drawing): Promise<DrawnUnderside> {
  const { wide, tall, px, parts, columns, bobbin, cloth, luck, columnMm, lengthMm } = drawing;
  const angle = luck.between(-7, 7);
  const quarter = luck.next() < 0.2 ? luck.pick([90, 180, 270]) : 0;
  const pad = 10;
  const [width, height] = [wide + 2 * pad, tall + 2 * pad];
  const hoop =
    luck.next() < 0.3
      ? `<ellipse cx="${wide / 2}" cy="${tall / 2}" rx="${wide * 0.76}" ry="${tall * 0.76 + 6}" fill="none" stroke="${luck.pick(['#20242c', '#e9e9e6', '#2f6fa8'])}" stroke-width="5"/>`
      : '';
  const weave = `<filter id="w" x="0" y="0" width="1" height="1"><feTurbulence type="fractalNoise" baseFrequency="0.9" numOctaves="2" seed="${Math.floor(luck.next() * 999)}"/><feColorMatrix values="0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0 0.5  0 0 0 0.25 0"/><feComposite in2="SourceGraphic" operator="in"/></filter>`;
  const light = `<linearGradient id="l" x1="0" y1="0" x2="1" y2="${luck.next().toFixed(2)}"><stop offset="0" stop-color="#000" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="${luck.between(0, 0.32).toFixed(2)}"/></linearGradient>`;
  const clothAt = `x="${luck.between(-4, 1)}" y="${luck.between(-4, 1)}" width="${wide + luck.between(0, 6)}" height="${tall + luck.between(0, 6)}"`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(width * px)}" height="${Math.round(height * px)}" viewBox="${-pad} ${-pad} ${width} ${height}">
    <defs>${weave}${light}</defs><rect x="${-pad}" y="${-pad}" width="${width}" height="${height}" fill="${luck.pick(tables)}"/>
    <g transform="rotate(${angle.toFixed(2)} ${wide / 2} ${tall / 2})"><rect ${clothAt} fill="${cloth}"/><rect ${clothAt} fill="${cloth}" filter="url(#w)"/>${hoop}${parts.join('')}</g>
    <rect x="${-pad}" y="${-pad}" width="${width}" height="${height}" fill="url(#l)"/></svg>`;
  let image = sharp(await sharp(Buffer.from(svg), { unlimited: true }).removeAlpha().png().toBuffer());
  const isGrey = luck.next() < 0.12;
  if (isGrey) image = image.greyscale().toColourspace('srgb');
  const blur = luck.between(0, 0.12 * px);
  if (blur > 0.3) image = image.blur(blur);
  const jpeg = await image.jpeg({ quality: 55 + Math.floor(luck.next() * 38) }).toBuffer();
  const pixels = await pixelsOf(sharp(jpeg).rotate(quarter));
  const turn = (angle * Math.PI) / 180;
  const placed = columns.map(({ share, top, x, y }) => {
    const [dx, dy] = [x - wide / 2, y - tall / 2];
    const [ux, uy] = [dx * Math.cos(turn) - dy * Math.sin(turn), dx * Math.sin(turn) + dy * Math.cos(turn)];
    const [fx, fy] = [(ux + wide / 2 + pad) * px, (uy + tall / 2 + pad) * px];
    const [w, h] = [width * px, height * px];
    const [px2, py2] =
      quarter === 90
        ? [h - fy, fx]
        : quarter === 180
          ? [w - fx, h - fy]
          : quarter === 270
            ? [fy, w - fx]
            : [fx, fy];
    return {
      share,
      isReadable: isReadable({ top, bobbin, cloth }, isGrey),
      isAlike: isAlike({ top, bobbin, cloth }, isGrey),
      x: px2,
      y: py2,
      widePx: columnMm * px,
    };
  });
  return { pixels, columnMm, lengthMm, columns: placed };
}
