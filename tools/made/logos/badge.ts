import sharp from 'sharp';
import { pictureChance } from '../picture-chance.ts';
import { faceNames, isScript, loopsPath, outlines, strokesOf, tallOf, type Face } from './faces.ts';
import { apart, kindsOfLine, plain, type DrawnElement, type DrawnLogo } from './truth.ts';

/*
 * The first of three generators of logos: badges as SVG outlines, drawn by a vector library, saved as files are sent.
 * Domain: 30 to 220 mm wide; frames (ring, box, shield) that touch the rim or not, grounds white, coloured or clear, filled
 * patches; words straight, on an arch, in sans, serif, high-contrast serif, condensed and script, outlined, cut out of a bar, of two
 * colours; emblems, rows of small stars, boxes and dots, rules straight and waved, hairlines; turned up to 15°; 300 to
 * 4,000 px, PNG, JPEG 55 to 92, WebP, blurred up to 1.2 px. All words and colours are made up.
 */

type Point = [number, number];
type Chance = ReturnType<typeof pictureChance>;

const threads = [
  '#12509a', '#cf1130', '#17743d', '#c99a2e', '#17181b', '#5c2a8c', '#1ba3a0', '#ee6410', '#d9577f', '#8a5a2b',
  '#9fb4c9', '#f3e27a', '#1a2447', '#7a0f1e', '#a8c53a', '#6d7178', '#3d9fdc', '#f0b9c8', '#4b2f1c', '#e8604a',
]; // prettier-ignore
const grounds = ['#ffffff', '#ffffff', '#efe6cf', '#1f3b63', '#d9dadc', '#202124', '#7fa8c9', '#b6322e'];
const words = [
  'HILL', 'TARNSIDE', 'STEAMER', 'Crew', 'Copper', 'VOLUNTEER', 'Anchor', 'NORTH', 'Field', 'GRANITE', 'Bit', 'LANTERN',
  'Quayside', 'MARINE', 'School', 'Jigs', 'Minim', 'OAK', 'Made by hand', 'HEATHER FEN', 'Rowing Club', 'EST 1931',
]; // prettier-ignore

interface Made {
  d: string;
  element: Omit<DrawnElement, 'id' | 'isResolvable'>;
  /** Thinnest width that must be seen to tell it, mm. */
  thinMm: number;
  areaMm2: number;
  /** Even-odd filling for rings. */
  ring?: boolean;
  outline?: { colour: string; mm: number };
  /** Drawn, but in the ground's colour or another's: no element. */
  isHole?: boolean;
}

const circle = (cx: number, cy: number, r: number): Point[] =>
  Array.from({ length: 180 }, (_, k) => [
    cx + r * Math.cos((k * Math.PI) / 90),
    cy + r * Math.sin((k * Math.PI) / 90),
  ]);
const box = (x: number, y: number, w: number, h: number): Point[] => [[x, y], [x + w, y], [x + w, y + h], [x, y + h]]; // prettier-ignore
const star = (cx: number, cy: number, r: number, inner: number, points: number): Point[] =>
  Array.from({ length: 2 * points }, (_, k) => {
    const far = k % 2 === 0 ? r : inner * r;
    const angle = (k * Math.PI) / points - Math.PI / 2;
    return [cx + far * Math.cos(angle), cy + far * Math.sin(angle)];
  });
const shield = (cx: number, cy: number, w: number, h: number): Point[] => {
  const right: Point[] = [];
  for (let k = 0; k <= 40; k++) {
    const t = k / 40;
    right.push([cx + (w / 2) * Math.sqrt(1 - t * t), cy - h / 2 + h * (0.45 + 0.55 * t)]);
  }
  return [[cx - w / 2, cy - h / 2], [cx + w / 2, cy - h / 2], ...right, ...right.slice(0, -1).reverse().map(([x, y]): Point => [2 * cx - x, y])]; // prettier-ignore
};

/** What a compact shape may be called. */
const kindsOfBlob = (widestMm: number): DrawnElement['kinds'] =>
  widestMm < 9.6 ? ['fill', 'satin'] : ['fill'];

const shapeArea = (loops: readonly Point[][]) =>
  Math.abs(
    loops.reduce(
      (sum, loop) =>
        sum +
        loop.reduce((area, [x, y], k) => {
          const [nx, ny] = loop[(k + 1) % loop.length]!;
          return area + (x * ny - nx * y) / 2;
        }, 0),
      0,
    ),
  );

