import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { faceOf, fileOf, isScript, signFaces, sizeFor, strokesOf, tallOf, type Face } from './faces.ts';
import { apart, kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * The third generator of logos: signs laid out and drawn by a browser, in typefaces that the others do not have. They judged until
 * 2026-11-30 (the lockups do since); what the reader misses of them may be looked at now. Domain: 35 to 150 mm; a sign of rows (band with a name on it, monogram in a ring,
 * name, spaced small capitals, row of small shapes, rule, text on an arch or in a bowl), in a plain, rounded or double frame that touches the rim or
 * does not; grounds white, coloured, clear; turned by up to 12°; 350 to 3,600 px; PNG, JPEG 50 to 95, WebP.
 * Where each element is: it is drawn alone, and what is half covered counts.
 */

const inks = ['#14213d', '#e63946', '#2b9348', '#f4a261', '#7209b7', '#00a6a6', '#ffb703', '#8d5524', '#444b54', '#b8dbd9', '#d90368', '#3a86ff']; // prettier-ignore
const grounds = ['#ffffff', '#ffffff', '#fdf6e3', '#2f3e46', '#cad2c5', '#f2d7d9', '#1b1b1e'];
const names = ['BRACKEN', 'Holloway', 'FJORD & SONS', 'Saltmarsh', 'QUARRY', 'Juniper Lane', 'OTTER', 'Wheatley', 'GOODS YARD', 'Magpie']; // prettier-ignore
const smalls = ['EST MCMLX', 'HAND SEWN', 'WATER SPORTS', 'NO 48', 'FINE GOODS', 'KENNEL CLUB'];

interface Piece {
  html: string;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  /** In units of a hundredth of the sign's width. */
  thin: number;
}

const blobKinds = (mm: number): DrawnElement['kinds'] => (mm < 9.4 ? ['fill', 'satin'] : ['fill']);

/** The sign of one seed, drawn on a page of a started browser. */
export async function drawSign(page: Page, seed: number): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 15_485_863 + 101);
  const is = (share: number) => next() < share;
  const isClear = is(0.2);
  const ground = isClear ? 'clear' : pick(grounds);
  const seen = isClear ? '#ffffff' : ground;
  const used: string[] = [];
  const ink = (under: string): string => {
    const chosen = pick(inks.filter((hex) => apart(hex, under) > 90 && [seen, ...used].every((other) => other === hex || apart(other, hex) > 75))); // prettier-ignore
    if (!used.includes(chosen)) used.push(chosen);
    return chosen;
  };
  const mmPerUnit = between(0.35, 1.5);
  const width = Math.round(350 * (3600 / 350) ** next());
  const u = width / 130;
  const px = (units: number) => `${(units * u).toFixed(3)}px`;
  // A browser draws borders, and edges of level boxes, in whole pixels.
  const whole = (units: number) => Math.max(1, Math.round(units * u)) / u;
  const pieces: Piece[] = [];
  const add = (piece: Piece) => {
    pieces.push(piece);
    return `data-e="${pieces.length}"`;
  };
  const capOf = (face: Face, size: number) => size / sizeFor(face, 1);
  const lettering = (face: Face, word: string, size: number, colour: string, called: string): Piece => {
    const cap = capOf(face, size) * mmPerUnit;
    const { stem, medial } = strokesOf(face, word);
    return {
      html: '',
      element: { kinds: ['lettering'], colour, capMm: cap * tallOf(face, word), stemMm: stem * cap, medialMm: medial * cap, called: `${called} “${word}” ${face} ${cap.toFixed(1)} mm` },
      thin: (Math.min(stem, medial) * cap) / mmPerUnit,
    }; // prettier-ignore
  };
  const wide = (face: Face, word: string, size: number) =>
    (faceOf(face).getAdvanceWidth(word, 1000) / 1000) * size;
  const fit = (face: Face, word: string, size: number, room: number) =>
    Math.min(size, (size * room) / wide(face, word, size));
  const text = (face: Face, word: string, size: number, colour: string, called: string, more = '') => {
    const mark = add(lettering(face, word, size, colour, called));
    return `<div ${mark} style="font:${px(size)}/1.25 '${face}';color:${colour};white-space:pre;${more}">${word.replace('&', '&amp;')}</div>`;
  };
  const plainFace = () => pick(signFaces.filter((face) => !isScript(face)));

  const rows: string[] = [];
  const count = 2 + Math.floor(next() * 3);
  let last = '';
  for (let row = 0; row < count; row++) {
    const kind = pick(['band', 'monogram', 'name', 'name', 'small', 'shapes', 'rule', 'arc'].filter((other) => other !== last)); // prettier-ignore
    last = kind;
    if (kind === 'name') {
      const face = pick(signFaces);
      const word = isScript(face) ? pick(['Holloway', 'Magpie', 'Wheatley', 'Saltmarsh']) : pick(names);
      rows.push(text(face, word, fit(face, word, between(14, 26), 92), ink(seen), 'name'));
    } else if (kind === 'small') {
      const face = plainFace();
      const word = pick(smalls);
      rows.push(text(face, word, fit(face, word, between(5, 8), 60), ink(seen), 'spaced', `letter-spacing:${between(0.04, 0.16).toFixed(3)}em`)); // prettier-ignore
    } else if (kind === 'band') {
      const face = plainFace();
      const word = pick(names);
      const band = ink(seen);
      const size = fit(face, word, between(10, 16), 74);
      const high = size * between(1.5, 1.9);
      const mark = add({ html: '', element: { kinds: blobKinds(high * mmPerUnit), colour: band, called: 'band', ...plain }, thin: size }); // prettier-ignore
      rows.push(`<div style="position:relative;width:${px(92)};height:${px(high)};display:grid;place-items:center"><div ${mark} style="position:absolute;inset:0;background:${band};border-radius:${px(between(0, 3))}"></div>${text(face, word, size, ink(band), 'on a band', 'position:relative')}</div>`); // prettier-ignore
    } else if (kind === 'monogram') {
      const face = plainFace();
      const word = pick(['HB', 'FS', 'MW', 'QK']);
      const size = between(12, 18);
      const round = size * 2.3;
      const line = whole(between(0.5, 2));
      const colour = ink(seen);
      const mark = add({ html: '', element: { kinds: kindsOfLine(line * mmPerUnit), colour, called: 'monogram’s ring', ...plain, stemMm: line * mmPerUnit }, thin: line }); // prettier-ignore
      rows.push(`<div style="position:relative;width:${px(round)};height:${px(round)};display:grid;place-items:center"><div ${mark} style="position:absolute;inset:0;border:${px(line)} solid ${colour};border-radius:50%"></div>${text(face, word, size, ink(seen), 'monogram', 'position:relative')}</div>`); // prettier-ignore
    } else if (kind === 'shapes') {
      const size = between(2.2, 6);
      const what = pick(['square', 'diamond', 'dot', 'triangle']);
      const isMany = is(0.4);
      const one = ink(seen);
      const shapes = Array.from({ length: 2 + Math.floor(next() * 4) }, () => {
        const colour = isMany ? ink(seen) : one;
        const mark = add({ html: '', element: { kinds: blobKinds(size * mmPerUnit), colour, called: `small ${what}`, ...plain }, thin: size / 2 }); // prettier-ignore
        const form = what === 'dot' ? 'border-radius:50%' : what === 'diamond' ? 'transform:rotate(45deg)' : what === 'triangle' ? 'clip-path:polygon(50% 0,100% 100%,0 100%)' : ''; // prettier-ignore
        return `<div ${mark} style="width:${px(size)};height:${px(size)};background:${colour};${form}"></div>`;
      });
      rows.push(`<div style="display:flex;gap:${px(size * between(0.9, 1.6))};padding:${px(size * 0.3)}">${shapes.join('')}</div>`); // prettier-ignore
    } else if (kind === 'rule') {
      const line = whole(between(0.4, 2.4));
      const colour = ink(seen);
      const mark = add({ html: '', element: { kinds: kindsOfLine(line * mmPerUnit), colour, called: 'rule', ...plain, stemMm: line * mmPerUnit }, thin: line }); // prettier-ignore
      rows.push(`<div ${mark} style="width:${px(between(45, 92))};height:${px(line)};background:${colour};border-radius:${px(line / 2)}"></div>`); // prettier-ignore
    } else {
      const face = plainFace();
      const word = pick(smalls);
      const isArch = is(0.5);
      const round = between(26, 34);
      const size = fit(face, word, between(6, 9), round * 2);
      const colour = ink(seen);
      const mark = add(lettering(face, word, size, colour, isArch ? 'arch' : 'bowl'));
      const high = size * 2 + round * 0.55;
      const y = isArch ? size * 1.2 : high - size * 0.8;
      const path = isArch ? `M${-round} ${y + round}A${round} ${round} 0 0 1 ${round} ${y + round}` : `M${-round} ${y - round}A${round} ${round} 0 0 0 ${round} ${y - round}`; // prettier-ignore
      rows.push(`<svg ${mark} width="${px(92)}" height="${px(high)}" viewBox="-46 0 92 ${high}"><path id="p${row}" d="${path}" fill="none"/><text font-family="${face}" font-size="${size}" fill="${colour}" text-anchor="middle"><textPath href="#p${row}" startOffset="50%">${word}</textPath></text></svg>`); // prettier-ignore
    }
  }
  const frame = pick(['none', 'plain', 'rounded', 'double', 'none']);
  const line = whole(between(0.6, 2.2));
  let body = `<div style="position:relative;padding:${px(6)};display:flex;flex-direction:column;align-items:center;gap:${px(between(2.5, 5))};width:${px(100)};box-sizing:border-box">`;
  if (frame !== 'none') {
    const colour = ink(seen);
    const round = frame === 'rounded' ? between(4, 10) : 0;
    const ring = (inset: number, mm: number) => {
      const mark = add({ html: '', element: { kinds: kindsOfLine(mm * mmPerUnit), colour, called: `${frame} frame`, ...plain, stemMm: mm * mmPerUnit }, thin: mm }); // prettier-ignore
      return `<div ${mark} style="position:absolute;inset:${px(inset)};border:${px(mm)} solid ${colour};border-radius:${px(Math.max(0, round - inset))}"></div>`;
    };
    body += ring(0, line);
    if (frame === 'double') body += ring(line * 2.2, whole(line * 0.7));
  }
  body += rows.join('') + '</div>';
  const turn = is(0.4) ? between(-12, 12) : 0;
  const fonts = signFaces.map((face) => `@font-face{font-family:'${face}';src:url(data:font/woff;base64,${readFileSync(fileOf(face)).toString('base64')})}`).join(''); // prettier-ignore
  await page.setViewportSize({ width, height: width * 2 });
  await page.setContent(`<style>${fonts}*{margin:0}body{background:${isClear ? 'transparent' : ground};display:grid;place-items:center;width:${width}px;height:${width * 2}px;overflow:hidden}</style><div id="all" style="transform:rotate(${turn}deg)">${body}</div>`); // prettier-ignore
  await page.evaluate(() => document.fonts.ready);
  return finish(page, { pieces, width, height: width * 2, mmPerPx: mmPerUnit / u, isClear, ground, seen, seed, next, between, pick, atRim: frame !== 'none' && is(0.5) }); // prettier-ignore
}

