import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { median } from 'simple-statistics';
import { chance } from '../../../src/core/base/chance.ts';
import type { Pixels } from '../../../src/engines/picture/index.ts';
import {
  axesOf,
  inDirection,
  boxFrom,
  readUnderside,
  type UndersideColumn,
} from '../../../src/engines/underside/index.ts';
import { photograph } from '../../../src/simulators/block-camera.ts';
import { pixelsOf } from '../../made/pixels.ts';
import {
  anyBlock,
  madeUnderside,
  startsOf,
  worseBlock,
  type UndersideMade,
} from '../../made/undersides/underside.ts';
import { drawnUnderside, type DrawnUnderside } from '../../made/undersides/drawn.ts';
import { litUnderside } from '../../made/undersides/lit.ts';
import { sewnUnderside } from '../../made/undersides/sewn.ts';
import { isAlike, isReadable } from '../../made/undersides/readable.ts';

/**
 * npm run bench:underside [PHOTOS [FIRST SEED [FOLDER]]]: what the reader says of made-up photos of eight kinds, against what was drawn. FOLDER: photos with
 * their truth.json beside them (columns, widthMm, heightMm, truth: share, readable, cornersPx).
 */
const photos = Number(process.argv[2] ?? 60);
const first = Number(process.argv[3] ?? 1);
const folder = process.argv[4];

interface True {
  share: number;
  isReadable: boolean;
  /** No one tells its threads apart. */
  isAlike: boolean;
  /** Middle and width, px. */
  at: { x: number; y: number; wide: number };
}
interface Photo {
  pixels: Pixels;
  columnMm: number;
  lengthMm: number;
  columns: True[];
}

const threads = ['#b4232a', '#1f4e8c', '#2f6b3a', '#d9a400', '#5a2d6e', '#17181b', '#f6f5f0'];

/** Places of columns whose middles lie `u` px right of the picture's middle before it is turned. */
const turnedBy = (degrees: number, { width, height }: Pixels, u: number, wide: number) => {
  const angle = (degrees * Math.PI) / 180;
  return { x: width / 2 + u * Math.cos(angle), y: height / 2 + u * Math.sin(angle), wide };
};

async function pixelByPixel(made: UndersideMade & { columnMm: number }): Promise<Photo> {
  const { pixels } = await madeUnderside(made);
  const { starts, wide } = startsOf(made);
  const { columnMm, scale = 8, tiltDegrees = 0, quarters = 0, cloth = '#f2f1ec' } = made;
  const upright = quarters % 2 === 0 ? pixels : { ...pixels, width: pixels.height, height: pixels.width };
  const columns = made.columns.map(({ share, colour }, index) => {
    const u = (starts[index]! + columnMm / 2 - wide / 2) * scale;
    let at = turnedBy(tiltDegrees, upright, u, columnMm * scale);
    let { width, height } = upright;
    for (let quarter = 0; quarter < quarters; quarter++) {
      at = { ...at, x: height - at.y, y: at.x };
      [width, height] = [height, width];
    }
    const threads = { top: colour, bobbin: made.bobbin, cloth };
    return { share, at, isReadable: isReadable(threads), isAlike: isAlike(threads) };
  });
  return { pixels, columnMm, lengthMm: 40, columns };
}

const photoOf = (made: DrawnUnderside): Photo => ({
  ...made,
  columns: made.columns.map(({ share, isReadable, isAlike, x, y, widePx }) => ({
    ...{ share, isReadable, isAlike, at: { x, y, wide: widePx } },
  })),
});

