import { practicePoints } from '../../../core/trace/practice.ts';
import { causeOf } from '../../../core/trouble/causes.ts';
import { answersOf, stepKeys, stepOf } from '../../../core/trouble/steps/index.ts';
import { repairsOf } from '../../../core/trouble/steps/repairs-of.ts';
import { counted } from '../../../parts/text.ts';
import type { Practise } from './usePractise.ts';

/** What it was, how it is found, and how the finder went about it on the very same head. */
export function Lesson({ practise }: { practise: Practise }) {
  const { hidden, ended, minutes, inVain } = practise;
  if (!hidden || !ended) return null;
  const { finder, isRight } = ended;
  const points = practicePoints({ minutes, finderMinutes: finder.minutes, inVain, isRight });
  return (
    <section aria-label="Lesson" className="sheet grid gap-2 p-4">
      <h2 className="text-2xl">
        {points} of 10 points: it was {hidden.truth.map((cause) => causeOf(cause).name).join(', and ')}
      </h2>
      <p>
        {ended.named === null
          ? 'The technician found it.'
          : isRight
            ? 'Named right.'
            : `You named: ${causeOf(ended.named).name}.`}{' '}
        {minutes.toFixed(1)} minutes, {counted(inVain, 'part')} replaced in vain.
      </p>
      {hidden.truth.map((cause) => (
        <p key={cause}>{lessonOf(cause)}</p>
      ))}
      <p>
        On this very head the finder took {finder.minutes.toFixed(1)} minutes:{' '}
        {finder.steps
          .map(({ step, answer }) => `${stepOf(step).name} (${answersOf(step)[answer]!.name.toLowerCase()})`)
          .join(', ')}
        {finder.isTechnician && ', then the technician'}.
      </p>
      <button type="button" className="btn btn-primary min-h-14" onClick={practise.begin}>
        Hide another fault
      </button>
    </section>
  );
}

/** Which look tells a cause best, and what mends it. */
function lessonOf(cause: Parameters<typeof causeOf>[0]): string {
  const looks = stepKeys
    .flatMap((step) => {
      const record = stepOf(step);
      if (record.kind !== 'look') return [];
      const told = Object.values(record.tells[cause] ?? {});
      return told.length > 0
        ? [{ name: record.name, chance: Math.max(...told), minutes: record.minutes }]
        : [];
    })
    .sort((a, b) => b.chance / Math.sqrt(b.minutes) - a.chance / Math.sqrt(a.minutes));
  const mends = repairsOf(cause, 0.7)[0]?.record;
  const name = causeOf(cause).name;
  const seen = looks[0]
    ? `${name[0]!.toUpperCase()}${name.slice(1)}: “${looks[0].name}” tells it in ${Math.round(looks[0].chance * 100)} of 100, in ${looks[0].minutes} min.`
    : `${name[0]!.toUpperCase()}${name.slice(1)}: no look tells it; only mending does.`;
  return mends ? `${seen} “${mends.name}” mends it.` : `${seen} It is a technician’s.`;
}
