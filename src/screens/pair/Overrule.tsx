import { useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { useFrame } from '../../parts/frame/context.tsx';
import { send } from '../../parts/live/send.ts';

interface OverruleProps {
  cloth: string;
  element: string;
  advised: string;
  label: string;
  jobId: string | null;
}

/** The operator takes another needle than advised: kept, and offered next time for this cloth and element. */
export function Overrule({ cloth, element, advised, label, jobId }: OverruleProps) {
  const { operatorId, say } = useFrame();
  const [why, setWhy] = useState('');
  const [state, setState] = useState<'open' | 'kept' | string>('open');
  if (state === 'kept')
    return <p className="sheet p-4">Kept. Next time it is offered for this cloth and element.</p>;
  return (
    <form
      aria-label="Take it against advice"
      className="sheet grid gap-2 p-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        send('POST', '/api/overrulings', {
          id: uuid7(),
          cloth,
          element,
          advised,
          label,
          why,
          operatorId,
          jobId,
        }).then(
          () => {
            setState('kept');
            say('Your choice is kept.');
          },
          (error: Error) => setState(error.message),
        );
      }}
    >
      <h2>You take {label}</h2>
      <label className="text-sm">
        Why, for next time
        <input
          className="input w-full"
          maxLength={500}
          value={why}
          onChange={(change) => setWhy(change.target.value)}
        />
      </label>
      <button type="submit" className="btn">
        Keep this choice
      </button>
      {state !== 'open' && (
        <p role="alert" className="font-semibold">
          × {state}
        </p>
      )}
    </form>
  );
}
