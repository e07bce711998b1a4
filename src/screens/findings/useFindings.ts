import { useEffect, useState } from 'react';
import type { AgeUnit, NeedleGroup } from '../../core/findings/answers/words/needle-groups.ts';
import type { Answer } from '../../core/findings/answers/words/answer.ts';
import type { CostGroup } from '../../core/findings/answers/cost-groups.ts';
import type { QuestionKey } from '../../core/findings/question-names.ts';
import { questionNames } from '../../core/findings/question-names.ts';
import { ruleInStitches } from '../../core/needle/rule-in-stitches.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { useHeard } from '../../parts/frame/useAsked.ts';
import { get } from '../../parts/live/send.ts';
import type { ChangedData, CostData, NeedlesData, PlacesData, WithData } from '../../schemas/findings.ts';
import type { FindingsAsked, FindingsSaid } from '../../workers/findings.ts';
import { useOneWorker } from '../useOneWorker.ts';

/** What is looked at, as it stands in the address. */
export interface Choice {
  question: QuestionKey;
  from: string;
  to: string;
  /** Empty: all cloths. */
  cloth: string;
}

/** How an answer is laid out, and what is tried. */
export interface Layout {
  needlesBy: NeedleGroup;
  needlesIn: AgeUnit;
  costBy: CostGroup;
  /** Minutes of trouble; null: as it took here. */
  troubleMinutes: number | null;
  /** Minutes that a spoiled piece is worth beside. */
  spoiledMinutes: number;
  /** The rule that is tried, stitches; null: until trouble. */
  rule: number | null;
}

type Data = NeedlesData | PlacesData | WithData | ChangedData | CostData;
/** From memory, where no stop with a new needle is on record: the search, the change and threading anew. */
export const usualTrouble = 8;

function pathOf(
  machineId: string,
  { question, from, to, cloth }: Choice,
  { needlesBy }: Layout,
  zone: string,
): string {
  const { data } = questionNames[question];
  const ofAll = question === 'needles' && needlesBy === 'machine';
  const words = {
    ...{ from, to, ...(cloth && { cloth }), ...(data === 'with' && { zone }) },
    ...(ofAll && { machines: 'all' }),
  };
  return `/api/machines/${machineId}/findings/${data}?${new URLSearchParams(words).toString()}`;
}

/** Asks the server for what a question is worked out from, and a worker for the answer. The address follows, so that it can be kept. */
export function useFindings(first: Choice) {
  const { data: frame } = useFrame();
  const { machine } = frame;
  const heard = useHeard();
  const [choice, setChoice] = useState(first);
  const [layout, setLayout] = useState<Layout>(() => ({
    ...{
      needlesBy: 'needle',
      needlesIn: 'stitches',
      costBy: 'causes',
      troubleMinutes: null,
      spoiledMinutes: 0,
    },
    rule: ruleInStitches(machine.profile.needleLife) ?? 300_000,
  }));
  const [told, setTold] = useState<{ path: string; data: Data } | null>(null);
  const [answer, setAnswer] = useState<{ question: QuestionKey; answer: Answer } | null>(null);
  const [refusal, setRefusal] = useState('');
  const [busy, setBusy] = useState(true);
  const { ask } = useOneWorker<FindingsAsked, FindingsSaid>(
    () => new Worker(new URL('../../workers/findings.ts', import.meta.url), { type: 'module' }),
  );
  const path = pathOf(machine.id, choice, layout, frame.zone);

  useEffect(() => {
    let isOver = false;
    setBusy(true);
    get<Data>(path).then(
      (data) => {
        if (isOver) return;
        setTold({ path, data });
        setRefusal('');
      },
      (error: Error) => {
        if (isOver) return;
        setBusy(false);
        setAnswer(null);
        setRefusal(error.message);
      },
    );
    return () => void (isOver = true);
  }, [path, heard]);

  useEffect(() => {
    if (told?.path !== path) return;
    setBusy(true);
    ask(questionOf(choice, told.data, layout, machine), (said) => {
      if (said.says === 'answer') setAnswer({ question: choice.question, answer: said.answer });
      else setRefusal(said.why);
      setBusy(false);
      return 'last';
    });
  }, [ask, choice, layout, machine, path, told]);

  function choose(change: Partial<Choice>): void {
    const next = { ...choice, ...change };
    setChoice(next);
    const words = new URLSearchParams({
      q: next.question,
      from: next.from,
      to: next.to,
      ...(next.cloth && { cloth: next.cloth }),
    });
    history.replaceState(null, '', `?${words.toString()}`);
  }
  const data = told?.path === path ? told.data : null;
  return {
    ...{ choice, choose, layout, refusal, busy },
    setLayout: (change: Partial<Layout>) => setLayout((before) => ({ ...before, ...change })),
    cloths: told?.data.cloths ?? [],
    costs: data && 'costs' in data ? costsOf(data, layout) : null,
    answer: answer?.question === choice.question ? answer.answer : null,
  };
}
export type Findings = ReturnType<typeof useFindings>;

type Machine = ReturnType<typeof useFrame>['data']['machine'];

const costsOf = ({ costs }: NeedlesData, { troubleMinutes, spoiledMinutes }: Layout) => ({
  planned: costs.planned,
  trouble: (troubleMinutes ?? costs.trouble ?? usualTrouble) + spoiledMinutes,
});

function questionOf(
  { question, from, to }: Choice,
  data: Data,
  layout: Layout,
  machine: Machine,
): FindingsAsked {
  const { heads } = machine;
  const kept = ruleInStitches(machine.profile.needleLife);
  const days = { from, to };
  if ('lives' in data) {
    const asked = { ...days, lives: data.lives, costs: costsOf(data, layout), kept };
    return question === 'what-if'
      ? { asks: 'what-if', of: { ...asked, rule: layout.rule } }
      : { asks: 'needles', of: { ...asked, by: layout.needlesBy, unit: layout.needlesIn } };
  }
  if ('places' in data && !('causes' in data))
    return { asks: 'places', of: { ...days, places: data.places, heads } };
  if ('cells' in data) {
    const { cells, breakMinutes } = data;
    return question === 'speed'
      ? { asks: 'speed', of: { ...days, cells, breakMinutes, heads } }
      : { asks: 'with', of: { ...days, cells } };
  }
  if ('series' in data) return { asks: 'changed', of: { days: data.days, series: data.series, heads } };
  return { asks: 'cost', of: { ...(data as CostData), by: layout.costBy } };
}