const kinds: Record<string, (seed: number) => Promise<Photo>> = {
  'pixel by pixel': (seed) => pixelByPixel(anyBlock(seed)),
  'the same in worse hands': (seed) => pixelByPixel(worseBlock(seed)),
  'simulated camera': (seed) => {
    const luck = chance(seed);
    const columns = Array.from({ length: 1 + Math.floor(luck.next() * 15) }, (_, index) => {
      const share = luck.between(0.05, 0.8);
      const left = 10 * (1 - share) * luck.between(0.3, 0.7);
      return {
        ...{ position: index + 1, left, bobbin: 10 * share, right: 10 * (1 - share) - left },
        thread: luck.pick(threads),
      };
    });
    const bobbin = luck.pick(['#f6f5f0', '#17181b']);
    const cloth = luck.pick(['#e4ddcb', '#8c8f86', '#3b3c3f']);
    const tilt = luck.between(-6, 6);
    const pixels = photograph(
      {
        ...{ columns, bobbin, cloth, tilt },
        ...{ shade: luck.between(0, 0.35), blur: luck.between(0, 2) },
      },
      () => luck.next(),
    );
    const all = 14 * columns.length - 4;
    return Promise.resolve({
      ...{ pixels, columnMm: 10, lengthMm: 38 },
      columns: columns.map(({ bobbin: mm, thread }, index) => ({
        share: mm / 10,
        at: turnedBy(tilt, pixels, (14 * index + 5 - all / 2) * 8, 80),
        isReadable: isReadable({ top: thread, bobbin, cloth }),
        isAlike: isAlike({ top: thread, bobbin, cloth }),
      })),
    });
  },
  'lit strand by strand': async (seed) => photoOf(await litUnderside(seed)),
  'harder, lit': async (seed) => photoOf(await litUnderside(seed, 16, true)),
  'harder, with clutter': async (seed) => photoOf(await litUnderside(seed, 16, true, true)),
  'drawn in strokes': async (seed) => photoOf(await drawnUnderside(seed)),
  'sewn on a canvas (only to judge)': async (seed) => photoOf(await sewnUnderside(seed)),
};

interface Sums {
  errors: number[];
  held: number;
  readable: number;
  /** Threads that no one tells apart, and those of them that were answered. */
  alike: number;
  alikeAnswered: number;
  /** What may be answered or refused. */
  between: number;
  betweenErrors: number[];
  /** Of those and of the alike the ones that are off by more than their ±. */
  guessedWrong: number;
  misplaced: number;
  /** Of those the ones that lie beside their column; the others lie over it, too far along it. */
  beside: number;
  lost: number;
  photos: number;
  counted: number;
  /** Columns, those of them that were found where they lie though nobody said how many there are, and what was found where none lies. */
  columns: number;
  found: number;
  extra: number;
  ms: number[];
}

/** Whether a column that was read lies over a place: within 0.15 of its width across it, within half its length along it. */
function isOver({ outline }: UndersideColumn, at: True['at']): boolean {
  const box = boxFrom(outline, nowhere);
  const { along, across } = axesOf(box.angle);
  const off = { x: at.x - box.x, y: at.y - box.y };
  return (
    Math.abs(inDirection(across, off)) < 0.15 * at.wide && Math.abs(inDirection(along, off)) < box.long / 2
  );
}
/** No rim is asked for. */
const nowhere = { width: Infinity, height: Infinity };

function judge(sums: Sums, { pixels, columnMm, lengthMm, columns }: Photo): void {
  const began = performance.now();
  let read: UndersideColumn[] = [];
  try {
    read = readUnderside(pixels, { count: columns.length, columnMm, lengthMm });
  } catch {
    sums.lost++;
  }
  sums.ms.push(performance.now() - began);
  sums.photos++;
  sums.columns += columns.length;
  try {
    const all = readUnderside(pixels, { columnMm, lengthMm });
    sums.counted += Number(all.length === columns.length);
    sums.found += columns.filter(({ at }) => all.some((one) => isOver(one, at))).length;
    sums.extra += all.filter((one) => !columns.some(({ at }) => isOver(one, at))).length;
  } catch {
    // None seen: not counted right.
  }
  sums.readable += columns.filter(({ isReadable }) => isReadable).length;
  sums.alike += columns.filter((column) => column.isAlike).length;
  sums.between += columns.filter((column) => !column.isReadable && !column.isAlike).length;
  read.forEach((column) => {
    if (column.share === null) return;
    const { x, y } = boxFrom(column.outline, nowhere);
    const own = columns.find(({ at }) => Math.hypot(at.x - x, at.y - y) < 0.3 * at.wide);
    if (!own) {
      sums.misplaced++;
      sums.beside += Number(!columns.some(({ at }) => isOver(column, at)));
      return;
    }
    const error = Math.abs(column.share - own.share);
    if (!own.isReadable) {
      if (own.isAlike) sums.alikeAnswered++;
      else sums.betweenErrors.push(error);
      sums.guessedWrong += Number(error > column.plusMinus!);
      return;
    }
    sums.errors.push(error);
    sums.held += Number(error <= column.plusMinus!);
  });
}

