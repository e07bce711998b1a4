import type { pictureChance } from '../picture-chance.ts';

type Luck = ReturnType<typeof pictureChance>;

interface Block {
  columns: readonly { x: number; y: number }[];
  columnMm: number;
  lengthMm: number;
  /** Of all columns together, mm. */
  wide: number;
  tall: number;
}

/** How the pen goes for each digit, in a square of 1. */
const strokes: Record<string, string> = {
  '0': 'M.5 0C.1 0 .1 1 .5 1S.9 0 .5 0',
  '1': 'M.3 .25L.6 0V1',
  '2': 'M.15 .25C.2 -.1 .85 -.1 .8 .3L.1 1H.9',
  '3': 'M.15 .1C.9 -.1 .9 .45 .4 .45 1 .45 .95 1.1 .1 .95',
  '4': 'M.6 1V0L.1 .7H.9',
  '5': 'M.85 0H.25L.2 .45C1 .3 1 1 .15 .95',
  '6': 'M.75 0C.1 .2 -.05 1 .5 1S.9 .4 .2 .6',
  '7': 'M.1 0H.9L.35 1M.3 .5H.8',
  '8': 'M.5 .45C0 .35 .1 0 .5 0S1 .35 .5 .45 -.1 1 .5 1 1 .55 .5 .45',
  '9': 'M.8 .35C.6 .7 .1 .5 .2 .2S.85 -.1 .8 .35L.6 1',
};

/**
 * What else lies about a block on a workshop's table, as parts of an SVG in mm, drawn flat: numbers in pen, ticks and rings, a steel rule or a tape with its marks, a pen, tweezers, a
 * bobbin, round and square stickers, masking tape, tacking stitches, crosses to register by. Each now and then; none lies over a column but for ticks and rings.
 */
