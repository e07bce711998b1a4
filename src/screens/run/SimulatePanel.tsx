import { useEffect, useRef, useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { SimulatedMachine } from '../../simulators/machine.ts';
import { simulatedSetup } from '../../simulators/setup.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { clockNow } from '../../parts/live/clock.ts';
import { keptSpeed } from '../../parts/device/kept.ts';

const tickMs = 500;
const speeds = [1, 10, 60, 600];

/** A stand-in machine: sews the job on this machine and tells so over the endpoint that a real machine's adapter uses. */
export default function SimulatePanel() {
  const { data, job, view, threads, say, seated } = useFrame();
  const [times, setTimes] = useState(60);
  const [isOn, setIsOn] = useState(false);
  const timer = useRef<ReturnType<typeof setInterval> | undefined>(undefined);
  const fast = useRef(times);
  useEffect(() => void (fast.current = times), [times]);
  useEffect(() => () => clearInterval(timer.current), []);

  function stop(): void {
    clearInterval(timer.current);
    setIsOn(false);
  }
  function start(): void {
    if (!job) return say('Put a job on the machine first.');
    const setup = simulatedSetup(
      { machine: data.machine, job, seated, seats: view.seats, threads },
      { speed: keptSpeed(data.machine), tensionOff: 0, chance: Math.random },
    );
    if (!setup) return say('No stop of this job has a position: mount its threads first.');
    const machine = new SimulatedMachine(setup);
    let isBusy = false;
    setIsOn(true);
    timer.current = setInterval(() => {
      if (isBusy) return;
      const news = machine.advance((tickMs / 1000) * fast.current);
      if (news.length === 0) return;
      isBusy = true;
      const lines = news.map((line) =>
        JSON.stringify({ id: uuid7(), at: new Date(clockNow()).toISOString(), simulated: true, ...line }),
      );
      fetch(`/api/machines/${data.machine.id}/feed`, {
        method: 'POST',
        headers: { 'content-type': 'application/x-ndjson' },
        body: lines.join('\n'),
      })
        .then((answer) => {
          if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
        })
        .catch((error: Error) => {
          stop();
          say(`The simulated machine stopped: ${error.message}`);
        })
        .finally(() => (isBusy = false));
    }, tickMs);
  }

  return (
    <>
      <p className="quiet text-sm">
        Sews the job on this machine and reports as a real one would. What it tells is written into the
        ledger.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <label className="text-sm font-semibold">
          Time runs
          <select
            className="select ms-2 w-24"
            value={times}
            onChange={(change) => setTimes(Number(change.target.value))}
          >
            {speeds.map((speed) => (
              <option key={speed} value={speed}>
                {speed}×
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="btn" onClick={isOn ? stop : start}>
          {isOn ? 'Stop the simulated machine' : 'Start the simulated machine'}
        </button>
      </div>
    </>
  );
}
