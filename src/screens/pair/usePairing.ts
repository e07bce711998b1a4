import { inUse } from '../../core/stores/in-use.ts';
import { useState } from 'react';
import { adviseStop } from '../../core/advice/stop-advice.ts';
import { partsOf, type Measures } from '../../core/element/measures.ts';
import type { Backing, Topping } from '../../core/garment/backings.ts';
import type { Cloth } from '../../core/garment/cloths.ts';
import { garmentOf } from '../../core/garment/from-words.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { HoopSize } from '../../core/garment/hoops.ts';
import { thicknessMm } from '../../core/garment/thickness.ts';
import { decimalFromText } from '../../core/units/decimal.ts';
import { pairUp } from '../../core/bobbin/pair-up.ts';
import type { ElementKind } from '../../core/element/elements.ts';
import { readNeedleLabel } from '../../core/needle/label.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Overruling } from '../../schemas/advice.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { BobbinKind } from '../../schemas/stores.ts';
import type { Job } from '../../schemas/workshop.ts';

/** What the page was asked with: a stop of a job sends its own. */
export interface PairAsked {
  cloth: Cloth | null;
  element: ElementKind | null;
  thread: string | null;
  job: Job | null;
  /** Of that job. */
  stop: number | null;
}

/** What was typed of the element, in the range that the rules know; what was not, or cannot be read, is not known. */
function measuresOf({ element, letter, stroke }: Choices): Measures {
  const [letterMm, strokeMm] = [decimalFromText(letter), decimalFromText(stroke)];
  return {
    by: 'typed',
    parts: [
      {
        element,
        ...(letterMm && { letterMm: clamp(letterMm, 0.5, 400) }),
        ...(strokeMm && { strokeMm: clamp(strokeMm, 0.05, 400) }),
      },
    ],
  };
}

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** What the operator has chosen: a thread's weight is null while it is its article's own. */
function useChoices(bobbins: readonly BobbinKind[], asked: PairAsked) {
  const { data } = useFrame();
  const garment: Garment = asked.job ? garmentOf(asked.job).garment : {};
  const stop = asked.job?.stops.find((candidate) => candidate.stop === asked.stop);
  const element = asked.element ?? stop?.element ?? ('satin' as ElementKind);
  const part = stop && partsOf(stop).find((candidate) => candidate.element === element);
  const [choices, setChoices] = useState({
    cloth: asked.cloth ?? garment.cloth ?? ('canvas' as Cloth),
    /** Under the cloth. Without a job: cut-away, to begin with. */
    under: (garment.backings ?? (asked.job ? [] : ['cut-away'])) as readonly Backing[],
    topping: garment.topping ?? ('none' as Topping),
    element,
    layers: String(garment.layers ?? 1),
    seams: garment.seams ?? false,
    hoop: garment.hoop ?? ('medium' as HoopSize),
    letter: String(part?.letterMm ?? (asked.job ? '' : 5)),
    stroke: String(part?.strokeMm ?? ''),
    threadId: asked.thread ?? stop?.threadId ?? inUse(data.threads)[0]?.id ?? '',
    weight: null as number | null,
    bobbinId: inUse(bobbins)[0]?.id ?? '',
    bobbinWeight: null as number | null,
    label: '',
  });
  const choose = (change: Partial<typeof choices>) => setChoices((before) => ({ ...before, ...change }));
  return { choices, choose };
}
export type Choices = ReturnType<typeof useChoices>['choices'];

/** The needle that was typed, or why it cannot be read. */
function readLabel(label: string, letters: FrameData['letters']) {
  if (!label.trim()) return { spec: null, refusal: '' };
  try {
    return { spec: readNeedleLabel(label, letters).spec, refusal: '' };
  } catch (error) {
    return { spec: null, refusal: (error as Error).message };
  }
}

/** Needle, top thread and bobbin as they are chosen, with the advice and how the three go together. */
export function usePairing(
  bobbins: readonly BobbinKind[],
  overrulings: readonly Overruling[],
  asked: PairAsked,
) {
  const { data } = useFrame();
  const { choices, choose } = useChoices(bobbins, asked);
  const { cloth, element, weight, bobbinWeight } = choices;
  const article = data.threads.find(({ id }) => id === choices.threadId);
  const bobbin = bobbins.find(({ id }) => id === choices.bobbinId);
  const top = {
    weightNo: weight ?? article?.weightNo ?? 40,
    tex: weight ? 1000 / weight : (article?.tex ?? 25),
    fibre: article?.fibre ?? 'polyester',
  };
  const below = {
    weightNo: bobbinWeight ?? bobbin?.weightNo ?? 60,
    tex: bobbinWeight ? 1000 / bobbinWeight : (bobbin?.tex ?? 1000 / 60),
    fibre: bobbin?.fibre ?? 'polyester',
  };
  const garment: Garment = {
    ...(asked.job?.garment?.priority && { priority: asked.job.garment.priority }),
    cloth,
    seams: choices.seams,
    hoop: choices.hoop,
    layers: Number(choices.layers),
    backings: [...choices.under],
    topping: choices.topping,
  };
  const advice = adviseStop(
    { cloth: '', garment, schools: asked.job?.schools },
    { element, measures: measuresOf(choices) },
    top,
    data.schools,
  )!.parts[0]!.advice;
  const typed = readLabel(choices.label, data.letters);
  const needle = typed.spec ?? advice.needles[0]!.spec;
  return {
    choices,
    choose,
    advice,
    typed,
    needle,
    top,
    below,
    article,
    bobbin,
    pair: pairUp({ needle, top, bobbin: below, size: bobbin?.size ?? 'L', school: data.schools.case }),
    colour: article?.colour ?? '#12509a',
    thicknessMm: thicknessMm(garment),
    before: overrulings.find((past) => past.cloth === cloth && past.element === element) ?? null,
    jobId: asked.job?.id ?? null,
  };
}
export type Paired = ReturnType<typeof usePairing>;
