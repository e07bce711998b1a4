import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { median } from 'simple-statistics';
import opentype from 'opentype.js';
import type { Page } from 'playwright-core';
import { distancesToOthers } from '../../../src/engines/logo/parts/widths.ts';

const require = createRequire(import.meta.url);

/** Openly licensed typefaces of several makes. `joined`: a script whose letters touch. */
const files = {
  roboto: ['roboto', 400],
  'roboto bold': ['roboto', 700],
  oswald: ['oswald', 500],
  'barlow condensed': ['barlow-condensed', 600],
  merriweather: ['merriweather', 400],
  'roboto slab': ['roboto-slab', 700],
  lora: ['lora', 700],
  playfair: ['playfair-display', 700],
  bitter: ['bitter', 700],
  pacifico: ['pacifico', 400],
  dancing: ['dancing-script', 700],
  montserrat: ['montserrat', 600],
  archivo: ['archivo-black', 400],
  baskerville: ['libre-baskerville', 700],
  cormorant: ['cormorant-garamond', 700],
  lobster: ['lobster', 400],
  vollkorn: ['vollkorn', 700],
  garamond: ['eb-garamond', 700],
  arvo: ['arvo', 400],
  jost: ['jost', 600],
  kaushan: ['kaushan-script', 400],
  courgette: ['courgette', 400],
  spectral: ['spectral', 600],
  crimson: ['crimson-text', 600],
  quicksand: ['quicksand', 700],
  cinzel: ['cinzel', 700],
  philosopher: ['philosopher', 700],
  rokkitt: ['rokkitt', 600],
  spartan: ['league-spartan', 600],
  cookie: ['cookie', 400],
  yellowtail: ['yellowtail', 400],
  playball: ['playball', 400],
  josefin: ['josefin-sans', 700],
  alegreya: ['alegreya', 700],
  zilla: ['zilla-slab', 600],
  satisfy: ['satisfy', 400],
  // Only for judging: the reader was never tuned on these.
  titillium: ['titillium-web', 600],
  exo: ['exo-2', 700],
  mulish: ['mulish', 700],
  noticia: ['noticia-text', 700],
  prata: ['prata', 400],
  bree: ['bree-serif', 400],
  aleo: ['aleo', 700],
  'merriweather sans italic': ['merriweather-sans', 700, 'italic'],
  oleo: ['oleo-script', 700],
  merienda: ['merienda', 700],
} as const satisfies Record<string, readonly [string, number, 'italic'?]>;
export type Face = keyof typeof files;
export const judgingFaces: readonly Face[] = [
  'titillium',
  'exo',
  'mulish',
  'noticia',
  'prata',
  'bree',
  'aleo',
  'merriweather sans italic',
  'oleo',
  'merienda',
];
/** Of the signs, which judged until 2026-11-30. */
export const signFaces: readonly Face[] = ['josefin', 'alegreya', 'zilla', 'satisfy'];
export const cardFaces: readonly Face[] = ['montserrat', 'archivo', 'baskerville', 'cormorant', 'lobster'];
/** Cards are also painted in these, to see how far what was learnt carries. */
export const otherCardFaces: readonly Face[] = [
  'vollkorn',
  'garamond',
  'arvo',
  'jost',
  'kaushan',
  'courgette',
];
/** And in these, of more makes: small capitals, high and low small letters, brushes. */
export const farCardFaces: readonly Face[] = [
  'spectral',
  'crimson',
  'quicksand',
  'cinzel',
  'philosopher',
  'rokkitt',
  'spartan',
  'cookie',
  'yellowtail',
  'playball',
];
export const faceNames = (Object.keys(files) as Face[]).filter(
  (face) =>
    ![judgingFaces, signFaces, cardFaces, otherCardFaces, farCardFaces].some((faces) => faces.includes(face)),
);
const scripts: readonly Face[] = [
  'pacifico',
  'dancing',
  'satisfy',
  'lobster',
  'kaushan',
  'courgette',
  'cookie',
  'yellowtail',
  'playball',
  'oleo',
  'merienda',
];
export const isScript = (face: Face) => scripts.includes(face);
/** A typeface's file, for a page. */
export const fileOf = (face: Face): string => {
  const [name, weight, style = 'normal'] = files[face] as readonly [string, number, string?];
  return require.resolve(`@fontsource/${name}/files/${name}-latin-${weight}-${style}.woff`);
};

/** Style that brings typefaces into a page, and waiting until they are there. */
export const styleOf = (faces: readonly Face[]): string =>
  faces
    .map(
      (face) =>
        `@font-face{font-family:'${face}';src:url(data:font/woff;base64,${readFileSync(fileOf(face)).toString('base64')})}`,
    )
    .join('');
export const loadFaces = (page: Page, faces: readonly Face[]): Promise<void> =>
  page.evaluate(async (all) => {
    for (const face of all) await document.fonts.load(`20px '${face}'`);
  }, faces as string[]);

const loaded = new Map<Face, opentype.Font>();
export function faceOf(face: Face): opentype.Font {
  let font = loaded.get(face);
  if (!font) {
    const bytes = readFileSync(fileOf(face));
    font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
    loaded.set(face, font);
  }
  return font;
}

/** Size (mm an em) at which a capital H is `capMm` high. */
export function sizeFor(face: Face, capMm: number): number {
  const font = faceOf(face);
  const box = font.charToGlyph('H').getBoundingBox();
  return (capMm * font.unitsPerEm) / (box.y2 - box.y1);
}

type Point = [number, number];

/** Closed polygons as the `d` of an SVG path, with so many digits behind the point. */
export const loopsPath = (loops: readonly (readonly (readonly [number, number])[])[], digits = 4): string =>
  loops
    .map((loop) => `M${loop.map((point) => point.map((at) => at.toFixed(digits)).join(' ')).join('L')}Z`)
    .join('');

