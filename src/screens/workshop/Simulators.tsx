import { useState } from 'react';
import { send } from '../../parts/live/send.ts';
import { useTry } from '../../parts/live/useTry.ts';
import { counted } from '../../parts/text.ts';
import { useMay } from '../../parts/people/rights.tsx';

/** The stand-ins for machine, gauge and camera: what they tell is written like what real ones tell, so they are off until somebody wants them. */
export function Simulators({ on }: { on: boolean }) {
  const may = useMay('machines');
  const [isOn, setIsOn] = useState(on);
  const [says, setSays] = useState('');
  const { attempt, refusal } = useTry();
  const change = async (wanted: boolean) => {
    setSays('');
    setIsOn(wanted);
    const isTaken = await attempt(() => send('PATCH', '/api/workshop', { simulators: wanted }));
    if (!isTaken) setIsOn(!wanted);
  };
  const takeBack = async () => {
    setSays('Taking it back …');
    const isTaken = await attempt(async () => {
      const { takenBack } = await send<{ takenBack: number }>('DELETE', '/api/simulated', {});
      setSays(
        takenBack === 0
          ? 'Nothing that a simulator wrote counts.'
          : `Taken back: ${counted(takenBack, 'entry', 'entries')}. The ledger keeps them, struck out.`,
      );
    });
    if (!isTaken) setSays('');
  };
  return (
    <section aria-label="Simulators" className="sheet mt-4 p-4">
      <h2>Simulators</h2>
      <label className="mt-1 flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="checkbox"
          checked={isOn}
          disabled={!may}
          onChange={(event) => void change(event.target.checked)}
        />
        Offer a simulated machine, gauge and camera, to try things out
      </label>
      <p className="quiet">
        What a simulated machine sews counts like real stitches, and is marked “simulated” in the ledger. Use
        a machine of its own for it, or take all of it back afterwards.
      </p>
      <button type="button" className="btn mt-2" disabled={!may} onClick={() => void takeBack()}>
        Take back all that simulators wrote
      </button>
      {says && <p role="status">{says}</p>}
      {refusal && <p role="alert">× {refusal}</p>}
    </section>
  );
}
