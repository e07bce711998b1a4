import { isDay } from '../base/day.ts';
import { wholeFromText } from '../units/whole.ts';
import { plainCell } from '../base/csv-cells.ts';
import { elementKinds, type ElementKind } from '../element/elements.ts';
import type { Measures } from '../element/measures.ts';
import type { Garment } from '../garment/garment.ts';
import { mostStitches } from '../shape/most.ts';
import { garmentCells, readGarmentCells } from './garment-cells.ts';
import { measureHeadings, readBy, readPart } from './measure-cells.ts';

/** What the stores know a thread by. */
interface KnownThread {
  id: string;
  code: string;
  name: string;
  weightNo: number;
}

export interface ReadStop {
  stop: number;
  threadId: string;
  stitches: number;
  element: ElementKind;
  position: number | null;
  measures?: Measures;
}
export interface ReadJob {
  name: string;
  customer: string;
  cloth: string;
  garment: Garment;
  pieces: number;
  due: string | null;
  note: string;
  stops: ReadStop[];
}

/** One line of the file with what is wrong with it (empty: nothing). `line` counts from 1, the heading included. */
export interface ReadLine {
  line: number;
  cells: Record<string, string>;
  faults: string[];
}

export interface ReadJobs {
  lines: ReadLine[];
  /** Jobs all of whose lines are good. */
  jobs: ReadJob[];
  /** Names of those that are in the list already: taken in, they stand there twice. */
  again: string[];
  /** Names of jobs left out because one of their lines is bad. */
  leftOut: string[];
  /** Headings of the file that mean nothing here. */
  unknownHeadings: string[];
}

/** What the file is taken in to. */
export interface KnownHere {
  /** Positions of the largest machine. */
  positions: number;
  /** Names of the jobs that wait. */
  names: readonly string[];
}

/** Headings of a jobs file. One line per colour stop; lines of one job share its name. */
export const jobHeadings = [
  'job',
  'customer',
  'cloth',
  'pieces',
  'due',
  'stop',
  'thread',
  'stitches',
  'element',
  'position',
  'note',
] as const;
/** Headings that a jobs file may have as well: the garment, and what is known of each stop. */
export const moreHeadings: readonly string[] = [
  ...garmentCells.map(({ heading }) => heading),
  ...measureHeadings,
];
type Heading = (typeof jobHeadings)[number];
const needed: readonly Heading[] = ['job', 'pieces', 'stop', 'thread', 'stitches'];

/**
 * Reads the rows of a jobs file (heading → cell, as a CSV reader gives them) into jobs.
 *
 * `thread` is a code of the stores, or a colour name with its weight ("Snowmelt white 60"). `element` may be left
 * out: fill. `due` is YYYY-MM-DD. Stops of a job are numbered from 1 without gaps. Every bad line is kept with every reason;
 * nothing of its job is imported.
 */
export function readJobRows(
  rows: readonly Record<string, string>[],
  threads: readonly KnownThread[],
  here: KnownHere = { positions: 24, names: [] },
): ReadJobs {
  const headings = Object.keys(rows[0] ?? {}).map((heading) => heading.trim().toLowerCase());
  const missing = rows.length > 0 ? needed.filter((heading) => !headings.includes(heading)) : [];
  const lines: ReadLine[] = [];
  const byJob = new Map<string, { lines: ReadLine[]; stops: ReadStop[] }>();
  rows.forEach((row, index) => {
    const cells = Object.fromEntries(
      Object.entries(row).map(([key, value]) => [key.trim().toLowerCase(), plainCell((value ?? '').trim())]),
    );
    const line: ReadLine = {
      line: index + 2,
      cells,
      faults: missing.map((heading) => `The column “${heading}” is missing.`),
    };
    lines.push(line);
    if (missing.length > 0) return;
    const name = cells['job'] ?? '';
    if (cells['part']) return readPartLine(line, byJob.get(name));
    const stop = readStop(line, threads, here.positions);
    if (!name) line.faults.push('The job has no name.');
    else if (name.length > 120) line.faults.push('The job’s name is longer than 120 characters.');
    const group = byJob.get(name) ?? { lines: [], stops: [] };
    if (group.stops.some((other) => other.stop === stop.stop))
      line.faults.push(`Stop ${stop.stop} stands twice in this job.`);
    group.lines.push(line);
    group.stops.push(stop);
    byJob.set(name, group);
  });

  const jobs: ReadJob[] = [];
  const leftOut: string[] = [];
  for (const [name, group] of byJob) {
    nameGap(group);
    const job = readJob(name, group.lines);
    if (group.lines.every((line) => line.faults.length === 0)) {
      jobs.push({ ...job, stops: group.stops.sort((a, b) => a.stop - b.stop) });
    } else leftOut.push(name || '(no name)');
  }
  const names = new Set(here.names.map((name) => name.toLowerCase()));
  return {
    lines,
    jobs,
    again: jobs.map(({ name }) => name).filter((name) => names.has(name.toLowerCase())),
    leftOut,
    unknownHeadings: headings.filter(
      (heading) => !(jobHeadings as readonly string[]).includes(heading) && !moreHeadings.includes(heading),
    ),
  };
}

