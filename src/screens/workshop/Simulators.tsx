import { useState } from 'react';
import { NotTaken, send } from '../../parts/live/send.ts';
import { useMay } from '../../parts/people/rights.tsx';

/** The stand-ins for machine, gauge and camera: what they tell is written like what real ones tell, so they are off until somebody wants them. */
export function Simulators({ on }: { on: boolean }) {
  const may = useMay('machines');
  const [isOn, setIsOn] = useState(on);
  const [says, setSays] = useState('');
  const change = async (wanted: boolean) => {
    setSays('');
    setIsOn(wanted);
    try {
      await send('PATCH', '/api/workshop', { simulators: wanted });
    } catch (error) {
      setIsOn(!wanted);
      setSays(error instanceof NotTaken ? error.message : String(error));
    }
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
        What a simulated machine sews is written into the ledger like real stitches. Use a machine of its own
        for it.
      </p>
      {says && <p role="alert">× {says}</p>}
    </section>
  );
}
