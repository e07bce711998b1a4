import { useSideScroll } from '../../parts/rail/useSideScroll.ts';

/** The positions' numbers over the weave: they stay in sight when the rail has gone out of it. The cells say theirs to screen readers. */
export function Numbers({ order }: { order: readonly number[] }) {
  const side = useSideScroll<HTMLDivElement>();
  return (
    <div
      ref={side}
      aria-hidden="true"
      className="sticky top-0 z-20 overflow-x-auto border-y bg-base-200 [scrollbar-width:none] rule"
    >
      <div className="weave-grid w-min min-w-full py-0.5">
        {order.map((position) => (
          <b key={position} className="figures text-center text-lg leading-6">
            {position}
          </b>
        ))}
      </div>
    </div>
  );
}
