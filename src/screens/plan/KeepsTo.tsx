import { blockAt } from '../../core/plan/blocks/scheme.ts';
import type { SavedScheme } from '../../schemas/plan/scheme.ts';
import { counted } from '../../parts/text.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import { useKeeping } from './hooks/usePlanner.ts';
import type { OpenPlan } from './hooks/usePlan.ts';

/** Which scheme the plan keeps to, where it breaks a block, and what that saves. */
export function KeepsTo({ plan, scheme }: { plan: OpenPlan; scheme: SavedScheme }) {
  const { data } = useFrame();
  const { problem, outcome, nameOf } = plan;
  const keeping = useKeeping(problem, plan.planner.is === 'done' ? outcome : null);
  const href = `/${data.machine.slug}/head/standing`;
  return (
    <section aria-label="The scheme" className="border-b px-3 py-2 rule">
      <p>
        Keeps to{' '}
        <a className="font-semibold underline" href={href}>
          {scheme.name}
        </a>
        , {minutesText(scheme.price)} for breaking a block.{' '}
        {keeping && keeping.broken.length === 0 && (
          <>
            <b>No block is broken.</b>{' '}
            {keeping.costs > 0.05 && (
              <span className="quiet">
                Without the scheme {minutesText(keeping.costs)} less of changing, second-choice needles
                counted, and {counted(keeping.wouldBreak, 'block')} broken.
              </span>
            )}
          </>
        )}
        {keeping && keeping.broken.length > 0 && (
          <>
            <b>Breaks a block {counted(keeping.broken.length, 'time')}</b>
            {keeping.must >= keeping.broken.length
              ? ': these jobs cannot be sewn otherwise.'
              : `${keeping.must > 0 ? `, ${keeping.must} of them in any case` : ''}: that pays, it saves ${minutesText(keeping.saves)} against keeping to it.`}
          </>
        )}
      </p>
      {keeping && keeping.broken.length > 0 && (
        <ul className="text-sm">
          {keeping.broken.map((seat) => {
            const block = blockAt(scheme.blocks, seat.position);
            return (
              <li key={`${seat.job} ${seat.position}`}>
                Position {seat.position} ({block?.name ?? 'no block'}): {nameOf(seat.job)}, stop{' '}
                {seat.stops.join(', ')}, {seat.needle}
                {block && block.needle !== seat.needle ? ` instead of ${block.needle}` : ''}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
