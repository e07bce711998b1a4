import type { Pixels } from '../engines/picture/index.ts';
import type { BlockColumn } from '../core/tension/block/block.ts';

/** What stands before the simulated camera, and how it is held. */
export interface Sitting {
  /** Columns from left to right as the camera sees them, widths in mm, each with its top thread, #rrggbb. */
  columns: readonly (BlockColumn & { thread: string })[];
  bobbin: string;
  cloth: string;
  /** Degrees turned in the picture; 0 to 1 how much darker the far corner is; blur in px. */
  tilt: number;
  shade: number;
  blur: number;
}

const scale = 8;
const margin = 8;
const gap = 4;
const length = 38;
/** Stitches lie this far apart along a column, mm. */
const pitch = 0.4;

const channels = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));

/**
 * A stand-in for a camera over a test block's back: the block is sewn stitch by stitch into a picture (each with its own
 * ends and sheen), and that picture is then turned, blurred and unevenly lit. The truth is known, so reader and trainee
 * can be judged. `chance`: uniform from 0 to 1. RGBA, about 8 px a mm.
 */
export function photograph(sitting: Sitting, chance: () => number): Pixels {
  const flat = sewn(sitting, chance);
  return lit(blurred(turned(flat, (sitting.tilt * Math.PI) / 180), sitting.blur), sitting.shade, chance);
}

/** The block as it lies, straight and in even light. */
function sewn({ columns, bobbin, cloth }: Sitting, chance: () => number): Pixels {
  const widths = columns.map((column) => column.left + column.bobbin + column.right);
  const across = widths.reduce((sum, one) => sum + one, 0) + gap * (columns.length - 1) + 2 * margin;
  const width = Math.round(across * scale);
  const height = Math.round((length + 2 * margin) * scale);
  const data = new Uint8ClampedArray(width * height * 4);
  const paint = (x: number, y: number, colour: readonly number[], shine: number) => {
    const at = (y * width + x) * 4;
    for (let plane = 0; plane < 3; plane++) data[at + plane] = colour[plane]! * shine;
    data[at + 3] = 255;
  };
  const ground = channels(cloth);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) paint(x, y, ground, 0.96 + 0.05 * chance());
  const under = channels(bobbin);
  let from = margin;
  columns.forEach((column, index) => {
    const top = channels(column.thread);
    for (let along = 0; along < length; along += pitch) {
      // Needle holes are never quite in line.
      const [a, b] = [0.25 * (chance() - 0.5), 0.25 * (chance() - 0.5)];
      const edges = [0, column.left + a, column.left + column.bobbin + b, widths[index]!].map((one) =>
        Math.round((from + one) * scale),
      );
      const [first, last] = [along, along + pitch].map((one) => Math.round((margin + one) * scale));
      for (let y = first!; y < last!; y++) {
        const round = Math.sin((Math.PI * (y - first! + 0.5)) / Math.max(1, last! - first!));
        for (let x = edges[0]!; x < edges[3]!; x++) {
          const isUnder = x >= edges[1]! && x < edges[2]!;
          paint(x, y, isUnder ? under : top, 0.86 + 0.13 * round + 0.03 * chance());
        }
      }
    }
    from += widths[index]! + gap;
  });
  return { width, height, data };
}

/** The picture turned about its middle; what comes in at the corners repeats the cloth at the edge. */
function turned({ width, height, data }: Pixels, angle: number): Pixels {
  const out = new Uint8ClampedArray(data.length);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const clamp = (value: number, most: number) => Math.max(0, Math.min(most, value));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x - width / 2, y - height / 2];
      const sx = clamp(dx * cos + dy * sin + width / 2, width - 1.001);
      const sy = clamp(dy * cos - dx * sin + height / 2, height - 1.001);
      const [left, above] = [Math.floor(sx), Math.floor(sy)];
      const [fx, fy] = [sx - left, sy - above];
      const at = (above * width + left) * 4;
      for (let plane = 0; plane < 4; plane++) {
        const one = data[at + plane]! * (1 - fx) + data[at + 4 + plane]! * fx;
        const other = data[at + width * 4 + plane]! * (1 - fx) + data[at + width * 4 + 4 + plane]! * fx;
        out[(y * width + x) * 4 + plane] = one * (1 - fy) + other * fy;
      }
    }
  return { width, height, data: out };
}

/** Each pixel the mean of its neighbours within `radius` px, rows first and then columns. */
function blurred(picture: Pixels, radius: number): Pixels {
  const reach = Math.round(radius);
  if (reach < 1) return picture;
  const { width, height } = picture;
  const pass = (data: Uint8ClampedArray, step: number, count: number, line: number, lines: number) => {
    const out = new Uint8ClampedArray(data.length);
    for (let row = 0; row < lines; row++)
      for (let at = 0; at < count; at++)
        for (let plane = 0; plane < 4; plane++) {
          let sum = 0;
          for (let near = -reach; near <= reach; near++) {
            const inside = Math.max(0, Math.min(count - 1, at + near));
            sum += data[row * line + inside * step + plane]!;
          }
          out[row * line + at * step + plane] = sum / (2 * reach + 1);
        }
    return out;
  };
  const across = pass(picture.data, 4, width, width * 4, height);
  return { width, height, data: pass(across, width * 4, height, 4, width) };
}

/** Light from one corner, and the noise of a phone's sensor. */
function lit({ width, height, data }: Pixels, shade: number, chance: () => number): Pixels {
  const out = new Uint8ClampedArray(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const light = 1 - (shade * (x / width + y / height)) / 2;
      const grain = 4 * (chance() - 0.5);
      const at = (y * width + x) * 4;
      for (let plane = 0; plane < 3; plane++) out[at + plane] = data[at + plane]! * light + grain;
      out[at + 3] = 255;
    }
  return { width, height, data: out };
}
