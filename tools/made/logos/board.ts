import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { cutOut } from './cut.ts';
import { inkPot } from './inks.ts';
import { faceOf, farCardFaces, isScript, loadFaces, otherCardFaces, sizeFor, strokesOf, styleOf, tallOf, type Face } from './faces.ts'; // prettier-ignore
import { kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * A sixth generator of logos, to learn from: boards over a stall, set as rows of a page and drawn by the browser, one row under the other. Domain: 40 to 200 mm, two to five rows out of names
 * (capitals, mixed, scripts, wide or narrow spaced, leaning by a skew), lines of small print with figures and marks, a panel with a word left out of its colour, a disc with figures between two rules,
 * two words side by side in two colours and sizes, a row of dots; frames; set to the left, the middle or the right; grounds white, coloured or clear; every fourth turned by up to 8°; 300 to 2,400 px; PNG, JPEG 55 to 95, WebP.
 */

const inks = [
  '#1d3557',
  '#b5172f',
  '#2a7f62',
  '#f2a541',
  '#5b2a86',
  '#101418',
  '#c2571a',
  '#7fb7be',
  '#8d6b94',
  '#f5ee9e',
];
const grounds = ['#ffffff', '#ffffff', '#f4efe6', '#20242b', '#dfe9ec', '#3b4a2f'];
const names = [
  'Quay Bakery',
  'LANTERN',
  'Potter’s Yard',
  'FIELD & FORGE',
  'Juniper',
  'THE LOFT',
  'Saltbox',
  'MOSSWOOD',
  'Tidewater Club',
  'Kiln 9',
  'GLASSHOUSE',
  'Amber Lane',
];
const scriptNames = ['Honeywell', 'Fernbrook', 'Larkspur', 'Rosehill', 'Daybreak'];
const small = [
  'EST. 1986',
  'No. 12 Mill Street',
  'OPEN DAILY',
  'Bread, cakes & coffee',
  'TEL 555 014',
  'Hand made',
  'WORKSHOP',
  'Joinery and repairs',
];
const figures = ['7', '24', '86', '3'];

/** A row of the board: its HTML, with an id for each element that is on it. */
interface Row {
  html: (id: (element: Drawn) => string) => string;
}
type Drawn = Omit<DrawnElement, 'id' | 'isResolvable'> & { thin: number };

/** The board of one seed, set on a page of a started browser. */
export async function drawBoard(page: Page, seed: number, faces: readonly Face[] = [...otherCardFaces, ...farCardFaces]): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 49_979_687 + 11);
  const is = (share: number) => next() < share;
  const ground = pick(grounds);
  const isClear = is(0.15);
  const { ink, inkBeside } = inkPot(inks, { ground, pick, overGround: 100 });
  const across = 300 * 8 ** between(0, 1);
  const turn = is(0.25) ? between(-8, 8) : 0;
  // 1000 units of the page are the board's width.
  const mm = between(40, 200) / 1000;
  const upright = (face: Face) => !isScript(face);
  const drawn: Drawn[] = [];
  const rows: Row[] = [];

  const wordOf = (face: Face, word: string, size: number, colour: string, called: string): Drawn => {
    const cap = (size / sizeFor(face, 1)) * mm;
    const { stem, medial } = strokesOf(face, word);
    // Figures are as high as their typeface has them, some hang: they tell nothing of a capital.
    const capMm = /[A-Za-z]/.test(word) ? cap * tallOf(face, word) : null;
    return { kinds: ['lettering'], colour, capMm, stemMm: stem * cap, medialMm: medial * cap, called: `${called} “${word}” ${face} ${cap.toFixed(1)} mm`, thin: (Math.min(stem, medial) * cap) / mm };
  };
  const widthOf = (face: Face, word: string, spaced: number) => faceOf(face).getAdvanceWidth(word, 1000) / 1000 + spaced * word.length;
  const text = (face: Face, word: string, most: number, room: number, colour: string, called: string, { spaced = 0, skew = 0 } = {}) => {
    const size = Math.min(most, room / widthOf(face, word, spaced));
    return {
      size,
      html: (id: (element: Drawn) => string) =>
        `<span id="${id(wordOf(face, word, size, colour, called))}" style="font-family:'${face}';font-size:${size}px;letter-spacing:${spaced}em;color:${colour};display:inline-block;transform:skewX(${skew}deg);font-kerning:none;font-variant-ligatures:none">${word.replace('&', '&amp;')}</span>`,
    };
  };
  // Boxes are snapped to whole pixels; drawn shapes are not.
  const bar = (id: (element: Drawn) => string, colour: string, called: string, wide: number, long: number) =>
    `<svg id="${id({ kinds: kindsOfLine(wide * mm), colour, called, ...plain, stemMm: wide * mm, thin: wide })}" width="${long}" height="40"><rect y="${20 - wide / 2}" width="${long}" height="${wide}" fill="${colour}"/></svg>`;

  const kinds = {
    name: () => {
      const face = pick(faces);
      const word = pick(isScript(face) ? scriptNames : names);
      const spaced = isScript(face) ? 0 : between(-0.01, 0.16);
      rows.push(text(face, word, between(110, 210), 760, ink(), 'name', { spaced, skew: is(0.2) && upright(face) ? -10 : 0 }));
    },
    small: () => {
      const face = pick(faces.filter(upright));
      rows.push(text(face, pick(small), between(42, 84), 700, ink(), 'small print', { spaced: between(0, 0.25) }));
    },
    panel: () => {
      const face = pick(faces.filter(upright));
      const colour = ink();
      const [high, round] = [between(90, 180), pick([0, 0, 14, 60])];
      const inside = text(face, pick([...names, ...small]), high * between(0.5, 0.75), 640, ink(colour), 'on a panel', { spaced: between(0, 0.12) });
      rows.push({
        html: (id) => {
          const panel = id({ kinds: high * mm < 9.4 ? ['fill', 'satin'] : ['fill'], colour, called: 'panel', ...plain, thin: high / 3 });
          return `<span style="position:relative;display:inline-flex;align-items:center;justify-content:center;height:${high}px;padding:0 50px"><span id="${panel}" style="position:absolute;inset:0;border-radius:${round}px;background:${colour}"></span><span style="position:relative;line-height:1">${inside.html(id)}</span></span>`;
        },
      });
    },
    disc: () => {
      const [face, colour, wide, round] = [pick(faces.filter(upright)), ink(), between(5, 14), between(90, 150)];
      const lines = ink();
      const inside = text(face, pick(figures), round * 0.55, round * 0.7, ink(colour), 'on a disc');
      rows.push({
        html: (id) => {
          const left = bar(id, lines, 'rule left', wide, 230);
          const disc = id({ kinds: round * mm < 11 ? ['fill', 'satin'] : ['fill'], colour, called: 'disc', ...plain, thin: round / 3 });
          const right = bar(id, lines, 'rule right', wide, 230);
          return `<span style="display:inline-flex;align-items:center;gap:30px">${left}<span style="position:relative;display:inline-flex;align-items:center;justify-content:center;width:${round}px;height:${round}px"><span id="${disc}" style="position:absolute;inset:0;border-radius:50%;background:${colour}"></span><span style="position:relative;line-height:1">${inside.html(id)}</span></span>${right}</span>`;
        },
      });
    },
    pair: () => {
      const words = [pick(['OAK', 'North', 'GREEN', 'Little']), pick(['& Sons', 'STORE', 'Works', 'BARN'])];
      const first = ink();
      const colours = [first, inkBeside(first)];
      const sides = words.map((word, at) => text(pick(faces.filter(upright)), word, between(80, 160) * (at ? 0.8 : 1), 380, colours[at]!, 'one of two'));
      rows.push({ html: (id) => `<span style="display:inline-flex;align-items:baseline;gap:46px">${sides.map((side) => side.html(id)).join('')}</span>` });
    },
    dots: () => {
      const [colour, round, count] = [ink(), between(16, 40), 3 + Math.floor(between(0, 5))];
      rows.push({
        html: (id) => `<span style="display:inline-flex;gap:${round * 1.1}px">${Array.from({ length: count }, () => `<span id="${id({ kinds: ['satin', 'fill'], colour, called: 'dot', ...plain, thin: round / 3 })}" style="width:${round}px;height:${round}px;border-radius:50%;background:${colour}"></span>`).join('')}</span>`,
      });
    },
  };
  const order = (Object.keys(kinds) as (keyof typeof kinds)[]).filter((kind) => kind !== 'name');
  kinds.name();
  for (let count = 1 + Math.floor(between(0, 4)); count > 0; count--) kinds[is(0.15) ? 'name' : pick(order)]();
  const frame = is(0.25) ? { wide: Math.round(between(6, 22)), colour: ink(), round: pick([0, 0, 40]) } : null;
  const side = pick(['center', 'center', 'flex-start', 'flex-end']);
  const gap = between(24, 60);
  const id = (element: Drawn) => `e${drawn.push(element) - 1}`;
  const framed = frame ? `<div id="${id({ kinds: kindsOfLine(frame.wide * mm), colour: frame.colour, called: 'frame', ...plain, stemMm: frame.wide * mm, thin: frame.wide })}" style="position:absolute;inset:0;border:${frame.wide}px solid ${frame.colour};border-radius:${frame.round}px"></div>` : '';
  const body = rows.map((row) => `<div style="line-height:1.15;white-space:nowrap">${row.html(id)}</div>`).join('');
  await page.setViewportSize({ width: 1200, height: 1400 });
  await page.setContent(`<style>${styleOf(faces)}html,body{margin:0;background:transparent}*{box-sizing:border-box}</style><div id="board" style="position:absolute;left:100px;top:100px;width:1000px;padding:70px;display:flex;flex-direction:column;align-items:${side};gap:${gap}px;transform:rotate(${turn}deg)">${framed}${body}</div>`);
  await loadFaces(page, faces);
  const client = await page.context().newCDPSession(page);
  await client.send('Emulation.setDefaultBackgroundColorOverride', { color: { r: 0, g: 0, b: 0, a: 0 } });
  const high = Math.min(1400, await page.evaluate(() => document.querySelector('#board')!.getBoundingClientRect().bottom + 100));
  const unit = across / 1200;
  const shoot = async (which: number | null): Promise<Buffer> => {
    await page.evaluate((one) => {
      for (const each of document.querySelectorAll<HTMLElement | SVGElement>('[id^=e]')) each.style.visibility = one === null || each.id === `e${one}` ? 'visible' : 'hidden';
    }, which);
    const { data } = await client.send('Page.captureScreenshot', { format: 'png', clip: { x: 0, y: 0, width: 1200, height: high, scale: unit } });
    return Buffer.from(data, 'base64');
  };
  const whole = await shoot(null);
  const alone: Buffer[] = [];
  for (const at of drawn.keys()) alone.push(await shoot(at));
  await client.detach();
  const { width = 0, height = 0 } = await sharp(whole).metadata();
  return cutOut({
    ...{ whole, alone, width, rows: height, ground, isClear },
    mmPerPx: (mm * 1200) / width,
    elements: drawn.map(({ thin, ...element }) => ({ ...element, thinPx: (thin * width) / 1200 })),
    margin: frame && is(0.7) ? 0 : between(0, 0.07),
    format: pick(['png', 'jpeg', 'webp'] as const),
    quality: Math.round(between(55, 95)),
    called: `board ${seed}`,
  });
} // prettier-ignore