function readJob(name: string, lines: readonly ReadLine[]): Omit<ReadJob, 'stops'> {
  const first = (heading: Heading) => lines.map((line) => line.cells[heading] ?? '').find(Boolean) ?? '';
  const pieces = readWhole(lines[0]!, 'pieces', first('pieces'), 1, 100_000);
  const due = first('due');
  const { garment, faults } = readGarmentCells(
    (heading) => lines.map((line) => line.cells[heading] ?? '').find(Boolean) ?? '',
  );
  lines[0]!.faults.push(...faults);
  if (due && !isDay(due)) lines[0]!.faults.push(`“${due}” is no day: write it like 2026-12-01.`);
  return {
    name,
    customer: first('customer').slice(0, 120),
    cloth: first('cloth').slice(0, 120),
    garment,
    pieces,
    due: due || null,
    note: first('note').slice(0, 2000),
  };
}

/** A stop that is missing may have been lost with its line: the rest must not take its number. */
function nameGap({ lines, stops }: { lines: readonly ReadLine[]; stops: readonly ReadStop[] }): void {
  const has = new Set(stops.map(({ stop }) => stop));
  const last = Math.max(...has);
  const gap = Array.from({ length: last }, (_, index) => index + 1).find((stop) => !has.has(stop));
  if (gap === undefined || has.has(0)) return;
  const at = stops.findIndex(({ stop }) => stop > gap);
  lines[at]?.faults.push(
    `Stop ${gap} of this job is missing: add its line, or number the stops from 1 without gaps.`,
  );
}

function readStop(line: ReadLine, threads: readonly KnownThread[], positions: number): ReadStop {
  const cell = (heading: Heading) => line.cells[heading] ?? '';
  const stop = readWhole(line, 'stop', cell('stop'), 1, 99);
  const stitches = readWhole(line, 'stitches', cell('stitches'), 1, mostStitches);
  const position = cell('position') ? readWhole(line, 'position', cell('position'), 1, positions) : null;
  const element = (cell('element').toLowerCase() || 'fill') as ElementKind;
  if (!elementKinds.includes(element))
    line.faults.push(`“${cell('element')}” is no element. Write one of ${elementKinds.join(', ')}.`);
  const thread = findThread(cell('thread'), threads);
  if (!thread) {
    line.faults.push(
      cell('thread')
        ? `No single thread “${cell('thread')}” is in the stores. Write its code, or add it under Workshop first.`
        : 'The thread is missing: write its code.',
    );
  }
  const measures = readMeasures(line, element);
  return { stop, threadId: thread?.id ?? '', stitches, element, position, ...(measures && { measures }) };
}

/** What a stop's own line says of what it sews; undefined: nothing. */
function readMeasures(line: ReadLine, element: ElementKind): Measures | undefined {
  const cell = (heading: string) => line.cells[heading] ?? '';
  const { part, faults } = readPart(element, cell);
  const { faults: wrong, by, stitches } = readBy(cell);
  line.faults.push(...faults, ...wrong);
  if (!by && !stitches && Object.keys(part).length === 1) return undefined;
  return { by: by ?? 'typed', ...(stitches && { stitches }), parts: [part] };
}

/** A line that says more of a stop before it: one of the several things that it sews. */
function readPartLine(line: ReadLine, group: { lines: ReadLine[]; stops: ReadStop[] } | undefined): void {
  const cell = (heading: string) => line.cells[heading] ?? '';
  const stop = group?.stops.find((candidate) => String(candidate.stop) === cell('stop'));
  const number = readWhole(line, 'part', cell('part'), 1, 12);
  const element = cell('element').toLowerCase() as ElementKind;
  if (!elementKinds.includes(element))
    line.faults.push(`“${cell('element')}” is no element. Write one of ${elementKinds.join(', ')}.`);
  const stitches = cell('stitches') ? readWhole(line, 'stitches', cell('stitches'), 1, mostStitches) : null;
  const { part, faults } = readPart(element, cell);
  line.faults.push(...faults);
  group?.lines.push(line);
  if (!stop) {
    line.faults.push(`Part ${cell('part')} stands before its stop: give the stop a line of its own first.`);
    return;
  }
  const before = stop.measures ?? { by: 'typed' as const, parts: [] };
  stop.measures = {
    ...before,
    parts: [...(number === 1 ? [] : before.parts), { ...part, ...(stitches && { stitches }) }],
  };
}

/** A whole number in range; thousands marks are allowed. Otherwise the fault is noted and 0 given. */
function readWhole(line: ReadLine, heading: string, text: string, least: number, most: number): number {
  const value = wholeFromText(text);
  if (value !== null && value >= least && value <= most) return value;
  line.faults.push(
    `“${heading}” must be a whole number from ${least} to ${most}${text ? `, not “${text}”` : ''}.`,
  );
  return 0;
}

function findThread(text: string, threads: readonly KnownThread[]): KnownThread | undefined {
  const wanted = text.toLowerCase();
  const byCode = threads.find((thread) => thread.code.toLowerCase() === wanted);
  if (byCode) return byCode;
  const byName = threads.filter((thread) =>
    [thread.name, `${thread.name} ${thread.weightNo}`, `${thread.name} ${thread.weightNo} wt`].some(
      (name) => name.toLowerCase() === wanted,
    ),
  );
  return byName.length === 1 ? byName[0] : undefined;
}
