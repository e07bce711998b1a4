import { useState } from 'react';
import type { NextStep } from '../../core/findings/answers/words/answer.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { useMay } from '../../parts/people/rights.tsx';
import { send } from '../../parts/live/send.ts';

/** What can be done about an answer. */
export function Steps({ steps }: { steps: readonly NextStep[] }) {
  return steps.map((step) => <Step key={step.says} step={step} />);
}

function Step({ step }: { step: NextStep }) {
  const { data } = useFrame();
  if (step.does === 'rule') return <MakeRule step={step} />;
  if (step.does === 'check') return <PutOnCheck step={step} />;
  const href = step.does === 'trace' ? `trace?head=${step.head}&position=${step.position}` : step.href;
  return (
    <a className="btn btn-primary" href={`/${data.machine.slug}/${href}`}>
      {step.says}
    </a>
  );
}

/** Has a place looked at before the machine sews on: it stands on Check until it is said done. */
function PutOnCheck({ step }: { step: Extract<NextStep, { does: 'check' }> }) {
  const { data, live, say } = useFrame();
  const [isPut, setIsPut] = useState(false);
  if (isPut)
    return (
      <p role="status" className="flex min-h-11 items-center">
        <a className="font-semibold underline" href={`/${data.machine.slug}/check`}>
          ✓ On Check until it is said done
        </a>
      </p>
    );
  return (
    <button
      type="button"
      className="btn"
      onClick={() => {
        live.write({
          ...{ kind: 'check_asked', head: step.head, position: step.position },
          data: { says: step.item.slice(0, 200) },
        });
        setIsPut(true);
        say('On the Check list of this machine.');
      }}
    >
      {step.says}
    </button>
  );
}

/** Keeps the learnt age as the machine's school of needle life: everything that says "due" follows it. */
function MakeRule({ step }: { step: Extract<NextStep, { does: 'rule' }> }) {
  const { data } = useFrame();
  const mayRule = useMay('machines');
  const { needleLife } = data.machine.profile;
  const isKept = needleLife.school === 'learnt' && needleLife.learnt?.stitches === step.stitches;
  const [state, setState] = useState<'open' | 'sent' | 'kept'>(isKept ? 'kept' : 'open');
  const [why, setWhy] = useState('');
  async function make(): Promise<void> {
    setState('sent');
    const { stitches, low, high, ended } = step;
    try {
      await send('PATCH', `/api/machines/${data.machine.id}`, {
        profile: {
          needleLife: {
            ...needleLife,
            school: 'learnt',
            learnt: { stitches, low, high, ended, since: data.now.slice(0, 10) },
          },
        },
      });
      setState('kept');
      setWhy('');
    } catch (error) {
      setState('open');
      setWhy((error as Error).message);
    }
  }
  return (
    <>
      {state === 'kept' ? (
        <p role="status" className="flex min-h-11 items-center font-semibold">
          ✓ It is the rule: needles are due by it on every screen.
        </p>
      ) : (
        <button
          type="button"
          className="btn btn-primary"
          hidden={!mayRule}
          disabled={state === 'sent'}
          onClick={() => void make()}
        >
          {step.says}
        </button>
      )}
      {why && <span role="alert">× {why}</span>}
    </>
  );
}
