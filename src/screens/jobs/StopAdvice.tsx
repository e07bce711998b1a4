import type { UseFormReturn } from 'react-hook-form';
import { advise } from '../../core/advice/advise.ts';
import { clothFromWords, fillIn } from '../../core/advice/fill-in.ts';
import { needleText } from '../../core/needle/label.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Thread } from '../../schemas/workshop.ts';
import { chosenSchools, type JobForm } from './job-form.ts';

interface StopAdviceProps {
  index: number;
  form: UseFormReturn<JobForm>;
  thread: Thread;
  place: number | null;
  jobId: string | null;
}

/** Which needle this stop wants on this job's cloth, and whether its position has one that will do. */
export function StopAdvice({ index, form, thread, place, jobId }: StopAdviceProps) {
  const { data, view } = useFrame();
  const { watch } = form;
  const cloth = clothFromWords(watch('cloth'));
  const element = watch(`stops.${index}.element`);
  if (!cloth)
    return (
      <p className="quiet w-full ps-8 text-sm">
        {watch('cloth')
          ? 'This cloth is not known to the advice: say for example canvas, knit, nylon, cap.'
          : 'Say the cloth, and the needle is advised here.'}
      </p>
    );
  const advice = advise(
    fillIn({ cloth, element, thread }, { ...data.schools, ...chosenSchools(watch('schools')) }),
  );
  const best = advice.needles[0]!;
  const sits = view.seats.find(
    (seat) => seat.head === 1 && seat.position === (Number(watch(`stops.${index}.position`)) || place),
  )?.needle;
  const there = sits ? needleText(sits.spec) : null;
  // Anything ranked about as high as the best will do, and so will a better coating of it.
  const willDo = advice.needles.some(
    ({ spec, score }) =>
      score > best.score - 8 &&
      sits?.spec.sizeMetric === spec.sizeMetric &&
      sits.spec.point === spec.point &&
      sits.spec.eye === spec.eye &&
      (spec.coating === 'plain' || sits.spec.coating === spec.coating),
  );
  // The thread planned is not the one advised: that rule's words come as a caution.
  const rules = advice.weights[0]?.reasons.map((reason) => reason.rule) ?? [];
  const planned = advice.cautions.find((caution) => rules.includes(caution.rule));
  const query = new URLSearchParams({ cloth, element, thread: thread.id, ...(jobId && { job: jobId }) });
  return (
    <p className="w-full ps-8 text-sm">
      <span className="figures">
        {willDo ? '✓' : '→'} Advised: <b>{best.text}</b>
        {there !== null && !willDo && `; its position has ${there}`}
      </span>
      . {best.reasons[0]?.says}{' '}
      <a className="underline" href={`/${data.machine.slug}/pair?${query}`}>
        Why, and what else
      </a>
      {planned && <span className="block font-semibold">! {planned.says}</span>}
    </p>
  );
}
