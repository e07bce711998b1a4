import { railOrder } from '../../core/head/rail-order.ts';
import { checkGroups } from '../../core/check/item.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Listed } from './listed.ts';
import { Tick, type CheckActs } from './Item.tsx';

/** Threads to be pulled, each under its position on the rail: seconds each, one touch each. */
export function ThreadRow({ listed, act }: { listed: readonly Listed[]; act: CheckActs }) {
  const { data } = useFrame();
  const { machine } = data;
  const order = railOrder(machine.positions, machine.numberingSide);
  const open = listed.filter((check) => !check.mark);
  return (
    <section aria-label={checkGroups.threads} className="border-y bg-base-100 py-3 rule">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 lg:px-4">
        <h2>{checkGroups.threads}</h2>
        <p className="quiet min-w-0 grow text-sm">{listed[0]!.item.why}</p>
        {open.length > 1 && (
          <button type="button" className="btn no-print" onClick={() => act.allDone(open, [])}>
            All {open.length} pulled
          </button>
        )}
      </div>
      <p className="px-3 pb-2 text-sm lg:px-4">{listed[0]!.item.how}</p>
      <div className="overflow-x-auto">
        <ul className="weave-grid max-sm:flex max-sm:flex-wrap max-sm:gap-1">
          {order.map((position) => {
            const own = listed.find((candidate) => candidate.item.position === position);
            return (
              <li
                key={position}
                className={`grid justify-items-center max-sm:w-16 ${own ? '' : 'max-sm:hidden'}`}
              >
                {own ? (
                  <button
                    type="button"
                    aria-pressed={own.mark?.state === 'done'}
                    aria-label={`${own.item.says}: ${own.mark ? 'done' : 'open'}`}
                    className="grid min-h-20 w-full touch-manipulation justify-items-center gap-1 rounded-md py-1.5 hover:bg-base-200"
                    onClick={() => (own.mark ? act.open(own) : act.done(own))}
                  >
                    <Tick mark={own.mark} />
                    <b className="figures text-lg leading-5">{position}</b>
                  </button>
                ) : (
                  <span className="figures quiet grid min-h-20 content-center text-sm">{position}</span>
                )}
              </li>
            );
          })}
        </ul>
      </div>
    </section>
  );
}
