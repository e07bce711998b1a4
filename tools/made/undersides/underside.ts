import sharp from 'sharp';
import { pixelsOf } from '../pixels.ts';
import { pictureChance } from '../picture-chance.ts';
import { threads } from '../../demo/world.ts';
import type { Pixels } from '../../../src/engines/picture/pixels.ts';

export interface UndersideMade {
  seed: number;
  /** Top thread of each column, #rrggbb, and its bobbin's share. */
  columns: readonly { colour: string; share: number; off?: number }[];
  bobbin: string;
  cloth?: string;
  /** Columns' width and the gap between them, mm; px per mm. */
  columnMm?: number;
  gapMm?: number;
  scale?: number;
  tiltDegrees?: number;
  /** How much narrower the far end looks, 0 to 0.1. */
  perspective?: number;
  /** How much darker the dark side is, 0 to 0.5. */
  shade?: number;
  blurPx?: number;
  quality?: number;
  /** Gaps between neighbours one by one, mm, in place of `gapMm`. */
  gapsMm?: readonly number[];
  /** What lies around the cut cloth, from so many mm beside the block on. */
  table?: { colour: string; fromMm: number };
  /** Ends of thread that hang from columns, and pen strokes under them. */
  tails?: boolean;
  pen?: boolean;
  /** The camera was turned by so many quarters. */
  quarters?: number;
}

const rgb = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255);

/** Where each column begins, mm from the block's left edge, and how wide the block is. */
export function startsOf({ columns, columnMm = 10, gapMm = 4, gapsMm }: UndersideMade) {
  let wide = 0;
  const starts = columns.map((_, index) => {
    const start = wide;
    wide = start + columnMm + (index + 1 < columns.length ? (gapsMm?.[index] ?? gapMm) : 0);
    return start;
  });
  return { starts, wide };
}

/** What lies on the cloth or around it in a place: the table's colour, a pen's, a hanging thread's; null: nothing. */
function besides(
  { table, tails = false, pen = false, columns, columnMm = 10 }: UndersideMade,
  { by, off, index, inColumn }: Record<'by' | 'off' | 'index' | 'inColumn', number>,
): string | null {
  if (table && off > table.fromMm) return table.colour;
  if (index < 0) return null;
  const below = by - 40;
  if (pen && below > 2.5 && below < 5 && Math.abs(inColumn - columnMm / 2 - 0.5 * Math.sin(4 * below)) < 0.25)
    return '#24304e';
  // Every third column has a thread left long, hanging to one side.
  const tail = columnMm * 0.3 + 2.2 * Math.sin(by / 9 + index) + below * 0.4;
  if (tails && index % 3 === 1 && below > -12 && below < 7 && Math.abs(inColumn - tail) < 0.22)
    return columns[index]!.colour;
  return null;
}

/**
 * A photo of a test block's back with known shares: satin with its own threads and sheen, bobbin stripe with ragged
 * edges, cloth with fibres, light from one side, tilt, perspective, blur, JPEG. Made pixel by pixel; another way than the
 * shipped stand-ins draw.
 */
