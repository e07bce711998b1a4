import sharp from 'sharp';
import { pixelsOf } from '../pixels.ts';
import { pictureChance } from '../picture-chance.ts';
import { isAlike, isReadable } from './readable.ts';
import { clutterOf } from './clutter.ts';
import { hardOf, notHard, type Hard } from './hard.ts';
import type { Pixels } from '../../../src/engines/picture/pixels.ts';

/**
 * Blocks as light falls on them: every strand of thread and cloth is a cylinder with its own normal, lit by one lamp (Lambert, and Kajiya and Kay's gloss along
 * a fibre, SIGGRAPH 1989), seen by a camera that stands a little aslant. To learn from. Domain: 1 to 20 columns in one row or two, 3 to 15 mm wide, 2 to 8 times as long
 * (10 to 60 mm), each a little turned, at an uneven pitch in rows that lie at angles; threads, bobbins and cloths of any colour; cut cloth on a table, a hoop, a second piece of
 * cloth, a shadow's edge, pen strokes, thread ends, lint; 4 to 16 px a mm; quarter turns; exposure, tint, blur, grain, JPEG of quality 50 to 93, some in grey.
 */
export interface LitUnderside {
  pixels: Pixels;
  columnMm: number;
  lengthMm: number;
  columns: { share: number; isReadable: boolean; isAlike: boolean; x: number; y: number; widePx: number }[];
  described: string;
}

type Luck = ReturnType<typeof pictureChance>;
type Rgb = readonly [number, number, number];

