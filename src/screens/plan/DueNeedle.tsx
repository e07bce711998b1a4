import { needleWorn } from '../../core/needle/life.ts';
import { useFrame } from '../../parts/frame/context.tsx';

/** A needle that is due where the hands are anyway: one touch logs a new one of its kind, on every head where it is due. */
export function DueNeedle({ position }: { position: number }) {
  const { data, view, actions } = useFrame();
  const { needleLife } = data.machine.profile;
  const due = view.seats.flatMap(({ head, position: at, needle }) =>
    at === position && needle && (needleWorn(needle.age, needleLife) ?? 0) >= 1 ? [{ head, needle }] : [],
  );
  if (due.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 pb-2 ps-10 text-sm">
      <span>Its needle is due: change it on the same visit.</span>
      <button
        type="button"
        className="btn"
        onClick={() => {
          for (const { head, needle } of due) actions.fitNeedle({ head, position }, needle.spec, 'worn');
        }}
      >
        New needle at {position}
      </button>
    </div>
  );
}