interface Finish {
  pieces: readonly Piece[];
  width: number;
  height: number;
  mmPerPx: number;
  isClear: boolean;
  ground: string;
  seen: string;
  seed: number;
  next: () => number;
  between: (low: number, high: number) => number;
  pick: <T>(from: readonly T[]) => T;
  atRim: boolean;
}

async function finish(page: Page, { pieces, width, height, mmPerPx, isClear, ground, seen, seed, between, pick, atRim }: Finish): Promise<DrawnLogo> {
  const shot = () => page.screenshot({ omitBackground: true });
  const whole = await shot();
  // Each alone: what it covers of the page by half or more is its.
  await page.addStyleTag({ content: 'body{background:transparent!important}[data-e]{visibility:hidden}.alone{visibility:visible!important}' });
  const ids = new Uint8Array(width * height);
  for (let id = 1; id <= pieces.length; id++) {
    await page.evaluate((at) => {
      document.querySelector('.alone')?.classList.remove('alone');
      document.querySelector(`[data-e="${at}"]`)?.classList.add('alone');
    }, id);
    const { data } = await sharp(await shot()).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    for (let pixel = 0; pixel < ids.length; pixel++) if (data[pixel * 4 + 3]! >= 128) ids[pixel] = id;
  }
  let [left, right, top, bottom] = [width, 0, height, 0];
  const counts = new Uint32Array(256);
  ids.forEach((id, pixel) => {
    counts[id]!++;
    if (!id) return;
    const x = pixel % width;
    const y = (pixel - x) / width;
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
  });
  const margin = atRim ? 0 : Math.round((right - left) * between(0.01, 0.1));
  const from = { x: Math.max(0, left - margin), y: Math.max(0, top - margin) };
  const size = { w: Math.min(width, right + 1 + margin) - from.x, h: Math.min(height, bottom + 1 + margin) - from.y };
  const format = pick(['png', 'jpeg', 'webp'] as const);
  const quality = Math.round(between(50, 95));
  let image = sharp(whole).extract({ left: from.x, top: from.y, width: size.w, height: size.h });
  if (format === 'jpeg') image = image.flatten({ background: seen });
  const file = await (format === 'png' ? image.png() : format === 'jpeg' ? image.jpeg({ quality }) : image.webp({ quality })).toBuffer();
  const of = new Uint8Array(size.w * size.h);
  for (let y = 0; y < size.h; y++) of.set(ids.subarray((from.y + y) * width + from.x, (from.y + y) * width + from.x + size.w), y * size.w);
  const widthMm = (right - left + 1) * mmPerPx;
  const pxPerUnit = width / 130;
  return {
    file, format, widthMm,
    ground: isClear && format !== 'jpeg' ? 'clear' : seen,
    elements: pieces.map((piece, index): DrawnElement => ({
      ...piece.element,
      id: index + 1,
      isResolvable: piece.thin * pxPerUnit >= (format === 'png' ? 2 : 3) && counts[index + 1]! > 60 && counts[index + 1]! * mmPerPx ** 2 > 0.5,
    })),
    ids: { width: size.w, height: size.h, of },
    described: `sign ${seed}: ${size.w} × ${size.h} ${format}${format === 'png' ? '' : ` ${quality}`}, ${widthMm.toFixed(0)} mm, ground ${ground}`,
  };
} // prettier-ignore