const times = ([r, g, b]: Rgb, by: number): Rgb => [r * by, g * by, b * by];
const hexOf = (colour: Rgb) =>
  `#${colour
    .map((one) =>
      Math.round(255 * Math.max(0, Math.min(1, one)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** Any colour: hue all round, some pale, some deep; one in three a grey, white or black. */
function anyColour(luck: Luck, greys = 0.33): Rgb {
  if (luck.next() < greys) {
    const grey = luck.pick([0.08, 0.12, 0.45, 0.62, 0.93, 0.96]) + luck.between(-0.03, 0.03);
    return [grey, grey, Math.min(1, grey + luck.between(-0.03, 0.02))];
  }
  const [hue, most, depth] = [6 * luck.next(), luck.between(0.35, 0.97), luck.between(0.3, 0.9)];
  const part = (at: number) =>
    most *
    (1 -
      depth *
        Math.max(
          0,
          Math.min(1, Math.abs(((hue + at) % 6) - 3) - 1 < 0 ? 1 : 2 - Math.abs(((hue + at) % 6) - 3)),
        ));
  return [part(0), part(4), part(2)];
}

interface Column {
  x: number;
  y: number;
  turn: number;
  top: Rgb;
  share: number;
  aside: number;
  /** Where the bobbin shows, by stitch: from and to, parts of the width. */
  stitches: readonly (readonly [number, number])[];
}

const pitchMm = 0.4;
/** The rim of a column is as round as a strand is thick. */
const rimMm = 0.3;

function columnAt(luck: Luck, x: number, y: number, top: Rgb, usual: number, lengthMm: number): Column {
  const own = Math.max(0.02, Math.min(0.88, usual + luck.between(-0.15, 0.15)));
  const aside = luck.between(-0.45, 0.45) * Math.max(0, 1 - own - 0.14);
  const [slow, phase] = [luck.between(0, 0.12) * own, luck.between(0, 6)];
  const stitches = Array.from({ length: Math.ceil(lengthMm / pitchMm) }, (_, index) => {
    const wide = own + slow * Math.sin(index / 9 + phase) + 0.03 * (luck.next() - 0.5);
    const middle = 0.5 + aside / 2 + 0.015 * (luck.next() - 0.5);
    return [Math.max(0.012, middle - wide / 2), Math.min(0.988, middle + wide / 2)] as const;
  });
  const share = stitches.reduce((sum, [a, b]) => sum + b - a, 0) / stitches.length;
  return { x, y, turn: luck.between(-0.012, 0.012), top, share, aside, stitches };
}

/** One lit photo. `finest`: it has no more px a mm than this, 4 to 16: a coarser one is drawn quicker. `isHard`: with what makes it hard; `isCluttered`: with what lies about. */
export async function litUnderside(
  seed: number,
  finest = 16,
  isHard = false,
  isCluttered = false,
): Promise<LitUnderside> {
  const luck = pictureChance(seed * 71 + 29);
  const columnMm = luck.pick([3, 4, 5, 6, 7, 8, 10, 10, 12, 15]);
  const lengthMm = Math.round(Math.min(60, Math.max(10, columnMm * luck.between(2, 8))));
  const rows = luck.next() < 0.18 ? 2 : 1;
  const inRow = 1 + Math.floor(luck.next() * (rows === 2 ? 9 : 20));
  const bobbin =
    luck.next() < 0.6
      ? luck.pick<Rgb>([
          [0.96, 0.95, 0.93],
          [0.09, 0.09, 0.1],
        ])
      : anyColour(luck, 0.5);
  const cloth = luck.next() < 0.6 ? anyColour(luck, 1) : anyColour(luck, 0.2);
  const isMixed = luck.next() < 0.55;
  const common = anyColour(luck);
  const usual = luck.between(0.06, 0.7);
  const columns: Column[] = [];
  let wide = 0;
  const gap = luck.between(0.2, 0.8);
  for (let row = 0; row < rows; row++) {
    let x = 0;
    const slant = luck.between(-0.04, 0.04);
    const down = row * (lengthMm + luck.between(6, 12));
    for (let index = 0; index < inRow; index++) {
      const y = down + slant * x + luck.between(-0.7, 0.7);
      columns.push(columnAt(luck, x, y, isMixed ? anyColour(luck) : common, usual, lengthMm));
      x += columnMm * (1 + gap * luck.between(0.7, 1.4)) + 0.4;
    }
    wide = Math.max(wide, x);
  }
  const tall = Math.max(...columns.map(({ y }) => y)) + lengthMm;
  const hard = isHard ? hardOf(pictureChance(seed * 53 + 7), Math.max(wide, tall) + 20) : notHard;
  // None comes to lie over its neighbour.
  const free = Math.min(1, (0.7 * gap * columnMm + 0.4) / (0.06 * lengthMm));
  for (const column of columns) column.turn += free * hard.turn();
  const clutter = isCluttered
    ? clutterOf(pictureChance(seed * 97 + 13), { columns, columnMm, lengthMm, wide, tall })
    : [];
  return seen({ seed, finest, luck, hard, clutter, columns, columnMm, lengthMm, wide, tall, bobbin, cloth });
}

interface Scene {
  seed: number;
  finest: number;
  luck: Luck;
  hard: Hard;
  clutter: readonly string[];
  columns: readonly Column[];
  columnMm: number;
  lengthMm: number;
  wide: number;
  tall: number;
  bobbin: Rgb;
  cloth: Rgb;
}

/** What lies on the cloth: thread ends, pen strokes and lint, drawn flat, ten pixels a mm. */
async function litter(
  { luck, hard, clutter, columns, columnMm, lengthMm, bobbin }: Scene,
  wide: number,
  tall: number,
  pad: number,
) {
  const parts: string[] = [];
  const bent = (x: number, y: number, far: number) =>
    `M${x} ${y}q${luck.between(-far, far)} ${luck.between(0, far)} ${luck.between(-far, far)} ${luck.between(0.5, far)}`;
  const [pens, tails] = [luck.next() < 0.4, luck.next() < 0.5];
  for (const { x, y, top } of columns) {
    const foot = y + lengthMm;
    if (pens)
      parts.push(`<path d="${bent(x + columnMm / 2, foot + 1.6, 3)}" stroke="#1c2540" stroke-width="0.5"/>`);
    if (tails && luck.next() < 0.4)
      parts.push(
        `<path d="${bent(x + luck.next() * columnMm, luck.next() < 0.5 ? foot - 1 : y - 4, 6)}" stroke="${hexOf(luck.next() < 0.6 ? top : bobbin)}" stroke-width="0.38"/>`,
      );
    if (luck.next() < 0.08)
      parts.push(
        `<path d="${bent(x + luck.next() * columnMm, y + luck.next() * lengthMm, 2)}" stroke="#d8d8d4" stroke-width="0.2"/>`,
      );
  }
  parts.push(
    ...hard.litter(columns, columnMm, lengthMm, [hexOf(columns[0]!.top), hexOf(bobbin)]),
    ...clutter,
  );
  const scale = 10;
  const { data, info } = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round((wide + 2 * pad) * scale)}" height="${Math.round((tall + 2 * pad) * scale)}" viewBox="${-pad} ${-pad} ${wide + 2 * pad} ${tall + 2 * pad}"><g fill="none" stroke-linecap="round">${parts.join('')}</g></svg>`,
    ),
  )
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return (x: number, y: number): readonly [number, number, number, number] | null => {
    const [px, py] = [Math.floor((x + pad) * scale), Math.floor((y + pad) * scale)];
    if (px < 0 || py < 0 || px >= info.width || py >= info.height) return null;
    const at = (py * info.width + px) * 4;
    return data[at + 3] === 0
      ? null
      : [data[at]! / 255, data[at + 1]! / 255, data[at + 2]! / 255, data[at + 3]! / 255];
  };
}