/** The badge of one seed. */
export async function drawBadge(seed: number): Promise<DrawnLogo> {
  const chance = pictureChance(seed * 7919 + 13);
  const { next, between, pick } = chance;
  const is = (share: number) => next() < share;
  const isClear = is(0.25);
  const ground = isClear ? 'clear' : pick(grounds);
  const seen = isClear ? '#ffffff' : ground;
  const taken: string[] = [seen];
  const colour = (): string => {
    const free = threads.filter((hex) => taken.every((other) => apart(hex, other) > 70));
    const chosen = is(0.35) && taken.length > 2 ? taken[1 + Math.floor(next() * (taken.length - 1))]! : pick(free.length ? free : threads);
    if (!taken.includes(chosen)) taken.push(chosen);
    return chosen;
  };
  const across = between(28, 200);
  const made: Made[] = [];
  const shape = (loops: Point[][], element: Made['element'], thinMm: number, ring = false) =>
    made.push({ d: loopsPath(loops), element, thinMm, areaMm2: shapeArea(loops), ring });

  // The frame, and what it is filled with.
  const form = pick(['ring', 'box', 'shield', 'none', 'none', 'ring']);
  const tall = form === 'ring' ? across : form === 'shield' ? across * between(1.05, 1.5) : across * between(0.6, 1.3);
  const frameMm = Math.max(0.5, across * between(0.006, 0.035));
  const frameOf = (inset: number): Point[] =>
    form === 'ring'
      ? circle(0, 0, across / 2 - inset)
      : form === 'shield'
        ? shield(0, 0, across - 2 * inset, tall - 2.2 * inset)
        : box(inset - across / 2, inset - tall / 2, across - 2 * inset, tall - 2 * inset);
  let under = seen;
  // A filled box at the rim would hide the ground.
  let isFilled = false;
  if (form !== 'none') {
    if (is(0.4)) {
      const patch = colour();
      under = patch;
      isFilled = true;
      const gap = is(0.5) ? frameMm : frameMm + across * between(0.01, 0.03);
      shape([frameOf(gap)], { kinds: ['fill'], colour: patch, called: `${form} ground`, ...plain }, 5);
    }
    const frame = colour();
    const even = frameOf(frameMm);
    shape([frameOf(0), even.reverse() as Point[]], { kinds: kindsOfLine(frameMm), colour: frame, called: `${form} frame`, ...plain, stemMm: frameMm }, frameMm); // prettier-ignore
    if (is(0.3)) {
      const thin = Math.max(0.3, frameMm * 0.4);
      const inset = frameMm + across * between(0.035, 0.05);
      const inner = frameOf(inset + thin);
      shape([frameOf(inset), inner.reverse() as Point[]], { kinds: kindsOfLine(thin), colour: under === frame ? colour() : frame, called: `inner ${form}`, ...plain, stemMm: thin }, thin); // prettier-ignore
    }
  }
  const inside = form === 'ring' ? across * 0.62 : form === 'shield' ? across * 0.74 : across * 0.78;
  const top = form === 'ring' ? -tall * 0.33 : form === 'none' ? -tall / 2 : -tall * 0.4;
  const bottom = form === 'shield' ? tall * 0.22 : -top;

  const text = (word: string, face: Face, capMm: number, cx: number, baseY: number, mine: string, bend: number, called: string): Made => {
    const loops = outlines(face, word, capMm);
    const xs = loops.flat().map(([x]) => x);
    const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
    const placed = loops.map((loop) =>
      loop.map(([x, y]): Point => {
        const along = x - middle;
        if (bend === 0) return [cx + along, baseY + y];
        // On a circle: each point turned by its own angle would shear the letters; small letters on a wide arch hardly do.
        const angle = along / bend;
        return [cx + (bend - y) * Math.sin(angle), baseY + bend - (bend - y) * Math.cos(angle)];
      }),
    );
    const { stem, medial } = strokesOf(face, word);
    return {
      d: loopsPath(placed),
      element: { kinds: ['lettering'], colour: mine, capMm: capMm * tallOf(face, word), stemMm: stem * capMm, medialMm: medial * capMm, called: `${called} “${word}” ${face} ${capMm.toFixed(1)} mm` },
      thinMm: Math.min(stem, medial) * capMm,
      areaMm2: shapeArea(loops),
    }; // prettier-ignore
  };
  const widthAt1 = (word: string, face: Face) => {
    const xs = outlines(face, word, 1).flat().map(([x]) => x);
    return Math.max(...xs) - Math.min(...xs);
  };
  const nextInk = (): string => {
    let ink = colour();
    for (let k = 0; k < 8 && apart(ink, under) < 70; k++) ink = colour();
    return apart(ink, under) < 70 ? (apart('#17181b', under) > 150 ? '#17181b' : '#f3e27a') : ink;
  };

  // Lines of content from the top.
  let y = top;
  if (form === 'ring' && is(0.4)) {
    const face = pick(faceNames.filter((name) => !isScript(name)));
    const word = pick(['HEATHER FEN', 'GRANITE SCHOOL', 'ROWING CLUB', 'VOLUNTEER']);
    const r = across * 0.335;
    const cap = Math.min(across * 0.07, (r * 2.1) / widthAt1(word, face));
    made.push(text(word, face, cap, 0, -r, nextInk(), r, 'arched'));
    // The rows stand below where the arch's ends come down to.
    y = -r * Math.cos((widthAt1(word, face) * cap) / 2 / r) + cap * 0.5;
  }
  const rows = 2 + Math.floor(next() * 4);
  for (let row = 0; row < rows && y < bottom - across * 0.05; row++) {
    const kind = pick(['word', 'word', 'initials', 'emblem', 'details', 'rule', 'bar', 'outlined', 'two colours', 'script']);
    const gap = across * between(0.03, 0.05);
    const room = bottom - y;
    if (kind === 'word' || kind === 'initials' || kind === 'script' || kind === 'outlined' || kind === 'two colours') {
      const face = kind === 'script' ? pick(['pacifico', 'dancing'] as Face[]) : pick(faceNames.filter((name) => !isScript(name)));
      const word = kind === 'initials' ? pick(['NR', 'HM', 'MK', 'HI', 'TNK']) : kind === 'script' ? pick(['Crew', 'Copper', 'Made by hand', 'Quayside', 'Fern']) : pick(words);
      const share = kind === 'initials' ? between(0.25, 0.5) : between(0.45, 0.95);
      const cap = Math.min((inside * share) / widthAt1(word, face), room * 0.55, kind === 'initials' ? 45 : 22);
      if (cap < 2) continue;
      const ink = nextInk();
      const base = y + cap * (kind === 'script' ? 1.25 : 1.12);
      if (kind === 'two colours' && word.length >= 4 && !word.includes(' ')) {
        let other = nextInk();
        for (let k = 0; k < 9 && apart(other, ink) < 70; k++) other = nextInk();
        const half = Math.ceil(word.length / 2);
        const [first, second] = [word.slice(0, half), word.slice(half)];
        const whole = widthAt1(word, face) * cap;
        const [wide, rest] = [widthAt1(first, face) * cap, widthAt1(second, face) * cap];
        made.push(text(first, face, cap, wide / 2 - whole / 2, base, ink, 0, 'first half'));
        made.push(text(second, face, cap, whole / 2 - rest / 2 + cap * 0.12, base, other, 0, 'second half'));
      } else {
        const line = text(word, face, cap, 0, base, ink, 0, kind);
        if (kind === 'outlined' && cap > 7) {
          let rim = nextInk();
          for (let k = 0; k < 9 && apart(rim, ink) < 70; k++) rim = nextInk();
          const mm = cap * 0.06;
          made.push({ ...line, d: line.d, outline: { colour: rim, mm }, element: { kinds: ['run', 'satin', 'lettering'], colour: rim, called: 'outline of letters', ...plain }, thinMm: mm / 2, areaMm2: cap * cap * 0.3 }); // prettier-ignore
          made.push({ ...line });
        } else made.push(line);
      }
      const below = Math.max(...outlines(face, word, cap).flat().map(([, py]) => py), 0);
      y = base + below + gap;
    } else if (kind === 'emblem') {
      const r = Math.min(inside * between(0.08, 0.22), room * 0.4);
      const ink = nextInk();
      const cy = y + r;
      const what = pick(['disc', 'star', 'ring', 'hexagon', 'wheel']);
      if (what === 'disc') shape([circle(0, cy, r)], { kinds: kindsOfBlob(2 * r), colour: ink, called: 'disc', ...plain }, r);
      else if (what === 'star') shape([star(0, cy, r, 0.45, 5)], { kinds: kindsOfBlob(1.15 * r), colour: ink, called: 'star', ...plain }, r);
      else if (what === 'hexagon') shape([star(0, cy, r, 0.866, 3)], { kinds: kindsOfBlob(1.8 * r), colour: ink, called: 'hexagon', ...plain }, r);
      else {
        const mm = Math.max(0.4, r * between(0.1, 0.3));
        shape([circle(0, cy, r), circle(0, cy, r - mm).reverse() as Point[]], { kinds: kindsOfLine(mm), colour: ink, called: 'ring', ...plain, stemMm: mm }, mm);
        if (what === 'wheel' && r - mm > 3) {
          const inkIn = nextInk();
          if (inkIn !== ink) shape([circle(0, cy, (r - mm) * 0.6)], { kinds: kindsOfBlob(1.2 * (r - mm)), colour: inkIn, called: 'hub', ...plain }, r * 0.4);
        }
      }
      y = cy + r + gap;
    } else if (kind === 'details') {
      const count = 2 + Math.floor(next() * 5);
      const size = Math.min(across * between(0.014, 0.035), room * 0.3);
      const what = pick(['star', 'box', 'dot', 'diamond']);
      const many = is(0.5);
      const one = nextInk();
      for (let k = 0; k < count; k++) {
        const ink = many ? nextInk() : one;
        const cx = (k - (count - 1) / 2) * size * between(2.9, 3.1);
        const cy = y + size;
        const loop = what === 'star' ? star(cx, cy, size, 0.5, 5) : what === 'box' ? box(cx - size, cy - 0.8 * size, 2 * size, 1.6 * size) : what === 'dot' ? circle(cx, cy, size) : star(cx, cy, size, 0.7, 2);
        shape([loop], { kinds: kindsOfBlob(1.6 * size), colour: ink, called: `small ${what}`, ...plain }, size);
      }
      y += 2 * size + gap;
    } else if (kind === 'rule') {
      const mm = Math.max(0.3, across * between(0.004, 0.018));
      const long = inside * between(0.5, 0.95);
      const ink = nextInk();
      const wave = is(0.4) ? between(1, 2.5) * mm + 0.01 * across : 0;
      const upper: Point[] = [];
      const lower: Point[] = [];
      for (let k = 0; k <= 120; k++) {
        const x = (k / 120 - 0.5) * long;
        const turn = (2 * Math.PI * 2.5) / long;
        const cy = y + wave + wave * Math.sin(turn * x);
        const slope = wave * turn * Math.cos(turn * x);
        const len = Math.hypot(1, slope);
        upper.push([x + (slope / len) * (mm / 2), cy - mm / 2 / len]);
        lower.push([x - (slope / len) * (mm / 2), cy + mm / 2 / len]);
      }
      shape([[...upper, ...lower.reverse()]], { kinds: kindsOfLine(mm), colour: ink, called: wave ? 'waved rule' : 'rule', ...plain, stemMm: mm }, mm); // prettier-ignore
      y += 2 * wave + mm + gap;
    } else {
      // Letters cut out of a bar: what lies beneath shows through.
      const face = pick(faceNames.filter((name) => !isScript(name)));
      const word = pick(['OPEN', 'CREW', 'STAFF', 'HILL']);
      const cap = Math.min((inside * 0.5) / widthAt1(word, face), room * 0.4, 16);
      if (cap < 5) continue;
      const ink = nextInk();
      const long = Math.min(inside, widthAt1(word, face) * cap + 2 * cap);
      shape([box(-long / 2, y, long, cap * 1.8)], { kinds: ['fill'], colour: ink, called: 'bar with letters cut out', ...plain }, cap * 0.4);
      const hole = text(word, face, cap, 0, y + cap * 1.4, under, 0, 'cut out');
      made.push({ ...hole, isHole: under === seen, thinMm: 0 });
      y += cap * 1.8 + gap;
    }
  }
  return finish(made, { seed, chance, ground: isClear ? 'clear' : ground, seen, turn: is(0.4) ? between(-15, 15) : 0, atRim: form !== 'none' && !(form === 'box' && isFilled) && is(0.6) });
} // prettier-ignore

