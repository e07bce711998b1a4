import { fibreKeys, type Fibre } from '../thread/fibres.ts';
import { plainCell } from '../base/csv-cells.ts';
import { bobbinClasses, bobbinSides, type BobbinClass, type BobbinSides } from '../bobbin/capacity.ts';
import { needleText, readNeedleLabel } from '../needle/label.ts';
import type { LabelMeaning } from '../needle/letters.ts';
import { countFrom, readThreadCount } from '../units/thread-count.ts';

/** A line of a stores file: what it becomes, or why not. `line` counts from 1, the heading included. */
export interface StoreLine<Item> {
  line: number;
  item: Item | null;
  faults: string[];
}

export interface ThreadRow {
  code: string;
  name: string;
  colour: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
  /** A cone of it, when the line names one. */
  cone: { batch: string; metres: number } | null;
}

/** Headings of the threads file: one line per cone; lines of one thread repeat its code. */
export const threadHeadings = ['code', 'name', 'colour', 'weight', 'fibre', 'batch', 'metres'] as const;

const lower = (row: Readonly<Record<string, string>>) =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [key.trim().toLowerCase(), plainCell((value ?? '').trim())]),
  );

/**
 * Reads the rows of a threads file (heading → cell). `weight` may be in any count ("40 wt", "25 tex", "225 den"),
 * `colour` is #rrggbb; batch and metres may be empty. Every bad line is kept with every reason.
 */