async function seen(scene: Scene): Promise<LitUnderside> {
  const { seed, finest, luck, hard, columns, columnMm, lengthMm, wide, tall, bobbin, cloth } = scene;
  const pad = luck.between(5, 16);
  const px = Math.min(finest, Math.max(4, luck.between(800, 2300) / (wide + 2 * pad)));
  const turn = luck.between(-0.13, 0.13);
  // Most blocks are on it whole; now and then a corner is not.
  const deep = tall + 2 * pad + wide * Math.abs(turn);
  const [width, height] = [Math.round((wide + 2 * pad) * px), Math.round(deep * px)];
  const [leanX, leanY] = [luck.between(-0.06, 0.06), luck.between(-0.06, 0.06)];
  const on = await litter(scene, wide, tall, pad);
  // From the lamp: it stands low to a side, as told; the camera looks straight down but for its lean.
  const round = 2 * Math.PI * luck.next();
  const up = luck.between(0.5, 1.3);
  const lamp = [Math.cos(round) * Math.cos(up), Math.sin(round) * Math.cos(up), Math.sin(up)] as const;
  const gloss = luck.between(0.05, 0.3);
  const isCutCloth = luck.next() < 0.45;
  const around = luck.between(2.5, 9);
  const table = anyColour(luck, 0.4);
  const hoop = luck.next() < 0.25 ? { colour: anyColour(luck, 0.6), at: luck.between(1.06, 1.3) } : null;
  const second =
    luck.next() < 0.15 ? { colour: anyColour(luck, 0.5), from: wide + luck.between(2, 4) } : null;
  const shadow =
    luck.next() < 0.2
      ? {
          dark: luck.between(0.6, 0.85),
          at: luck.between(-0.3, 0.3),
          way: luck.between(0, 6.3),
          soft: luck.between(2, 12),
        }
      : null;
  const falls = { by: luck.between(0, 0.3), way: 2 * Math.PI * luck.next() };
  const weave = luck.between(0.25, 0.6);
  const noise = Float32Array.from({ length: 8192 }, () => luck.next() - 0.5);
  const rough = (a: number, b: number) => noise[(Math.imul(a, 668265263) ^ Math.imul(b, 374761393)) & 8191]!;

  /** Light from a strand: `tangent` its direction in the plane, `off` −1 to 1 across it; `dome` leans the normal across the column. */
  const lit = (colour: Rgb, isAcross: boolean, off: number, dome: number, shine: number): Rgb => {
    const tilt = 0.85 * off;
    const normal = isAcross ? [dome, tilt] : [tilt, dome];
    const length = Math.hypot(normal[0]!, normal[1]!, 1);
    const lambert = Math.max(0, (normal[0]! * lamp[0] + normal[1]! * lamp[1] + lamp[2]) / length);
    const half = [lamp[0], lamp[1], lamp[2] + 1];
    const along = (isAcross ? half[0]! : half[1]!) / Math.hypot(half[0]!, half[1]!, half[2]!);
    const spark = shine * Math.sqrt(Math.max(0, 1 - along * along)) ** 24 * (1 - Math.abs(off));
    // From all around, and from the lamp: a flat strand right under it comes to its own colour.
    const light = 0.45 + (0.55 * lambert) / Math.max(0.45, lamp[2]);
    return [
      colour[0] * light + spark * 0.35,
      colour[1] * light + spark * 0.35,
      colour[2] * light + spark * 0.35,
    ];
  };
  const woven = (x: number, y: number, colour: Rgb): Rgb => {
    const [i, j] = [Math.floor(x / weave), Math.floor(y / weave)];
    const isOver = (i + j) % 2 === 0;
    const off = 2 * ((isOver ? y / weave - j : x / weave - i) - 0.5);
    const some = 1 + 0.06 * rough(isOver ? j : i, isOver ? 17 : 91) + 0.05 * rough(i, j);
    return lit(times(colour, some), isOver, 0.6 * off, 0, 0);
  };
  const grained = (x: number, y: number) => hard.table(x, y) * (1 + 0.1 * rough(Math.floor(y * 2), 5));
  const sewn = (u: number, v: number, column: Column, number: number): Rgb => {
    const stitch = Math.min(column.stitches.length - 1, Math.floor(v / pitchMm));
    const [from, to] = column.stitches[stitch]!;
    const at = u / columnMm;
    const isUnder = at > from && at < to;
    const own = isUnder ? bobbin : column.top;
    const some = 1 + 0.07 * rough(stitch, number * 37 + (isUnder ? 1 : at < 0.5 ? 2 : 3));
    const nearRim = Math.min(u, columnMm - u);
    const dome = nearRim < rimMm ? (u < columnMm / 2 ? -1 : 1) * (1 - nearRim / rimMm) : 0;
    return lit(
      [own[0] * some, own[1] * some, own[2] * some],
      true,
      2 * ((v / pitchMm) % 1) - 1,
      0.9 * dome,
      isUnder ? gloss / 3 : gloss,
    );
  };
  const surface = (x: number, y: number): Rgb => {
    const mark = on(x, y);
    let own: Rgb | null = null;
    for (let number = 0; number < columns.length; number++) {
      const column = columns[number]!;
      const dx = x - column.x - columnMm / 2;
      // Most of them lie far off: quicker.
      if (dx > columnMm || dx < -columnMm) continue;
      const dy = y - column.y - lengthMm / 2;
      const v = dy - dx * column.turn + lengthMm / 2;
      const aside = dx + dy * column.turn + 0.05 * rough(Math.floor(dy / pitchMm), number);
      const u = aside / (1 - hard.narrower(v / lengthMm)) + columnMm / 2;
      if (u >= 0 && u < columnMm && v >= 0 && v < lengthMm) own = sewn(u, v, column, number);
    }
    if (!own) {
      const beyond = Math.max(-x, x - wide, -y, y - tall);
      const far = Math.hypot((x - wide / 2) / (0.5 * wide + 6), (y - tall / 2) / (0.5 * tall + 6));
      // The shade a raised column throws beside it.
      const under = columns.some((column) => {
        const [u, v] = [x + 0.35 * lamp[0] - column.x, y + 0.35 * lamp[1] - column.y];
        return u > 0 && u < columnMm && v > 0 && v < lengthMm;
      });
      if (hoop && Math.abs(far - hoop.at * 1.2) < 0.05) own = lit(hoop.colour, true, 0, 0, 0.1);
      else if (second && x > second.from) own = woven(y, x, second.colour);
      else if (isCutCloth && beyond > around + 0.4 * rough(Math.floor(x), Math.floor(y)))
        own = times(table, grained(x, y));
      else own = woven(x, y, times(cloth, hard.cloth(x, y)));
      if (under) own = times(own, 0.86);
    }
    if (!mark) return own;
    const [r, g, b, a] = mark;
    return [own[0] * (1 - a) + r * a, own[1] * (1 - a) + g * a, own[2] * (1 - a) + b * a];
  };

  const exposure = luck.between(0.72, 1.06);
  const tint = [luck.between(0.95, 1.05), 1, luck.between(0.93, 1.05)];
  const grain = luck.between(0, 0.035);
  const raw = Buffer.alloc(width * height * 3);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const toBlock = (x: number, y: number): [number, number] => {
    const [u, v] = hard.seenFrom((x - width / 2) / px, (y - height / 2) / px);
    const scale = 1 + (leanX * u) / wide + (leanY * v) / Math.max(wide, tall);
    return [(u * cos + v * sin) * scale + wide / 2, (v * cos - u * sin) * scale + tall / 2];
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let [r, g, b] = [0, 0, 0];
      for (const [ox, oy] of [
        [0.25, 0.3],
        [0.75, 0.7],
      ] as const) {
        const own = surface(...toBlock(x + ox, y + oy));
        r += own[0] / 2;
        g += own[1] / 2;
        b += own[2] / 2;
      }
      const [nx, ny] = [x / width - 0.5, y / height - 0.5];
      let light =
        exposure *
        hard.light(nx, ny) *
        (1 - falls.by * (0.5 + nx * Math.cos(falls.way) + ny * Math.sin(falls.way)));
      if (shadow) {
        const side =
          ((nx * Math.cos(shadow.way) + ny * Math.sin(shadow.way) - shadow.at) * width) / (px * shadow.soft);
        light *= shadow.dark + (1 - shadow.dark) / (1 + Math.exp(-4 * side));
      }
      const at = (y * width + x) * 3;
      [r, g, b].forEach((one, plane) => {
        const noisy = one * light * tint[plane]! + grain * (luck.next() + luck.next() - 1);
        raw[at + plane] = Math.max(0, Math.min(255, Math.round(255 * noisy)));
      });
    }
  let image = sharp(raw, { raw: { width, height, channels: 3 } });
  const isGrey = luck.next() < 0.1;
  const blur = luck.between(0, 0.14 * px);
  if (blur > 0.3) image = image.blur(blur);
  if (hard.sharpened > 0) image = image.sharpen({ sigma: hard.sharpened });
  if (isGrey) image = image.greyscale().toColourspace('srgb');
  const quarters = luck.next() < 0.25 ? 1 + Math.floor(3 * luck.next()) : 0;
  const quality = 50 + Math.floor(luck.next() * 44);
  const turned = await image.jpeg({ quality }).toBuffer();
  const pixels = await pixelsOf(sharp(turned).rotate(90 * quarters));
  // Where each column's middle is seen: what the camera does is undone step by step, since it has no short inverse.
  const seenAt = (bx: number, by: number) => {
    let [x, y] = [width / 2, height / 2];
    for (let step = 0; step < 30; step++) {
      const [nowX, nowY] = toBlock(x, y);
      const [ex, ey] = [bx - nowX, by - nowY];
      x += (ex * cos - ey * sin) * px;
      y += (ex * sin + ey * cos) * px;
    }
    return { x, y };
  };
  const wideAt = ({ x, y }: Column) => {
    const [one, other] = [seenAt(x, y + lengthMm / 2), seenAt(x + columnMm, y + lengthMm / 2)];
    return Math.hypot(other.x - one.x, other.y - one.y);
  };
  const placed = columns.map((column) => {
    // Of a column that is cut off at the rim the middle of what is in the picture.
    const down = Array.from({ length: 41 }, (_, part) => {
      const v = (part / 40 - 0.5) * lengthMm;
      return seenAt(column.x + columnMm / 2 - v * column.turn, column.y + lengthMm / 2 + v);
    }).filter(({ x, y }) => x >= 0 && y >= 0 && x < width && y < height);
    let at = {
      x: down.reduce((sum, { x }) => sum + x, 0) / down.length,
      y: down.reduce((sum, { y }) => sum + y, 0) / down.length,
    };
    let [w, h] = [width, height];
    for (let quarter = 0; quarter < quarters; quarter++) {
      at = { x: h - at.y, y: at.x };
      [w, h] = [h, w];
    }
    const threads = { top: hexOf(column.top), bobbin: hexOf(bobbin), cloth: hexOf(cloth) };
    return {
      share: column.share,
      isReadable: isReadable(threads, isGrey),
      isAlike: isAlike(threads, isGrey),
      ...at,
      widePx: wideAt(column),
    };
  });
  const described = `${seed}: ${columns.length} columns in ${new Set(columns.map(({ y }) => Math.round(y / lengthMm))).size}, ${columnMm} × ${lengthMm} mm, ${px.toFixed(1)} px/mm, bobbin ${hexOf(bobbin)}, cloth ${hexOf(cloth)}, tops ${[...new Set(columns.map(({ top }) => hexOf(top)))].join(' ')}${isCutCloth ? `, cut ${around.toFixed(1)}` : ''}${hoop ? ', hoop' : ''}${second ? ', second' : ''}${shadow ? ', shadow' : ''}${isGrey ? ', grey' : ''}, blur ${blur.toFixed(1)}, quality ${quality}, exposure ${exposure.toFixed(2)}, quarters ${quarters}`;
  return { pixels, columnMm, lengthMm, columns: placed, described };
}
