import { useState } from 'react';
import { send } from '../live/send.ts';
import { useTry } from '../live/useTry.ts';

interface RemoveProps {
  name: string;
  path: string;
  onRemoved: () => void;
}

/** A second touch removes; what is on record refuses, and says what to do instead. */
export function Remove({ name, path, onRemoved }: RemoveProps) {
  const { attempt, busy, refusal } = useTry();
  const [asked, setAsked] = useState(false);
  const remove = () =>
    attempt(async () => {
      await send('DELETE', path, {});
      onRemoved();
    });
  return (
    <div className="flex flex-wrap items-center gap-2">
      {asked ? (
        <>
          <span>Delete {name}?</span>
          <button type="button" className="btn" disabled={busy} onClick={() => void remove()}>
            Delete
          </button>
          <button type="button" className="btn btn-ghost" onClick={() => setAsked(false)}>
            Cancel
          </button>
        </>
      ) : (
        <button type="button" className="btn btn-ghost" onClick={() => setAsked(true)}>
          Delete
        </button>
      )}
      {refusal && (
        <p role="alert" className="w-full font-semibold">
          × {refusal}
        </p>
      )}
    </div>
  );
}
