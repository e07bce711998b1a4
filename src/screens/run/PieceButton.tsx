import { useStore } from '@nanostores/react';
import { useFrame } from '../../parts/frame/context.tsx';
import { pieceQuestion } from '../../parts/live/actions/pieces.ts';
import { dropQuestion, openQuestion } from '../../parts/live/second-press.ts';
import type { Job } from '../../schemas/workshop.ts';

interface PieceButtonProps {
  /** What the button counts, in words. */
  says: string;
  /** Whether this is the job's last piece, or the job is finished already. */
  isLast: boolean;
  isOver: boolean;
  /** The job to be sewn next; null: none waits. */
  next: Job | null;
}

/** The big button of a finished piece. What is asked about it is asked here, under the finger; at the last piece the next job is one touch away. */
export function PieceButton({ says, isLast, isOver, next }: PieceButtonProps) {
  const { data, actions } = useFrame();
  const question = useStore(openQuestion);
  if (question?.what === pieceQuestion(data.machine.id))
    return (
      <div
        role="alertdialog"
        aria-label="One more piece?"
        className="flex min-h-20 grow flex-wrap items-center gap-2 border-2 p-2 [border-color:var(--color-base-content)]"
      >
        <b className="min-w-48 grow">{question.says.replace(/ Press again.*$/, '')}</b>
        <button
          type="button"
          className="btn btn-primary h-16 px-6 text-lg"
          onClick={() => actions.finishPiece()}
        >
          Count it
        </button>
        <button type="button" className="btn h-16" onClick={dropQuestion}>
          Leave it
        </button>
      </div>
    );
  return (
    <>
      {isOver && next ? (
        <button
          type="button"
          className="btn btn-primary h-20 grow text-xl max-sm:w-full"
          onClick={() => actions.startJob(next)}
        >
          Next: {next.name}
        </button>
      ) : (
        <button
          type="button"
          className="btn btn-primary h-20 grow text-xl max-sm:w-full"
          onClick={() => actions.finishPiece()}
        >
          {says}
          <kbd className="ms-2 rounded border px-2 py-0.5 text-sm font-normal opacity-90 max-sm:hidden">
            space
          </kbd>
        </button>
      )}
      {isLast && next && (
        <button
          type="button"
          className="btn h-20 max-w-56 text-start leading-5"
          onClick={() => actions.finishPiece(() => actions.startJob(next))}
        >
          Last piece finished; next: {next.name}
        </button>
      )}
      {isOver && next && (
        <button type="button" className="btn h-20" onClick={() => actions.finishPiece()}>
          One more piece
        </button>
      )}
    </>
  );
}
