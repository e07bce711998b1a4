import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { cutOut } from './cut.ts';
import { inkPot } from './inks.ts';
import { lettered } from './lettered.ts';
import { cardFaces, faceNames, farCardFaces, isScript, loopsPath, otherCardFaces, sizeFor, strokesOf, tallOf, type Face } from './faces.ts'; // prettier-ignore
import { kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * A seventh generator of logos, to learn from: plaques, each letter's outlines set by themselves and drawn by a vector library. Domain: 35 to 150 mm; three to six rows out of a band with a name on it, one to three letters
 * in a ring, a name, spaced capitals and figures, small shapes in a row, a rule, words on an arch or in a bowl (letters kept stiff); a plain, rounded or double frame at the rim or inside of it; grounds white, coloured or clear;
 * every third turned by up to 12°; 350 to 3,600 px; PNG, JPEG 50 to 95, WebP.
 */

const inks = ['#16324f', '#c8102e', '#1e7a46', '#e9a23b', '#6a3d9a', '#0f8b8d', '#f6c945', '#7b4b2a', '#3c434d', '#a9cfd0', '#cf2a7c', '#3f7fe0', '#0d0e12']; // prettier-ignore
const grounds = ['#ffffff', '#ffffff', '#f8f1e0', '#27343b', '#d3d8d0', '#eeddde', '#17181c']; // prettier-ignore
const names = ['THISTLE', 'Marlowe', 'BRINE & BARREL', 'Oxbow', 'HARVEST', 'Copper Lane', 'FALCON', 'Ashdown', 'MILL ROAD', 'Pinewood', 'Hartley & Co', 'GRANGE', 'Jackdaw', 'Fieldgate', 'QUILL', 'Dovecote', 'Tollbar', 'Kettle', 'Beacon Hill', 'WEAVERS', 'HAWTHORN','Millbrook','FERN & FABLE','Cobblers','WREN','Lower Lane','OTTERY','Stanwick','CANAL STREET','Pigeon','Beckett & Sons','NORTHGATE','Elmwood','Kingsley','Vale Farm','RUSTY ANCHOR','Umber']; // prettier-ignore
const smalls = ['SINCE 1874', 'FINE CLOTH', 'NO 27', 'EST MDCCC', 'RIDING CLUB', 'GOOD WORK', 'SAILMAKERS', 'WATERSIDE', 'OPEN 7 DAYS', 'QUAY 35', 'EST 1923','MADE TO LAST','NO 48','HAND FORGED','ANNO MCMX','CAMERA CLUB','TEXTILE ARTS','LAKE SIDE','EST 1897','BOOT ROOM']; // prettier-ignore
const rings = ['H', 'B', 'M', 'RK', 'TS', 'E', 'KL', 'JW', 'ABC', 'G', 'N', '&', 'Q', 'A','D','F','HB','MW','R','K','CO','P','S','T','V','NF','Z','X','GL','J']; // prettier-ignore
const curved = ['ROWING CLUB', 'HAND MADE', 'Garden Society', 'FIRE BRIGADE', 'THE OLD QUAY', 'Joinery', 'SAIL & OAR', 'VINTAGE', 'Yacht Club', 'NATURE WALKS','Lifeguard','ANNO 1930','WOOD WORKS','Harbour Inn','KENNEL TRUST','The Mill','GARAGE','Brew House']; // prettier-ignore

interface Piece {
  svg: string;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  thin: number;
}

const around = (count: number, of: (k: number) => [number, number]) =>
  loopsPath([Array.from({ length: count }, (_, k) => of(k))], 3);
/** Small shapes, one unit wide about 0, and the share of it that is their thinnest. */
const shapes: readonly [string, number][] = [
  [around(40, (k) => [0.5 * Math.cos((k * Math.PI) / 20), 0.5 * Math.sin((k * Math.PI) / 20)]), 0.6],
  [around(4, (k) => [[0, 0.5], [0.5, 0], [0, -0.5], [-0.5, 0]][k] as [number, number]), 0.4],
  [around(10, (k) => { const r = k % 2 ? 0.21 : 0.5; return [r * Math.sin((k * Math.PI) / 5), -r * Math.cos((k * Math.PI) / 5)]; }), 0.25],
  [around(3, (k) => [[0, -0.45], [0.5, 0.42], [-0.5, 0.42]][k] as [number, number]), 0.35],
  [around(4, (k) => [[-0.4, -0.4], [0.4, -0.4], [0.4, 0.4], [-0.4, 0.4]][k] as [number, number]), 0.6],
]; // prettier-ignore

const faces: readonly Face[] = [...faceNames, ...cardFaces, ...otherCardFaces, ...farCardFaces];
const upright = faces.filter((face) => !isScript(face));

/** The plaque of one seed. */
export async function drawPlaque(seed: number): Promise<DrawnLogo> {
  const { next, between, pick } = pictureChance(seed * 67_867_967 + 29);
  const is = (share: number) => next() < share;
  const isClear = is(0.2);
  const ground = isClear ? '#ffffff' : pick(grounds);
  const { ink } = inkPot(inks, { ground, pick, overGround: 90 });
  const mm = between(35, 150) / 100;
  const pieces: Piece[] = [];
  const shape = (d: string, colour: string, called: string, across: number, thin: number, kinds?: DrawnElement['kinds']) =>
    pieces.push({ svg: `<path d="${d}" fill="${colour}"/>`, element: { kinds: kinds ?? (across * mm < 9.4 ? ['fill', 'satin'] : ['fill']), colour, called, ...plain }, thin });
  const line = (svg: string, colour: string, called: string, wide: number) =>
    pieces.push({ svg, element: { kinds: kindsOfLine(wide * mm), colour, called, ...plain, stemMm: wide * mm }, thin: wide });
  const widthOf = (face: Face, word: string, spaced: number) => lettered(face, word, 1, spaced).wide;
  const text = (face: Face, word: string, size: number, x: number, y: number, colour: string, called: string, spaced = 0, bend = 0) => {
    const cap = (size / sizeFor(face, 1)) * mm;
    const { stem, medial } = strokesOf(face, word);
    pieces.push({
      svg: `<path transform="translate(${x} ${y})" d="${lettered(face, word, size, spaced, bend).d}" fill="${colour}"/>`,
      element: { kinds: ['lettering'], colour, capMm: cap * tallOf(face, word), stemMm: stem * cap, medialMm: medial * cap, called: `${called} “${word}” ${face} ${cap.toFixed(1)} mm` },
      thin: (Math.min(stem, medial) * cap) / mm,
    });
  };
  const capOf = (face: Face, size: number) => size / sizeFor(face, 1);
  const hasFrame = is(0.6);
  const make = pick(['plain', 'rounded', 'double'] as const);
  const inset = is(0.5) ? 0 : between(1, 4);
  const wide = between(0.5, 3);
  const room = hasFrame ? 80 - 2 * inset : 94;
  const frameInk = hasFrame ? ink() : null;
  let y = hasFrame ? inset + wide + 6 : 2;
  const kinds = {
    band: () => {
      const face = pick(upright);
      const word = pick([...names, ...smalls]);
      const high = between(10, 22);
      const colour = ink();
      const spaced = between(0, 0.15);
      const size = Math.min(sizeFor(face, high * between(0.42, 0.62)), (room * 0.8) / widthOf(face, word, spaced));
      const long = is(0.5) ? room : Math.min(room, widthOf(face, word, spaced) * size + between(8, 20));
      shape(`M${50 - long / 2} ${y}h${long}v${high}h${-long}Z`, colour, 'band', high, high / 3);
      text(face, word, size, 50, y + high / 2 + capOf(face, size) / 2, ink(colour), 'on a band', spaced);
      y += high;
    },
    ring: () => {
      const round = between(14, 30);
      const rim = between(0.7, 2.6);
      const colour = ink();
      const face = pick(upright);
      const word = pick(rings);
      const size = Math.min(sizeFor(face, round * between(0.35, 0.55)), (round * 0.66) / widthOf(face, word, 0));
      line(`<circle cx="50" cy="${y + round / 2}" r="${(round - rim) / 2}" fill="none" stroke="${colour}" stroke-width="${rim}"/>`, colour, 'ring', rim);
      text(face, word, size, 50, y + round / 2 + capOf(face, size) / 2, is(0.5) ? colour : ink(), 'in a ring');
      y += round;
    },
    name: () => {
      const face = pick(faces);
      const word = pick(isScript(face) && is(0.8) ? names.filter((name) => name !== name.toUpperCase()) : names);
      const size = Math.min(between(10, 26), (room * between(0.7, 1)) / widthOf(face, word, 0));
      const cap = capOf(face, size);
      text(face, word, size, 50, y + cap * (isScript(face) ? 1.4 : 1.1), ink(), 'name', isScript(face) ? 0 : between(-0.01, 0.06));
      y += cap * (isScript(face) ? 1.9 : 1.4);
    },
    spaced: () => {
      const face = pick(upright);
      const word = pick(smalls);
      const spaced = between(0.1, 0.4);
      const size = Math.min(between(4.5, 9), (room * 0.95) / widthOf(face, word, spaced));
      text(face, word, size, 50, y + capOf(face, size), ink(), 'spaced', spaced);
      y += capOf(face, size) * 1.15;
    },
    shapes: () => {
      const [d, thin] = pick(shapes);
      const at = between(2.5, 6);
      const count = 3 + Math.floor(between(0, 5));
      const colour = ink();
      for (let k = 0; k < count; k++) {
        const x = 50 + (k - (count - 1) / 2) * at * 1.8;
        pieces.push({ svg: `<path transform="translate(${x} ${y + at / 2}) scale(${at})" d="${d}" fill="${colour}"/>`, element: { kinds: ['run', 'satin', 'fill'], colour, called: 'small shape', ...plain }, thin: thin * at });
      }
      y += at;
    },
    rule: () => {
      const high = between(0.4, 2);
      const long = room * between(0.4, 0.95);
      const colour = ink();
      line(`<rect x="${50 - long / 2}" y="${y}" width="${long}" height="${high}" fill="${colour}"/>`, colour, 'rule', high);
      y += high;
    },
    arch: () => {
      const face = pick(upright);
      const word = pick(curved);
      const spaced = between(0, 0.2);
      const size = Math.min(between(6, 12), room / widthOf(face, word, spaced));
      const long = widthOf(face, word, spaced) * size;
      const bend = Math.max(between(25, 70), long / 2.2);
      const deep = bend * (1 - Math.cos(long / 2 / bend));
      const cap = capOf(face, size);
      const isArch = is(0.5);
      text(face, word, size, 50, isArch ? y + cap * 1.1 : y + cap * 1.1 + deep, ink(), isArch ? 'arch' : 'bowl', spaced, isArch ? bend : -bend);
      y += cap * 1.5 + deep;
    },
  };
  const order = Object.keys(kinds) as (keyof typeof kinds)[];
  kinds[pick(['name', 'band', 'arch'] as const)]();
  for (let count = 1 + Math.floor(between(0, 5)); count > 0; count--) {
    y += between(3.5, 6);
    kinds[pick(order)]();
  }
  const high = y + (hasFrame ? inset + wide + 6 : 2);
  if (frameInk) {
    const frames = make === 'double' ? [[inset, wide], [inset + wide + 1.2, Math.max(0.4, wide * 0.5)]] as const : [[inset, wide]] as const;
    const round = make === 'rounded' ? between(3, 9) : 0;
    const inner = is(0.7) ? frameInk : ink();
    frames.forEach(([off, across], at) => {
      const colour = at === 0 ? frameInk : inner;
      line(`<rect x="${off + across / 2}" y="${off + across / 2}" width="${100 - 2 * off - across}" height="${high - 2 * off - across}" rx="${round}" fill="none" stroke="${colour}" stroke-width="${across}"/>`, colour, `${make} frame ${at}`, across);
    });
  }
  const turn = is(0.35) ? between(-12, 12) : 0;
  const [sin, cos] = [Math.abs(Math.sin((turn * Math.PI) / 180)), Math.cos((turn * Math.PI) / 180)];
  const page = { wide: 100 * cos + high * sin, tall: 100 * sin + high * cos };
  const width = Math.round(350 * (3600 / 350) ** between(0, 1));
  const rows = Math.round((page.tall * width) / page.wide);
  const over = pick([1, 1, 2]);
  const paint = (which: readonly Piece[], scale: number) =>
    sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width * scale}" height="${rows * scale}" viewBox="${50 - page.wide / 2} ${high / 2 - page.tall / 2} ${page.wide} ${page.tall}" preserveAspectRatio="none"><g transform="rotate(${turn} 50 ${high / 2})">${which.map(({ svg }) => svg).join('')}</g></svg>`), { limitInputPixels: false });
  const whole = await paint(pieces, over).resize(width, rows, { fit: 'fill' }).png().toBuffer();
  const alone: Buffer[] = [];
  for (const piece of pieces) alone.push(await paint([piece], 1).png().toBuffer());
  return cutOut({
    ...{ whole, alone, width, rows, ground, isClear },
    mmPerPx: (mm * page.wide) / width,
    elements: pieces.map(({ element, thin }) => ({ ...element, thinPx: (thin * width) / page.wide })),
    margin: hasFrame && is(0.7) ? 0 : between(0, 0.07),
    format: pick(['png', 'jpeg', 'webp'] as const),
    quality: Math.round(between(50, 95)),
    called: `plaque ${seed}`,
  });
} // prettier-ignore