export function readThreadRows(rows: readonly Readonly<Record<string, string>>[]): StoreLine<ThreadRow>[] {
  return rows.map((raw, index) => {
    const row = lower(raw);
    const faults: string[] = [];
    const missing = (['code', 'name', 'colour', 'weight'] as const).filter((key) => !row[key]);
    if (missing.length > 0) faults.push(`Missing: ${missing.join(', ')}.`);
    if ((row['code']?.length ?? 0) > 24) faults.push('The code is longer than 24 characters.');
    const colour = (row['colour'] ?? '').toLowerCase();
    if (row['colour'] && !/^#[0-9a-f]{6}$/.test(colour))
      faults.push(`“${row['colour']}” is no colour: write it like #12509a.`);
    let tex = 0;
    try {
      if (row['weight']) tex = readThreadCount(row['weight']).tex;
    } catch (error) {
      faults.push((error as Error).message);
    }
    const fibre = (row['fibre'] || 'polyester') as Fibre;
    if (!fibreKeys.includes(fibre))
      faults.push(`“${fibre}” is no fibre: write one of ${fibreKeys.join(', ')}.`);
    const metres = Number(row['metres'] || 0);
    if (!Number.isInteger(metres) || metres < 0 || metres > 100_000)
      faults.push('Metres must be a whole number up to 100000, or empty.');
    return {
      line: index + 2,
      faults,
      item:
        faults.length > 0
          ? null
          : {
              code: row['code']!,
              name: row['name']!,
              colour,
              weightNo: Math.round(countFrom('wt', tex) * 10) / 10,
              tex,
              fibre,
              cone: metres > 0 ? { batch: (row['batch'] ?? '').slice(0, 40), metres } : null,
            },
    };
  });
}

export interface NeedleRow {
  label: string;
  /** How the label was understood, to find the same needle written another way. */
  text: string;
  /** Null: not counted. */
  counted: number | null;
  reorderAt: number | null;
}
export const needleHeadings = ['needle', 'on_hand', 'reorder_at'] as const;

/** Reads the rows of a needles file. `letters`: words on packs that this workshop taught. Empty counts stay as they are. */
export function readNeedleRows(
  rows: readonly Readonly<Record<string, string>>[],
  letters: Readonly<Record<string, LabelMeaning>> = {},
): StoreLine<NeedleRow>[] {
  return rows.map((raw, index) => {
    const row = lower(raw);
    const faults: string[] = [];
    let text = '';
    try {
      if (row['needle']) text = needleText(readNeedleLabel(row['needle'], letters).spec);
      else faults.push('Missing: needle.');
    } catch (error) {
      faults.push((error as Error).message);
    }
    const counted = wholeCell(row, 'on_hand', faults);
    const reorderAt = wholeCell(row, 'reorder_at', faults);
    return lineOf(index, faults, { label: row['needle']!, text, counted, reorderAt });
  });
}

export interface BobbinRow {
  name: string;
  size: BobbinClass;
  sides: BobbinSides;
  weightNo: number;
  tex: number;
  fibre: Fibre;
  colour: string;
  /** Null: what the size class holds of this thread. */
  metres: number | null;
}
export const bobbinHeadings = ['name', 'size', 'sides', 'weight', 'fibre', 'colour', 'metres'] as const;

/** Reads the rows of a bobbins file. `weight` in any count; metres may be empty. A file saved from Stores fits. */
export function readBobbinRows(rows: readonly Readonly<Record<string, string>>[]): StoreLine<BobbinRow>[] {
  return rows.map((raw, index) => {
    const row = lower(raw);
    const faults: string[] = [];
    const weight = row['weight'] || (row['tex'] ? `${row['tex']} tex` : '');
    const missing = [...(row['name'] ? [] : ['name']), ...(weight ? [] : ['weight'])];
    if (missing.length > 0) faults.push(`Missing: ${missing.join(', ')}.`);
    const size = oneOf(row['size']?.toUpperCase() || 'L', Object.keys(bobbinClasses), 'size class', faults);
    const sides = oneOf(row['sides'] || 'sideless', Object.keys(bobbinSides), 'kind of sides', faults);
    const fibre = oneOf(row['fibre'] || 'polyester', fibreKeys, 'fibre', faults);
    const colour = (row['colour'] || '#f6f5f0').toLowerCase();
    if (!/^#[0-9a-f]{6}$/.test(colour))
      faults.push(`“${row['colour']}” is no colour: write it like #12509a.`);
    let tex = 0;
    try {
      if (weight) tex = readThreadCount(weight).tex;
    } catch (error) {
      faults.push((error as Error).message);
    }
    const metres = wholeCell(row, 'metres', faults);
    return lineOf(index, faults, {
      name: row['name']!,
      size: size as BobbinClass,
      sides: sides as BobbinSides,
      weightNo: Math.round(countFrom('wt', tex || 1) * 10) / 10,
      tex,
      fibre: fibre as Fibre,
      colour,
      metres,
    });
  });
}

export interface CaseRow {
  name: string;
  size: BobbinClass;
  turns: 'clockwise' | 'anticlockwise';
  note: string;
}
export const caseHeadings = ['name', 'size', 'turns', 'note'] as const;

/** Reads the rows of a bobbin cases file. */
export function readCaseRows(rows: readonly Readonly<Record<string, string>>[]): StoreLine<CaseRow>[] {
  return rows.map((raw, index) => {
    const row = lower(raw);
    const faults: string[] = [];
    if (!row['name']) faults.push('Missing: name.');
    if ((row['name']?.length ?? 0) > 40) faults.push('The name is longer than 40 characters.');
    const size = oneOf(row['size']?.toUpperCase() || 'L', Object.keys(bobbinClasses), 'size class', faults);
    const turns = oneOf(row['turns'] || 'clockwise', ['clockwise', 'anticlockwise'], 'direction', faults);
    return lineOf(index, faults, {
      name: row['name']!,
      size: size as BobbinClass,
      turns: turns as CaseRow['turns'],
      note: (row['note'] ?? '').slice(0, 500),
    });
  });
}

function lineOf<Item>(index: number, faults: string[], item: Item): StoreLine<Item> {
  return { line: index + 2, faults, item: faults.length > 0 ? null : item };
}

function oneOf(value: string, known: readonly string[], noun: string, faults: string[]): string {
  if (!known.includes(value)) faults.push(`“${value}” is no ${noun}: write one of ${known.join(', ')}.`);
  return value;
}

/** A whole number up to a million, or null for an empty cell. */
function wholeCell(row: Record<string, string>, key: string, faults: string[]): number | null {
  if (!row[key]) return null;
  const value = Number(row[key]);
  if (!Number.isInteger(value) || value < 0 || value > 1_000_000)
    faults.push(`${key} must be a whole number, or empty.`);
  return value;
}
