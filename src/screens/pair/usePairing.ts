import { useState } from 'react';
import { advise } from '../../core/advice/advise.ts';
import { fillIn } from '../../core/advice/fill-in.ts';
import { backings, cloths, type Backing, type Cloth, type HoopSize } from '../../core/advice/question.ts';
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
}

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** What the operator has chosen: a thread's weight is null while it is its article's own. */
function useChoices(bobbins: readonly BobbinKind[], asked: PairAsked) {
  const { data } = useFrame();
  const [choices, setChoices] = useState({
    cloth: asked.cloth ?? ('canvas' as Cloth),
    backing: 'cut-away' as Backing | '',
    element: asked.element ?? ('satin' as ElementKind),
    layers: '1',
    seams: false,
    hoop: 'medium' as HoopSize,
    letter: '5',
    threadId: asked.thread ?? data.threads[0]?.id ?? '',
    weight: null as number | null,
    bobbinId: bobbins[0]?.id ?? '',
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
  const { cloth, element, backing, weight, bobbinWeight } = choices;
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
  const letterMm =
    element === 'lettering' ? clamp(Number(choices.letter.replace(',', '.')) || 5, 0.5, 400) : null;
  const advice = advise(
    fillIn(
      {
        cloth,
        element,
        letterMm,
        seams: choices.seams,
        hoop: choices.hoop,
        layers: Number(choices.layers),
        backings: backing ? [backing] : [],
        thread: top,
      },
      { ...data.schools, ...asked.job?.schools },
    ),
  );
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
    thicknessMm: cloths[cloth].thicknessMm + (backing ? backings[backing].thicknessMm : 0),
    before: overrulings.find((past) => past.cloth === cloth && past.element === element) ?? null,
    jobId: asked.job?.id ?? null,
  };
}
export type Paired = ReturnType<typeof usePairing>;
