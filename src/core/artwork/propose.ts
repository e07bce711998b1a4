import { mustFind } from '../base/must-find.ts';
import { elements, type ElementKind } from '../element/elements.ts';
import { isMetallic, type Fibre } from '../thread/fibres.ts';
import type { Advice } from '../advice/advise.ts';
import { adviseStop, byThreadAlone, type JobToAdvise } from '../advice/stop-advice.ts';
import type { Schools } from '../advice/schools.ts';
import { measured, type Measures, type StopPart } from '../element/measures.ts';
import { nearestThreads, rgbOf } from '../thread/colour.ts';
import type { Reading, Region } from '../../engines/logo/index.ts';
import { estimateStitches } from '../stitches/stitch-estimate.ts';

interface StoreThread {
  id: string;
  colour: string;
  weightNo: number;
  tex: number;
  fibre: Fibre;
}

type ProposedPart = StopPart & { stitches: number; strokeMm: number; widestMm: number; areaMm2: number };

/** Regions of one tone, kind and thread weight, measured as one part of a stop: the lowest letters, the narrowest stroke. */
export interface ProposedElement {
  part: ProposedPart;
  regions: number[];
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
 * that agree are sewn in one stop. `kinds` are the operator's corrections, by region; `factor`: what the workshop's own files are to an
 * estimate, counted into the stops' stitches and not into their parts', so that it can be learnt from them again.
 */
export function proposeStops(
  reading: Pick<Reading, 'tones' | 'regions'>,
  job: JobToAdvise,
  threads: readonly StoreThread[],
  workshop: Partial<Schools>,
  { kinds = new Map(), factor = 1 }: { kinds?: ReadonlyMap<number, ElementKind>; factor?: number } = {},
): ProposedStop[] {
  const stops = new Map<string, ProposedStop>();
  for (const element of elementsOf(reading.regions, job, workshop, kinds)) {
    const tone = mustFind(reading.regions, (region) => region.id === element.regions[0], 'such region').tone;
    const weightNo = element.advice.weights[0]?.weightNo ?? 40;
    const needle = element.advice.needles[0]!;
    const key = `${tone} ${weightNo} ${needle.text}`;
    const stop = stops.get(key);
    if (stop) {
      stop.elements.push(element);
      stop.stitches += element.part.stitches;
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
      stitches: element.part.stitches,
      threads: nearestThreads(rgb, fitting, 4),
    });
  }
  for (const stop of stops.values()) stop.stitches = Math.max(1, Math.round(stop.stitches * factor));
  const lowest = (stop: ProposedStop) =>
    Math.min(...stop.elements.map((element) => elements[element.part.element].layer));
  return [...stops.values()].sort((a, b) => lowest(a) - lowest(b) || b.stitches - a.stitches);
}

function elementsOf(
  regions: readonly Region[],
  job: JobToAdvise,
  workshop: Partial<Schools>,
  kinds: ReadonlyMap<number, ElementKind>,
): ProposedElement[] {
  const elements = new Map<string, ProposedElement>();
  const ask = (part: StopPart) => {
    const measures: Measures = { by: 'picture', parts: [part] };
    return adviseStop(job, { element: part.element, measures }, null, workshop, byThreadAlone)!.parts[0]!
      .advice;
  };
  for (const region of regions) {
    const element = kinds.get(region.id) ?? region.kind;
    const own = partOf(region, element);
    const weightNo = ask(own).weights[0]?.weightNo ?? 40;
    const key = `${region.tone} ${element} ${weightNo}`;
    const found = elements.get(key);
    const part = found ? joined(found.part, own) : own;
    elements.set(key, {
      part,
      regions: [...(found?.regions ?? []), region.id],
      advice: ask(part),
    });
  }
  return [...elements.values()];
}

/** A region as a part of a job's stop: what is asked about here is what the job will ask. */
function partOf(region: Region, element: ElementKind): ProposedPart {
  const letterMm = element === 'lettering' ? (region.letters?.heightMm ?? region.heightMm) : null;
  // What a needle must sew: a serif face's hairlines, not its stems.
  const strokeMm = element === 'lettering' ? region.thinnestMm : region.strokeMm;
  return {
    element,
    stitches:
      element === region.kind
        ? region.stitches
        : estimateStitches(element, { ...region, pieces: region.letters?.count ?? 1 }).stitches,
    ...(letterMm !== null && { letterMm: measured(letterMm, 0.5, 400) }),
    strokeMm: measured(strokeMm, 0.05, 400),
    widestMm: measured(Math.max(region.widestMm, strokeMm), 0.05, 400),
    areaMm2: measured(region.areaMm2, 0, 1_000_000),
  };
}

function joined(a: ProposedPart, b: ProposedPart): ProposedPart {
  const letters = [a.letterMm, b.letterMm].filter((height) => height !== undefined);
  return {
    element: a.element,
    stitches: a.stitches + b.stitches,
    ...(letters.length > 0 && { letterMm: Math.min(...letters) }),
    strokeMm: Math.min(a.strokeMm, b.strokeMm),
    widestMm: Math.max(a.widestMm, b.widestMm),
    areaMm2: measured(a.areaMm2 + b.areaMm2, 0, 1_000_000),
  };
}

/** What the job keeps of a stop's measures. */
export const measuresOf = (stop: ProposedStop): Measures => ({
  by: 'picture',
  stitches: 'estimated',
  parts: stop.elements.map(({ part }) => part),
});

/** The kind that most of a stop's stitches are: what stands in the job. */
export function mainKind(stop: ProposedStop): ElementKind {
  return [...stop.elements].sort((a, b) => b.part.stitches - a.part.stitches)[0]!.part.element;
}