interface Finish {
  seed: number;
  chance: Chance;
  ground: string;
  seen: string;
  turn: number;
  atRim: boolean;
}

async function finish(made: readonly Made[], { seed, chance, ground, seen, turn, atRim }: Finish): Promise<DrawnLogo> {
  const { between, next, pick } = chance;
  const reach = 320;
  const idColour = (id: number) => `rgb(${id},0,0)`;
  const drawn = (colourOf: (index: number) => string, crisp: boolean) =>
    `<g transform="rotate(${turn})"${crisp ? ' shape-rendering="crispEdges"' : ''}>${made
      .map((piece, index) => {
        const paint = colourOf(index);
        const rim = piece.outline ? ` stroke="${paint}" stroke-width="${2 * piece.outline.mm}" stroke-linejoin="round"` : '';
        return `<path d="${piece.d}" fill="${paint}"${rim}${piece.ring ? ' fill-rule="evenodd"' : ''}/>`;
      })
      .join('')}</g>`;
  const svgOf = (view: readonly number[], w: number, h: number, ground: string, content: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view.join(' ')}" width="${w}" height="${h}">${ground === 'clear' ? '' : `<rect x="${view[0]}" y="${view[1]}" width="${view[2]}" height="${view[3]}" fill="${ground}"/>`}${content}</svg>`,
    );
  const idsContent = drawn((index) => (made[index]!.isHole ? 'rgb(0,0,0)' : idColour(index + 1)), true);
  const idsAt = async (view: readonly number[], w: number, h: number) => {
    const { data } = await sharp(svgOf(view, w, h, 'rgb(0,0,0)', idsContent)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const of = new Uint8Array(w * h);
    for (let k = 0; k < of.length; k++) of[k] = data[3 * k]!;
    return of;
  }; // prettier-ignore
  // Where the design ends, to a fifth of a mm, then to a hundredth by a second look.
  let view: number[] = [-reach / 2, -reach / 2, reach, reach];
  for (let look = 0; look < 2; look++) {
    const side = 1600;
    const [w, h] = view[2]! >= view[3]! ? [side, Math.ceil((side * view[3]!) / view[2]!)] : [Math.ceil((side * view[2]!) / view[3]!), side];
    const of = await idsAt(view, w, h);
    let [left, right, top, bottom] = [w, 0, h, 0];
    for (let k = 0; k < of.length; k++) {
      if (!of[k]) continue;
      const x = k % w;
      const y = (k - x) / w;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
    const mm = view[2]! / w;
    const slack = look === 0 ? 2 : 0;
    view = [view[0]! + (left - slack) * mm, view[1]! + (top - slack) * mm, (right - left + 1 + 2 * slack) * mm, (bottom - top + 1 + 2 * slack) * mm];
  } // prettier-ignore
  const widthMm = view[2]!;
  const margin = atRim ? 0 : Math.max(1, widthMm * between(0.01, 0.12));
  view = [view[0]! - margin, view[1]! - margin, view[2]! + 2 * margin, view[3]! + 2 * margin];
  const format = pick(['png', 'jpeg', 'webp', 'png', 'jpeg'] as const);
  const thinnest = Math.min(...made.map((piece) => piece.thinMm));
  // Large enough for what is thinnest, mostly.
  const need = ((format === 'jpeg' ? 3.5 : 2.4) * view[2]!) / Math.max(0.3, thinnest);
  const long = Math.round(Math.min(4000, Math.max(300, need * between(0.9, 3))));
  const w = view[2]! >= view[3]! ? long : Math.round((long * view[2]!) / view[3]!);
  const h = Math.round((w * view[3]!) / view[2]!);
  const blur = next() < 0.3 ? between(0.3, 1.2) : 0;
  const quality = Math.round(between(55, 92));
  let image = sharp(svgOf(view, w, h, ground, drawn((index) => made[index]!.outline?.colour ?? made[index]!.element.colour, false)));
  if (blur) image = image.blur(blur);
  if (ground !== 'clear') image = image.flatten({ background: ground });
  else if (format === 'jpeg') image = image.flatten({ background: '#ffffff' });
  const file = await (format === 'png' ? image.png() : format === 'jpeg' ? image.jpeg({ quality }) : image.webp({ quality })).toBuffer();
  const idW = Math.min(1400, Math.max(700, w));
  const idH = Math.round((idW * h) / w);
  const of = await idsAt(view, idW, idH);
  const counts = new Uint32Array(256);
  for (const id of of) counts[id]!++;
  const pxPerMm = w / view[2]!;
  const elements = made
    .map((piece, index): DrawnElement => {
      const visible = counts[index + 1]! / (idW / view[2]!) ** 2;
      return {
        ...piece.element,
        id: index + 1,
        isResolvable:
          visible > Math.max(0.5, 0.25 * piece.areaMm2 * (piece.ring ? 0 : 1)) &&
          piece.thinMm * pxPerMm >= (format === 'png' ? 2 : 3) + blur &&
          visible * pxPerMm ** 2 > 60,
      };
    })
    .filter((element) => !made[element.id - 1]!.isHole);
  return {
    file,
    format,
    widthMm,
    ground: ground === 'clear' && format === 'jpeg' ? seen : ground,
    elements,
    ids: { width: idW, height: idH, of },
    described: `badge ${seed}: ${w} × ${h} ${format}${format === 'png' ? '' : ` ${quality}`}${blur ? `, blurred ${blur.toFixed(1)}` : ''}, ${widthMm.toFixed(0)} mm, ground ${ground}`,
  };
} // prettier-ignore