/** A text's outlines as closed polygons, mm, on a base line at y = 0 that begins at x = 0. */
export function outlines(face: Face, text: string, capMm: number): Point[][] {
  const path = faceOf(face).getPath(text, 0, 0, sizeFor(face, capMm));
  const loops: Point[][] = [];
  let loop: Point[] = [];
  const at = () => loop[loop.length - 1]!;
  for (const command of path.commands) {
    if (command.type === 'M') loops.push((loop = [[command.x, command.y]]));
    else if (command.type === 'L') loop.push([command.x, command.y]);
    else if (command.type === 'Q') {
      const [x, y] = at();
      for (let k = 1; k <= 8; k++) {
        const t = k / 8;
        const u = 1 - t;
        loop.push([
          u * u * x + 2 * u * t * command.x1 + t * t * command.x,
          u * u * y + 2 * u * t * command.y1 + t * t * command.y,
        ]);
      }
    } else if (command.type === 'C') {
      const [x, y] = at();
      for (let k = 1; k <= 10; k++) {
        const t = k / 10;
        const u = 1 - t;
        loop.push([
          u ** 3 * x + 3 * u * u * t * command.x1 + 3 * u * t * t * command.x2 + t ** 3 * command.x,
          u ** 3 * y + 3 * u * u * t * command.y1 + 3 * u * t * t * command.y2 + t ** 3 * command.y,
        ]);
      }
    }
  }
  return loops;
}

/** So far below the line, in heights of the capital H, a capital hangs; a brush's stand a little off it, all alike. */
const hangs = 0.06;

/**
 * Height of a word's capitals as a share of the capital H: 1, but in a script, whose H may dip below the line. Of a word with small letters it is
 * that of its first letter above where these stand. Of capitals alone, which are uneven and have no small letters beside them, it is what
 * a ruler shows: from the line that they stand on, those that hang aside, to the middle one's top.
 */
export function tallOf(face: Face, word: string): number {
  if (!isScript(face)) return 1;
  const font = faceOf(face);
  const box = (letter: string) => font.charToGlyph(letter).getBoundingBox();
  const high = box('H').y2 - box('H').y1;
  const capitals = [...word].filter((letter) => /[A-Z]/.test(letter)).map(box);
  if (/[a-z]/.test(word) || capitals.length === 0) {
    const feet = median(['a', 'n', 'i'].map((letter) => box(letter).y1));
    return (box(word[0]!).y2 - feet) / high;
  }
  const standing = capitals.filter(({ y1 }) => y1 > -hangs * high);
  const feet = (standing.length > 0 ? standing : capitals).map(({ y1 }) => y1);
  return (median(capitals.map(({ y2 }) => y2)) - median(feet)) / high;
}

const strokes = new Map<string, { stem: number; medial: number }>();

/**
 * Widths of a text's strokes as a share of its capital's height: a straight stem's (of I, or l in a script: square to its lean),
 * and the median along the middles of everything, both from the outlines drawn 240 px to a capital.
 */
export function strokesOf(face: Face, text: string): { stem: number; medial: number } {
  const key = `${face} ${text}`;
  let found = strokes.get(key);
  if (!found) {
    found = {
      stem: medianWidth(face, isScript(face) ? 'l' : 'I', true),
      medial: medianWidth(face, text, false),
    };
    strokes.set(key, found);
  }
  return found;
}

function medianWidth(face: Face, text: string, isStem: boolean): number {
  const high = 240;
  const loops = outlines(face, text, high);
  const xs = loops.flat().map(([x]) => x);
  const ys = loops.flat().map(([, y]) => y);
  const left = Math.min(...xs) - 3;
  const top = Math.min(...ys) - 3;
  const width = Math.ceil(Math.max(...xs) - left + 3);
  const height = Math.ceil(Math.max(...ys) - top + 3);
  const inside = fillLoops(
    loops.map((loop) => loop.map(([x, y]): Point => [x - left, y - top])),
    width,
    height,
  );
  const far = distancesToOthers(inside, width, height);
  const widths: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    // A stem is looked at where no serif is.
    if (isStem && (y + top > -0.4 * high || y + top < -0.6 * high)) continue;
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      if (!inside[at]) continue;
      const d = far[at]!;
      if (d >= far[at - 1]! && d >= far[at + 1]! && d >= far[at - width]! && d >= far[at + width]!)
        widths.push(2 * d - 0.5);
    }
  }
  widths.sort((a, b) => a - b);
  return widths[widths.length >> 1]! / high;
}

/** Which pixels' centres lie inside closed polygons (not zero winding), 1 or 0. */
export function fillLoops(loops: readonly Point[][], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const crossings: { x: number; up: number }[] = [];
    for (const loop of loops) {
      for (let k = 0; k < loop.length; k++) {
        const [x1, y1] = loop[k]!;
        const [x2, y2] = loop[(k + 1) % loop.length]!;
        const line = y + 0.5;
        if (y1 <= line === y2 <= line) continue;
        crossings.push({ x: x1 + ((line - y1) / (y2 - y1)) * (x2 - x1), up: y2 > y1 ? 1 : -1 });
      }
    }
    crossings.sort((a, b) => a.x - b.x);
    let winding = 0;
    for (let k = 0; k < crossings.length - 1; k++) {
      winding += crossings[k]!.up;
      if (winding === 0) continue;
      const from = Math.max(0, Math.ceil(crossings[k]!.x - 0.5));
      const to = Math.min(width - 1, Math.ceil(crossings[k + 1]!.x - 0.5) - 1);
      for (let x = from; x <= to; x++) out[y * width + x] = 1;
    }
  }
  return out;
}
