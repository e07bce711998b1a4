import { elements, type ElementKind } from '../element/elements.ts';
import { isMetallic, type Fibre } from '../thread/fibres.ts';
import { advise, type Advice } from '../advice/advise.ts';
import type { Question } from '../advice/question.ts';
import { nearestThreads, rgbOf } from './pixels/colour.ts';
import type { Reading, Region } from './reading.ts';
import { estimateStitches } from './stitch-estimate.ts';

interface StoreThread {
  id: string;
  colour: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

/** Regions of one tone, kind and thread weight. */
export interface ProposedElement {
  kind: ElementKind;
  regions: number[];
  stitches: number;
  /** Lowest lettering in it, mm; null: none. */
  letterMm: number | null;
  strokeMm: number;
  advice: Advice;
}

/** One colour stop to be: a thread on one needle, with all it sews. */
export interface ProposedStop {
  tone: number;
  weightNo: number;
  needle: Advice['needles'][number];
  elements: ProposedElement[];
  stitches: number;
  /** The shop's threads of this weight, nearest colour first, with the difference (CIEDE2000). */
  threads: { thread: StoreThread; difference: number }[];
}

/** Colours farther apart than this (CIEDE2000) are not taken for the same thread. */
export const farColour = 12;

/**
 * The colour stops of a design that was read: each region gets its thread weight and needle by the rules, regions
 * that agree are sewn in one stop. `kinds` are the operator's corrections, by region.
 */
export function proposeStops(
  reading: Pick<Reading, 'tones' | 'regions'>,
  base: Omit<Question, 'element' | 'letterMm' | 'strokeMm' | 'thread'>,
  threads: readonly StoreThread[],
  kinds: ReadonlyMap<number, ElementKind> = new Map(),
): ProposedStop[] {
  const stops = new Map<string, ProposedStop>();
  for (const element of elementsOf(reading.regions, base, kinds)) {
    const tone = reading.regions.find((region) => region.id === element.regions[0])!.tone;
    const weightNo = element.advice.weights[0]?.weightNo ?? 40;
    const needle = element.advice.needles[0]!;
    const key = `${tone} ${weightNo} ${needle.text}`;
    const stop = stops.get(key);
    if (stop) {
      stop.elements.push(element);
      stop.stitches += element.stitches;
      continue;
    }
    const rgb = rgbOf(reading.tones[tone]!.colour);
    const fitting = threads.filter(
      (thread) => !isMetallic(thread.fibre) && Math.abs(thread.weightNo - weightNo) / weightNo < 0.2,
    );
    stops.set(key, {
      tone,
      weightNo,
      needle,
      elements: [element],
      stitches: element.stitches,
      threads: nearestThreads(rgb, fitting, 4),
    });
  }
  const lowest = (stop: ProposedStop) =>
    Math.min(...stop.elements.map((element) => elements[element.kind].layer));
  return [...stops.values()].sort((a, b) => lowest(a) - lowest(b) || b.stitches - a.stitches);
}

function elementsOf(
  regions: readonly Region[],
  base: Parameters<typeof proposeStops>[1],
  kinds: ReadonlyMap<number, ElementKind>,
): ProposedElement[] {
  const elements = new Map<string, ProposedElement>();
  for (const region of regions) {
    const kind = kinds.get(region.id) ?? region.kind;
    const letterMm = kind === 'lettering' ? (region.letters?.heightMm ?? region.heightMm) : null;
    const ask = (strokeMm: number, lowest: number | null) =>
      advise({ ...base, element: kind, letterMm: lowest, strokeMm, thread: null });
    const weightNo = ask(region.strokeMm, letterMm).weights[0]?.weightNo ?? 40;
    const stitches =
      kind === region.kind
        ? region.stitches
        : estimateStitches(kind, region.areaMm2, region.strokeMm).stitches;
    const key = `${region.tone} ${kind} ${weightNo}`;
    const found = elements.get(key);
    const strokeMm = Math.min(region.strokeMm, found?.strokeMm ?? Infinity);
    const lowest = letterMm === null ? null : Math.min(letterMm, found?.letterMm ?? Infinity);
    elements.set(key, {
      kind,
      regions: [...(found?.regions ?? []), region.id],
      stitches: (found?.stitches ?? 0) + stitches,
      letterMm: lowest,
      strokeMm,
      advice: ask(strokeMm, lowest),
    });
  }
  return [...elements.values()];
}

/** The kind that most of a stop's stitches are: what stands in the job. */
export function mainKind(stop: ProposedStop): ElementKind {
  return [...stop.elements].sort((a, b) => b.stitches - a.stitches)[0]!.kind;
}