function tell(name: string, sums: Sums): void {
  const errors = [...sums.errors].sort((a, b) => a - b);
  const at = (part: number) =>
    (errors[Math.min(errors.length - 1, Math.floor(part * errors.length))] ?? 0).toFixed(4);
  const percent = (part: number, all: number) =>
    all === 0 ? 'none' : `${((100 * part) / all).toFixed(1)} %`;
  const ms = [...sums.ms].sort((a, b) => a - b);
  console.log(
    `${name}, ${sums.photos} photos: readable columns answered ${percent(errors.length, sums.readable)} of ${sums.readable}; error of the share: mean ${(errors.reduce((a, b) => a + b, 0) / Math.max(1, errors.length)).toFixed(4)}, p95 ${at(0.95)}, most ${at(1)}; intervals hold ${percent(sums.held, errors.length)}; threads that no one tells apart answered ${percent(sums.alikeAnswered, sums.alike)} of ${sums.alike}; those between answered ${percent(sums.betweenErrors.length, sums.between)} of ${sums.between}, mean error ${(sums.betweenErrors.reduce((a, b) => a + b, 0) / Math.max(1, sums.betweenErrors.length)).toFixed(4)}, most ${Math.max(0, ...sums.betweenErrors).toFixed(3)} (${sums.guessedWrong} of both off by more than their ±); misplaced ${sums.misplaced} (${sums.beside} of them beside their column); photos refused whole ${sums.lost}; count found without being told ${percent(sums.counted, sums.photos)}, columns found then ${percent(sums.found, sums.columns)} of ${sums.columns} and ${sums.extra} where none is; median ${ms[Math.floor(ms.length / 2)]!.toFixed(0)} ms`,
  );
}

const none = (): Sums => ({
  ...{
    errors: [],
    held: 0,
    readable: 0,
    alike: 0,
    alikeAnswered: 0,
    between: 0,
    betweenErrors: [],
    guessedWrong: 0,
    misplaced: 0,
    beside: 0,
    lost: 0,
  },
  ...{ photos: 0, counted: 0, columns: 0, found: 0, extra: 0, ms: [] },
});
for (const [name, make] of Object.entries(kinds)) {
  if (process.env['ONLY'] && !name.includes(process.env['ONLY'])) continue;
  const sums = none();
  for (let seed = first; seed < first + photos; seed++) judge(sums, await make(seed));
  tell(name, sums);
}

interface Told {
  file: string;
  widthMm: number;
  heightMm: number;
  truth: { share: number; readable: boolean; refusalOk: boolean; cornersPx: [number, number][] }[];
}
if (folder) {
  const sums = none();
  for (const told of JSON.parse(readFileSync(`${folder}/truth.json`, 'utf8')) as Told[]) {
    const pixels = await pixelsOf(sharp(`${folder}/${told.file}`).rotate());
    const columns = told.truth.map(({ share, readable, cornersPx }) => ({
      ...{ share, isReadable: readable, isAlike: !readable },
      at: {
        x: cornersPx.reduce((sum, [x]) => sum + x, 0) / 4,
        y: cornersPx.reduce((sum, [, y]) => sum + y, 0) / 4,
        wide: Math.hypot(cornersPx[1]![0] - cornersPx[0]![0], cornersPx[1]![1] - cornersPx[0]![1]),
      },
    }));
    judge(sums, { pixels, columnMm: told.widthMm, lengthMm: told.heightMm, columns });
  }
  tell(folder, sums);
}

/** Photos in hard hands, enlarged to 12 megapixels: how long each takes, the median of five readings, and the median of the photos. */
async function largePhotos(): Promise<void> {
  const medians: number[] = [];
  for (let seed = 47_001; seed <= 47_009; seed++) {
    const { pixels, columnMm, lengthMm } = await litUnderside(seed, undefined, true);
    const raw = { width: pixels.width, height: pixels.height, channels: 4 } as const;
    const times = Math.sqrt(12e6 / (raw.width * raw.height));
    const [width, height] = [Math.round(times * raw.width), Math.round(times * raw.height)];
    const large = await sharp(pixels.data, { raw }).resize(width, height, { fit: 'fill' }).raw().toBuffer();
    const photo = { width, height, data: new Uint8ClampedArray(large) };
    const readings = Array.from({ length: 5 }, () => {
      const began = performance.now();
      try {
        readUnderside(photo, { columnMm, lengthMm });
      } catch {
        // Nothing may be found on one: only the time is asked for.
      }
      return performance.now() - began;
    });
    medians.push(median(readings));
  }
  const told = medians.map((ms) => ms.toFixed(0)).join(', ');
  console.log(
    `photos of 12 megapixels, medians of five: ${told}; the median: ${median(medians).toFixed(0)} ms`,
  );
}
await largePhotos();