export function clutterOf(luck: Luck, { columns, columnMm, lengthMm, wide, tall }: Block): string[] {
  const { next, between, pick } = luck;
  const is = (share: number) => next() < share;
  const parts: string[] = [];
  const ink = pick(['#14161c', '#1b3f9a', '#8a1c1c', '#6b6f76', '#1f6b3a']);
  const pen = between(0.3, 0.8);
  const stroke = `stroke="${ink}" stroke-width="${pen}"`;
  /** A thing that lies beside the block: turned a little, with the shadow it throws. */
  const lying = (x: number, y: number, turn: number, inside: (shadow: boolean) => string) => {
    const [sx, sy] = [between(-0.8, 0.8), between(0.2, 0.9)];
    for (const [dx, dy, shadow] of [
      [sx, sy, true],
      [0, 0, false],
    ] as const)
      // prettier-ignore
      parts.push(
        `<g transform="translate(${x + dx} ${y + dy}) rotate(${turn})">${inside(shadow)}</g>`,
      );
  };
  const bar = (w: number, h: number, fill: string, marks = '', round = 0) => (shadow: boolean) =>
    `<rect width="${w}" height="${h}" rx="${round}" stroke="none" fill="${shadow ? '#000000' : fill}"${shadow ? ' fill-opacity="0.35"' : ''}/>${shadow ? '' : marks}`; // prettier-ignore
  if (is(0.45)) {
    const [tallMm, above] = [between(2.2, 6), is(0.5)];
    columns.forEach(({ x, y }, index) => {
      const text = String(index + 1);
      const middle = x + columnMm / 2 - (text.length * tallMm * 0.6) / 2 + between(-0.6, 0.6);
      const top = above ? y - tallMm - between(0.8, 2.5) : y + lengthMm + between(0.8, 2.5);
      [...text].forEach((digit, at) =>
        parts.push(
          `<path transform="translate(${middle + at * tallMm * 0.62} ${top}) scale(${tallMm * 0.55} ${tallMm})" d="${strokes[digit]!}" stroke="${ink}" stroke-width="${pen / tallMm}"/>`,
        ),
      );
    });
  }
  for (const { x, y } of columns) {
    if (is(0.06))
      parts.push(`<path d="M${x + between(-1, 1)} ${y + lengthMm * between(0.2, 0.9)}l${between(1, 3)} ${between(2, 4)}l${between(3, 8)} ${-between(4, 10)}" ${stroke}/>`); // prettier-ignore
    if (is(0.04))
      parts.push(`<ellipse cx="${x + columnMm / 2}" cy="${y + lengthMm / 2}" rx="${columnMm * between(0.7, 1)}" ry="${lengthMm * between(0.52, 0.6)}" ${stroke}/>`); // prettier-ignore
  }
  if (is(0.3)) {
    const deep = between(12, 30);
    const long = between(0.6, 1.3) * wide + 20;
    const marks = Array.from({ length: Math.floor(long) }, (_, mm) => `M${mm} 0v${mm % 10 === 0 ? 6 : mm % 5 === 0 ? 4.5 : 3}`).join(''); // prettier-ignore
    const rule = bar(long, deep, pick(['#b9bdc2', '#e8c95a', '#f3f1ea', '#c79a63', '#2a2c30']), `<path d="${marks}" stroke="${pick(['#111111', '#f4f4f4'])}" stroke-width="0.22"/>`); // prettier-ignore
    if (is(0.6)) lying(between(-10, 5), tall + between(4, 10), between(-1, 3), rule);
    else lying(wide + between(3, 9) + deep, -between(0, 8), 90 + between(-3, 1), rule);
  }
  for (let thing = 0; thing < 2; thing++) {
    if (!is(0.3)) continue;
    const [w, h] = [between(2.5, 11), between(0.5, 1.4) * lengthMm + between(0, 30)];
    const at: readonly [number, number] = pick([[-between(3, 9) - w, between(-6, 6)], [wide + between(2, 8), between(-6, 6)], [between(0, wide), -h - between(3, 8)], [between(0, wide), tall + between(3, 8)]]); // prettier-ignore
    const fill = pick(['#1a1b1e', '#c9ccd1', '#b3202a', '#2456a8', '#f2efe8', '#d8a528', '#7a5330']);
    lying(...at, between(-8, 8), bar(w, h, fill, `<path d="M${w / 2} 0v${h}" stroke="#ffffff" stroke-opacity="0.4" stroke-width="${w / 5}"/>`, w / pick([2, 5, 20]))); // prettier-ignore
  }
  if (is(0.15)) {
    const r = between(8, 11);
    lying(pick([-r - between(3, 8), wide + r + between(3, 8)]), between(0, tall), 0, (shadow) =>
      shadow
        ? `<circle r="${r}" fill="#000000" fill-opacity="0.35" stroke="none"/>`
        : `<circle r="${r}" fill="#c3c6ca" stroke="none"/><circle r="${r * 0.55}" fill="none" stroke="${pick(['#f4f2ee', '#1a1a1c'])}" stroke-width="${r * 0.35}"/><circle r="2.5" fill="#3a3d42" stroke="none"/>`,
    );
  }
  for (let sticker = 0; sticker < 2; sticker++) {
    if (!is(0.2)) continue;
    const fill = pick(['#ffffff', '#ffe24a', '#8fd0ff', '#e5483f', '#4bb56a', '#f08a24']);
    const [w, h, r] = [between(5, 20), between(4, 10), between(3, 6)];
    const x = between(-4, wide);
    const away = between(2, 8);
    const isAbove = is(0.5);
    parts.push(
      is(0.4)
        ? `<circle cx="${x}" cy="${isAbove ? -away - r : tall + away + r}" r="${r}" fill="${fill}" stroke="none"/>`
        : `<rect x="${x}" y="${isAbove ? -away - h : tall + away}" width="${w}" height="${h}" fill="${fill}" stroke="none"/>`,
    );
  }
  if (is(0.2))
    for (const side of [-1, 1]) {
      const [w, h] = [between(15, 25), between(20, 50)];
      lying(side < 0 ? -w - between(8, 12) : wide + between(10, 16), between(-12, tall), between(-10, 10), bar(w, h, pick(['#e9dfb8', '#d8d8d2', '#6f8f4d']))); // prettier-ignore
    }
  if (is(0.2)) {
    const y = pick([-between(2.5, 5), tall + between(2.5, 5)]);
    parts.push(`<path d="M-5 ${y}H${wide + 5}" stroke="${pick(['#f4f4f0', '#202124', '#d43a3a'])}" stroke-width="0.4" stroke-dasharray="${between(1.5, 4)} ${between(1, 2.5)}"/>`); // prettier-ignore
  }
  if (is(0.2))
    for (const x of [-between(2, 4), wide + between(2, 4)])
      parts.push(`<path d="M${x - 2.5} ${tall / 2}h5m-2.5 -2.5v5" ${stroke}/>`);
  return parts;
}
