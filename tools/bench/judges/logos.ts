import { chromium } from 'playwright-core';
import sharp from 'sharp';
import { readArtwork } from '../../../src/engines/logo/index.ts';
import { drawBadge } from '../../made/logos/badge.ts';
import { drawBoard } from '../../made/logos/board.ts';
import { drawCard } from '../../made/logos/cards.ts';
import { drawLockup } from '../../made/logos/lockup.ts';
import { drawSign } from '../../made/logos/page.ts';
import { drawPainted } from '../../made/logos/painted.ts';
import { drawPlaque } from '../../made/logos/plaque.ts';
import { farCardFaces, otherCardFaces } from '../../made/logos/faces.ts';
import { scoreLogo, sumScores, type LogoScore } from '../../made/logos/score.ts';
import type { DrawnLogo } from '../../made/logos/truth.ts';
import { pixelsOf } from '../../made/pixels.ts';
import { quantile } from '../measure.ts';

/**
 * npm run bench:logos [-- PICTURES [SEED [GENERATOR]]]: how well logos are read, of each of nine generators or of one; the lockups only judge. With
 * MISSES=1 in the environment every miss is told: never of the lockups.
 */
const count = Number(process.argv[2] ?? 100);
const seed = Number(process.argv[3] ?? 50_001);
const only = process.argv[4];
const unhinted = new URL('../../made/logos/unhinted.conf', import.meta.url).pathname;
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--force-color-profile=srgb'],
  env: { ...process.env, FONTCONFIG_FILE: unhinted },
});
const page = await browser.newPage();
const generators = {
  badge: drawBadge,
  painted: drawPainted,
  card: (at: number) => drawCard(page, at),
  'far card': (at: number) => drawCard(page, at, { faces: farCardFaces, isFramed: at % 2 === 0 }),
  board: (at: number) => drawBoard(page, at),
  plaque: drawPlaque,
  'other card': (at: number) => drawCard(page, at, { faces: otherCardFaces, isFramed: true }),
  sign: (at: number) => drawSign(page, at),
  'lockup (judges)': drawLockup,
} satisfies Record<string, (seed: number) => Promise<DrawnLogo>>;

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
console.log(
  `${count} pictures of each from seed ${seed}\n\n| generator | matched | kind | capitals | strokes | colours | ground wrong | asked | extra a picture | refused | strokes ± holds | heights ± holds | ms p50 | p95 |\n|---|---|---|---|---|---|---|---|---|---|---|---|---|---|`,
);
for (const [name, draw] of Object.entries(generators)) {
  if (only !== undefined && !name.startsWith(only)) continue;
  const tellsMisses = process.env['MISSES'] && name !== 'lockup (judges)';
  const scores: LogoScore[] = [];
  const times: number[] = [];
  let [asked, refused] = [0, 0];
  for (let at = seed; at < seed + count; at++) {
    const logo = await draw(at);
    const pixels = await pixelsOf(sharp(logo.file));
    const began = performance.now();
    try {
      const reading = readArtwork(pixels, { widthMm: logo.widthMm });
      times.push(performance.now() - began);
      const score = scoreLogo(logo, reading);
      if (reading.doubt !== null) asked++;
      scores.push(score);
      if (tellsMisses && score.misses.length > 0)
        console.error(`${logo.described}\n   ${score.misses.join('\n   ')}`);
    } catch (error) {
      refused++;
      if (tellsMisses) console.error(`${logo.described}: ${(error as Error).message}`);
    }
  }
  const sum = sumScores(scores);
  const held = (what: 'strokes' | 'heights') => {
    const all = scores.flatMap(({ holds }) => holds[what]);
    return percent(all.filter(Boolean).length / all.length);
  };
  console.log(
    `| ${name} | ${[sum.matched, sum.kind, sum.cap, sum.stroke, sum.colours, sum.groundWrong, asked / count].map(percent).join(' | ')} | ${sum.extra.toFixed(2)} | ${refused} | ${held('strokes')} | ${held('heights')} | ${quantile(times, 0.5).toFixed(0)} | ${quantile(times, 0.95).toFixed(0)} |`,
  );
}
await browser.close();
