import Papa from 'papaparse';
import { UserError } from '../core/base/user-error.ts';
import { readStitchList, type MeasuredDesign } from '../core/stitches/read-list.ts';

export type StitchListSaid =
  | { says: 'progress'; share: number; doing: string }
  | { says: 'done'; design: MeasuredDesign }
  | { says: 'refused'; why: string };
const say = (said: StitchListSaid) => postMessage(said);

/** Measures a stitch list's file away from the page: half a million lines take about a second. */
addEventListener('message', async ({ data: file }: MessageEvent<File>) => {
  try {
    const text = (await file.text()).replace(/^\uFEFF/, '');
    const rows: Record<string, string>[] = [];
    let told = 0;
    Papa.parse<Record<string, string>>(text, {
      header: true,
      skipEmptyLines: 'greedy',
      step: ({ data, meta }) => {
        rows.push(data);
        if (meta.cursor - told < text.length / 20) return;
        told = meta.cursor;
        say({ says: 'progress', share: 0.8 * (told / text.length), doing: 'reading the lines' });
      },
    });
    say({ says: 'progress', share: 0.8, doing: 'measuring the stitches' });
    say({ says: 'done', design: readStitchList(rows) });
  } catch (error) {
    say({
      says: 'refused',
      why:
        error instanceof UserError
          ? error.message
          : 'This file cannot be read as a stitch list. Save it as plain CSV with the columns x, y and command.',
    });
  }
});
