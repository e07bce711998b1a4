import type { UseFormReturn } from 'react-hook-form';
import { adviseStop } from '../../../core/advice/stop-advice.ts';
import { partsOf } from '../../../core/element/measures.ts';
import { unsewable } from '../../../core/element/sewable.ts';
import { needleText } from '../../../core/needle/label.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import type { Thread } from '../../../schemas/workshop.ts';
import { garmentFrom } from './garment-form.ts';
import { chosenSchools, withMeasures, type JobForm } from './job-form.ts';

interface StopAdviceProps {
  index: number;
  form: UseFormReturn<JobForm>;
  thread: Thread;
  place: number | null;
  jobId: string | null;
}

/** Which needle this stop wants on this job's garment, and whether its position has one that will do. */
export function StopAdvice({ index, form, thread, place, jobId }: StopAdviceProps) {
  const { data, view } = useFrame();
  const { watch } = form;
  const words = watch('cloth');
  const stop = watch(`stops.${index}`);
  const { element } = stop;
  const job = {
    cloth: words,
    garment: garmentFrom(watch('garment')),
    schools: chosenSchools(watch('schools')),
  };
  const advice = adviseStop(job, { element, ...withMeasures(stop) }, thread, data.schools);
  const wrong = partsOf({ element, ...withMeasures(stop) })
    .flatMap((part) => unsewable(part))
    .map(({ says }) => (
      <p key={says} className="font-semibold">
        ! {says}
      </p>
    ));
  if (!advice)
    return (
      <div className="w-full ps-8 text-sm">
        <p className="quiet">
          {words.trim() ? 'This cloth is not known to the advice: pick the nearest above' : 'Say the cloth'},
          and the needle is advised here.
        </p>
        {wrong}
      </div>
    );
  const { best } = advice;
  const sits = view.seats.find(
    (seat) => seat.head === 1 && seat.position === (Number(stop.position) || place),
  )?.needle;
  const there = sits ? needleText(sits.spec) : null;
  const willDo = sits ? advice.accepts(sits.spec) : false;
  const { question } = advice.parts[0]!;
  const query = new URLSearchParams({
    cloth: question.cloth,
    element,
    thread: thread.id,
    ...(jobId && { job: jobId, stop: String(index + 1) }),
  });
  return (
    <div className="w-full ps-8 text-sm">
      <p>
        <span className="figures">
          {willDo ? '✓' : '→'} Advised: <b>{best.text}</b>
          {there !== null &&
            there !== best.text &&
            `; its position has ${there}${willDo ? ', which will do' : ''}`}
        </span>
        . {best.reasons[0]?.says}{' '}
        <a className="underline" href={`/${data.machine.slug}/pair?${query}`}>
          Why, and what else
        </a>
        {advice.assumed.length > 0 && (
          <span className="quiet"> Taken for granted: {advice.assumed.join(', ')}.</span>
        )}
      </p>
      {wrong}
      {advice.planned.map((caution) => (
        <p key={caution.says} className="font-semibold">
          ! {caution.says}
        </p>
      ))}
      {advice.conflicts.map((conflict) => (
        <p key={conflict.says} className="font-semibold">
          ! {conflict.says}{' '}
          <span className="font-normal">{conflict.ways[1]?.says ?? conflict.ways[0]?.says}</span>
        </p>
      ))}
    </div>
  );
}
