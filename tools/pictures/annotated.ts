import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import { readArtwork, type Reading, type Region } from '../../src/engines/logo/index.ts';
import { readUnderside, type UndersideColumn } from '../../src/engines/underside/index.ts';
import { drawBadge } from '../made/logos/badge.ts';
import { drawPainted } from '../made/logos/painted.ts';
import { pixelsOf } from '../made/pixels.ts';
import { anyBlock, madeUnderside } from '../made/undersides/underside.ts';

/** npm run pictures:readers: four made-up pictures with what was read of them written on, for docs/arithmetic.md. */
const folder = 'docs/readers';
/** As wide as the documents show them. */
const wide = 760;
/** Room above a block for what is written over its columns, px. */
const above = 80;
mkdirSync(folder, { recursive: true });

for (const [name, seed] of [
  ['block-plain', 250],
  ['block-hard', 252],
] as const) {
  const made = anyBlock(seed);
  const { jpeg } = await madeUnderside(made);
  const pixels = await pixelsOf(sharp(jpeg));
  const scale = wide / pixels.width;
  const columns = readUnderside(pixels, { count: made.columns.length, columnMm: made.columnMm });
  const notes = columns.map((column, index) => noteOf(column, index, made.columns[index]!.share, scale));
  await write(name, jpeg, `<g transform="translate(0 ${above})">${notes.join('')}</g>`, above);
}
for (const [name, draw, seed] of [
  ['logo-badge', drawBadge, 50_004],
  ['logo-word', drawPainted, 50_006],
] as const) {
  const logo = await draw(seed);
  const reading = readArtwork(await pixelsOf(sharp(logo.file)), { widthMm: logo.widthMm });
  await write(name, logo.file, regionNotes(reading));
}

async function write(name: string, picture: Buffer, notes: string, top = 0): Promise<void> {
  const small = sharp(picture)
    .flatten({ background: '#ffffff' })
    .resize({ width: wide })
    .extend({ top, background: '#ffffff' });
  const { data, info } = await small.png().toBuffer({ resolveWithObject: true });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${info.width}" height="${info.height}" font-family="sans-serif" font-size="13" font-weight="bold">${notes}</svg>`;
  await sharp(data)
    .composite([{ input: Buffer.from(svg) }])
    .png({ palette: true, colours: 64 })
    .toFile(`${folder}/${name}.png`);
  console.log(`${folder}/${name}.png`);
}

/** Written so that it can be read on any ground. */
function text(x: number, y: number, says: string, anchor = 'middle'): string {
  return `<text x="${x}" y="${y}" text-anchor="${anchor}" stroke="#fff" stroke-width="4" paint-order="stroke" fill="#111">${says.replace(/&/g, '&amp;').replace(/</g, '&lt;')}</text>`;
}

function noteOf(column: UndersideColumn, index: number, truth: number, scale: number): string {
  const path = (corners: readonly (readonly number[])[]) =>
    `M${corners.map(([x, y]) => `${x! * scale} ${y! * scale}`).join('L')}Z`;
  const x = (scale * column.outline.reduce((sum, [at]) => sum + at, 0)) / 4;
  const y = scale * Math.min(...column.outline.map(([, at]) => at));
  const hundred = (share: number) => (100 * share).toFixed(0);
  const says = column.share === null ? 'refused' : `${hundred(column.share)} ± ${hundred(column.plusMinus!)}`;
  const lines = [
    `<path d="${path(column.outline)}" fill="none" stroke="#111" stroke-width="3"/><path d="${path(column.outline)}" fill="none" stroke="#fff" stroke-width="1"${column.share === null ? ' stroke-dasharray="5 4"' : ''}/>`,
    column.stripe
      ? `<path d="${path(column.stripe)}" fill="none" stroke="#fff" stroke-width="3"/><path d="${path(column.stripe)}" fill="none" stroke="#111" stroke-width="1"/>`
      : '',
    // Neighbours' words stand at two heights, clear of one another.
    text(x, y - 6 - 32 * (index % 2), says),
    text(x, y - 21 - 32 * (index % 2), `is ${hundred(truth)}`),
  ];
  return lines.join('');
}

function regionNotes({ regions, map, box, pxPerMm }: Reading): string {
  const scale = wide / map.width;
  return regions
    .filter(({ widthMm, heightMm }) => Math.max(widthMm, heightMm) > 3)
    .map((region) => {
      const [x, y] = [
        scale * (box.left + region.leftMm * pxPerMm),
        scale * (box.top + region.topMm * pxPerMm),
      ];
      const [w, h] = [region.widthMm, region.heightMm].map((mm) => scale * mm * pxPerMm) as [number, number];
      return `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="none" stroke="#fff" stroke-width="3"/><rect x="${x}" y="${y}" width="${w}" height="${h}" fill="none" stroke="#111" stroke-width="1"/>${text(x + 4, y + 14, words(region), 'start')}`;
    })
    .join('');
}

function words({ kind, letters, strokeMm, plusMinusMm }: Region): string {
  if (!letters) return `${kind}, ${strokeMm.toFixed(1)} ± ${plusMinusMm.toFixed(1)} mm`;
  const high = `${letters.heightMm.toFixed(1)} ± ${letters.plusMinusMm.toFixed(1)} mm`;
  return `${letters.count} letters, ${high}, stems ${strokeMm.toFixed(2)} ± ${plusMinusMm.toFixed(2)}`;
}
