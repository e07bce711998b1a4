import { unsewable } from '../../../core/element/sewable.ts';
import type { Reading, Warning } from '../reading.ts';

const mm = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} mm`;

/** A stroke's width is unsure when it may be off by this share of itself. */
const unsureFrom = 0.25;
/** So many pixels across a stroke tell its width to a tenth, after JPEG too. */
const pixelsAcross = 6;

/** How wide a picture must be to tell a stroke's width, px, in hundreds. */
const widthFor = (widthMm: number, strokeMm: number) =>
  Math.ceil((widthMm * pixelsAcross) / strokeMm / 100) * 100;

/** What the operator should know before believing the reading. `scale`: working px per px of the picture. */
export function warningsOf(reading: Omit<Reading, 'warnings'>, scale: number, isGradient = false): Warning[] {
  const found: Warning[] = [];
  const say = (kind: Warning['kind'], says: string, region: number | null = null) =>
    found.push({ kind, says, region });
  const pxPerMm = reading.pxPerMm / scale;
  const thinnest = Math.min(...reading.regions.map((region) => region.strokeMm));
  if (reading.rimPx > 5 && reading.rimPx / pxPerMm > 0.35 * thinnest)
    say(
      'blurred',
      'The picture is blurred: sizes of small parts are unsure. Ask the customer for a clear one.',
    );
  else {
    const unsure = reading.regions.filter((region) => region.plusMinusMm > unsureFrom * region.strokeMm);
    const finest = Math.min(...unsure.map((region) => region.strokeMm));
    if (unsure.length > 0)
      say(
        'coarse',
        `Strokes of ${mm(finest)} are only ${(finest * pxPerMm).toFixed(1)} pixels wide here, so that their width is unsure. Ask for a picture at least ${widthFor(reading.widthMm, finest)} pixels wide.`,
        unsure[0]!.id,
      );
  }
  if (isGradient)
    say(
      'gradient',
      'Colours run into each other here; a thread has one colour. The steps below are a guess: ask the customer which plain colours to sew.',
    );
  const sewn = reading.tones.filter((tone) => tone.share > 0).length;
  if (sewn > 12)
    say('colours', `${sewn} thread colours: is this a photograph? A logo rarely needs more than 12.`);
  for (const { id, kind: element, letters, strokeMm, widestMm } of reading.regions) {
    const letterMm = letters?.smallestMm;
    const part = { element, strokeMm, widestMm, ...(letterMm !== undefined && { letterMm }) };
    for (const { kind, says } of unsewable(part)) say(kind, says, id);
  }
  return found;
}