export async function madeUnderside(made: UndersideMade): Promise<{ pixels: Pixels; jpeg: Buffer }> {
  const {
    columns,
    bobbin,
    cloth = '#f2f1ec',
    columnMm = 10,
    scale = 8,
    tiltDegrees = 0,
    perspective = 0,
    shade = 0,
    blurPx = 0,
    quality = 90,
    quarters = 0,
  } = made;
  const luck = pictureChance(made.seed);
  const margin = 9;
  const tall = 40;
  const { starts, wide } = startsOf(made);
  const width = Math.round((wide + 2 * margin) * scale);
  const height = Math.round((tall + 2 * margin) * scale);
  const tilt = (tiltDegrees * Math.PI) / 180;
  const noise = Float32Array.from({ length: 4096 }, () => luck.next() - 0.5);
  const rough = (a: number, b: number) => noise[(Math.imul(a, 73856093) ^ Math.imul(b, 19349663)) & 4095]!;
  const ground = rgb(cloth);
  const under = rgb(bobbin);
  const tops = columns.map(({ colour }) => rgb(colour));
  const angle = 2 * Math.PI * luck.next();
  const raw = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      // Picture to block: turned about the middle, the far end narrower.
      const [dx, dy] = [(x - width / 2) / scale, (y - height / 2) / scale];
      const v = dy * Math.cos(tilt) - dx * Math.sin(tilt);
      const u = (dx * Math.cos(tilt) + dy * Math.sin(tilt)) * (1 - (perspective * v) / tall);
      const [bx, by] = [u + wide / 2, v + tall / 2];
      const index = starts.findLastIndex((start) => bx >= start);
      const inColumn = bx - (starts[index] ?? 0);
      let colour = ground.map((one) => one * (1 + 0.05 * rough(x >> 1, y >> 1)));
      const off = Math.max(-bx, bx - wide, -by, by - tall);
      const lies = besides(made, { by, off, index, inColumn });
      if (lies) colour = rgb(lies).map((one) => one * (1 + 0.04 * rough(x >> 1, y)));
      if (index >= 0 && inColumn <= columnMm && by >= 0 && by <= tall && (!lies || off > 0)) {
        const { share, off: aside = 0 } = columns[index]!;
        // Stitches lie across: each has its own length, a little ragged.
        const stitch = Math.floor(by / 0.4);
        const ragged = 0.03 * rough(stitch, index * 31 + 7);
        const at = inColumn / columnMm;
        const half = Math.max(0, (share + (share > 0 ? ragged : 0)) / 2);
        const isUnder = Math.abs(at - 0.5 - aside) < half;
        const groove = 0.1 * Math.sin((2 * Math.PI * by) / 0.4);
        const sheen = 0.06 * Math.sin(Math.PI * at);
        colour = (isUnder ? under : tops[index]!).map(
          (one) => one * (1 + groove * 0.7 + sheen) + 0.02 * rough(x, y) + (isUnder ? 0 : 0.015),
        );
      }
      const light =
        1 -
        shade *
          (0.5 + 0.5 * ((x / width - 0.5) * Math.cos(angle) + (y / height - 0.5) * Math.sin(angle)) * 1.4);
      colour.forEach((one, plane) => {
        raw[(y * width + x) * 3 + plane] = Math.max(0, Math.min(255, Math.round(one * light * 255)));
      });
    }
  let image = sharp(raw, { raw: { width, height, channels: 3 } });
  if (blurPx >= 0.3) image = image.blur(blurPx);
  if (quarters % 4 !== 0) image = image.rotate(90 * quarters);
  const jpeg = await image.jpeg({ quality }).toBuffer();
  return { jpeg, pixels: await pixelsOf(sharp(jpeg)) };
}

/** The demo's thread colours, white and black among them. */
const colours = threads.map((thread) => thread.colour).slice(0, 20);

/** A block as it might come: any count, width, threads, tilt, light, blur and quality. */
export function anyBlock(seed: number): UndersideMade & { columnMm: number } {
  const luck = pictureChance(seed * 31);
  const count = 1 + Math.floor(luck.next() * 15);
  const columnMm = luck.next() < 0.5 ? 10 : 5;
  return {
    seed,
    columns: Array.from({ length: count }, () => ({
      colour: luck.pick(colours),
      share: Math.round(luck.next() * 80) / 100,
    })),
    bobbin: luck.pick(['#f6f5f0', '#f6f5f0', '#17181b']),
    columnMm,
    gapMm: columnMm === 10 ? 4 : 3,
    scale: columnMm === 10 ? 8 : 12,
    tiltDegrees: luck.between(-5, 5),
    perspective: luck.between(0, 0.06),
    shade: luck.between(0, 0.35),
    blurPx: luck.between(0, 1.5),
    quality: 60 + Math.floor(luck.next() * 30),
  };
}

/** The same in worse hands: uneven gaps, cloth cut small on a table, pen marks, threads left long, the camera turned. Also four cloths. */
export function worseBlock(seed: number): UndersideMade & { columnMm: number } {
  const luck = pictureChance(seed * 53 + 7);
  const made = anyBlock(seed);
  const { columnMm } = made;
  const cloth = luck.pick(['#f2f1ec', '#8c8f86', '#3b3c3f', '#d9c9a3']);
  return {
    ...made,
    cloth,
    gapsMm: made.columns.map(() => luck.between(0.3, 1.1) * columnMm),
    ...(luck.next() < 0.5 && {
      table: { colour: luck.pick(['#5b4030', '#2c3c34', '#c9c4ba']), fromMm: luck.between(3, 7) },
    }),
    tails: luck.next() < 0.5,
    pen: luck.next() < 0.5,
    quarters: luck.next() < 0.4 ? 1 + Math.floor(3 * luck.next()) : 0,
  };
}
