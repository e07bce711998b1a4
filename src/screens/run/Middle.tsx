import { useState } from 'react';
import { firstStitches, restOfPiece, type PlacedStop } from '../../core/run/rest-of-piece.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted, whole } from '../../parts/text.ts';
import type { Job } from '../../schemas/workshop.ts';
import { useRun } from './hooks/useRun.ts';

/** The piece stops in the middle, or is spoiled: how far it was, by the machine's own counter. */
export default function Middle({ job, onDone }: { job: Job; onDone: () => void }) {
  const { view, actions } = useFrame();
  const { design, feed } = useRun();
  const rest = restOfPiece(design, view.events, job.id);
  const all = sumOf(design);
  const before = all - sumOf(rest);
  const [text, setText] = useState(feed ? String(feed.stitches) : '');
  const counter = Number(text.replace(/[\s,.]/g, ''));
  const isGood = text.trim() !== '' && Number.isInteger(counter) && counter > before && counter <= all;
  const sewn = isGood ? firstStitches(rest, counter - before) : [];
  const last = sewn.at(-1);
  const write = (outcome: 'paused' | 'spoiled') => {
    actions.partSewn(sewn, outcome);
    onDone();
  };
  return (
    <section aria-label="In the middle of a piece" className="mt-3 border-t pt-3 rule">
      <h3 className="font-bold">In the middle of a piece</h3>
      <p className="quiet text-sm">
        The machine’s stitch counter says how far it was
        {before > 0 ? `; ${whole(before)} of it were counted when it stopped before` : ''}.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <label className="font-semibold">
          Counter
          <input
            className="input figures mx-2 w-32 text-lg"
            inputMode="numeric"
            autoComplete="off"
            placeholder={`of ${whole(all)}`}
            value={text}
            onChange={(change) => setText(change.target.value)}
          />
          st
        </label>
        <button type="button" className="btn h-16" disabled={!isGood} onClick={() => write('paused')}>
          Go on later
        </button>
        <button type="button" className="btn h-16" disabled={!isGood} onClick={() => write('spoiled')}>
          Spoiled, sew it again
        </button>
        <button type="button" className="btn btn-ghost h-16 underline" onClick={onDone}>
          Cancel
        </button>
      </div>
      <p className="figures min-h-6 text-sm" role="status">
        {last
          ? `In stop ${last.stop}, position ${last.position}; ${counted(sewn.length, 'stop')} counted, ${whole(all - counter)} st left.`
          : text.trim() !== '' && `A whole number from ${whole(before + 1)} to ${whole(all)}.`}
      </p>
    </section>
  );
}

const sumOf = (stops: readonly PlacedStop[]) => stops.reduce((sum, stop) => sum + stop.stitches, 0);
