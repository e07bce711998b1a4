import sharp from 'sharp';
import { pixelsOf } from './pixels.ts';
import { pictureChance } from './picture-chance.ts';
import { threads } from '../../scripts/demo/world.ts';
import type { Pixels } from '../../src/core/artwork/pixels/pixels.ts';

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
}

const rgb = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255);

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
    gapMm = 4,
    scale = 8,
    tiltDegrees = 0,
    perspective = 0,
    shade = 0,
    blurPx = 0,
    quality = 90,
  } = made;
  const luck = pictureChance(made.seed);
  const margin = 9;
  const tall = 40;
  const wide = columns.length * columnMm + (columns.length - 1) * gapMm;
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
      const pitch = columnMm + gapMm;
      const index = Math.floor(bx / pitch);
      const inColumn = bx - index * pitch;
      let colour = ground.map((one) => one * (1 + 0.05 * rough(x >> 1, y >> 1)));
      if (index >= 0 && index < columns.length && inColumn <= columnMm && by >= 0 && by <= tall) {
        const { share, off = 0 } = columns[index]!;
        // Stitches lie across: each has its own length, a little ragged.
        const stitch = Math.floor(by / 0.4);
        const ragged = 0.03 * rough(stitch, index * 31 + 7);
        const at = inColumn / columnMm;
        const half = Math.max(0, (share + (share > 0 ? ragged : 0)) / 2);
        const isUnder = Math.abs(at - 0.5 - off) < half;
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
