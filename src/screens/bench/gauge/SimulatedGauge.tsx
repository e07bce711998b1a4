import { useEffect, useRef, useState } from 'react';
import { v7 as uuid7 } from 'uuid';
import { conditions, hands, pullWithSpeeds, type Condition, type Hand } from '../../../simulators/gauge.ts';
import { simulatedGauge } from '../../../core/gauge/ways.ts';
import { send } from '../../../parts/live/send.ts';
import type { GaugePart } from '../../../schemas/tension.ts';

const rateHz = 50;
const partMs = 200;

/** A stand-in gauge: sends a pull in real time over the endpoint that a real gauge's adapter uses. */
export function SimulatedGauge({ machineId, base }: { machineId: string; base: number }) {
  const [condition, setCondition] = useState<Condition>('healthy');
  const [hand, setHand] = useState<Hand>('even');
  const [isPulling, setIsPulling] = useState(false);
  const [why, setWhy] = useState('');
  const timer = useRef<ReturnType<typeof setInterval> | undefined>(undefined);
  useEffect(() => () => clearInterval(timer.current), []);

  function pull(): void {
    const pulled = { rateHz, speed: 80, woundDiameter: 16 };
    const { grams, speeds } = pullWithSpeeds(
      { ...pulled, base, condition, hand, seconds: hand === 'even' ? 5 : 7 },
      Math.random,
    );
    const name = uuid7();
    const size = (rateHz * partMs) / 1000;
    let part = 0;
    setIsPulling(true);
    setWhy('');
    const end = () => {
      clearInterval(timer.current);
      setIsPulling(false);
    };
    timer.current = setInterval(() => {
      const from = part * size;
      const done = from + size >= grams.length;
      const message: GaugePart = {
        ...pulled,
        gauge: simulatedGauge,
        pull: name,
        part: part++,
        grams: grams.slice(from, from + size),
        speeds: speeds.slice(from, from + size),
        done,
      };
      if (done) end();
      send('POST', `/api/machines/${machineId}/gauge`, message).catch((error: Error) => {
        end();
        setWhy(error.message);
      });
    }, partMs);
  }

  return (
    <div className="flex flex-wrap items-center gap-2">
      <label className="text-sm font-semibold">
        Simulated gauge
        <select
          className="select ms-2 w-52"
          value={condition}
          onChange={(change) => setCondition(change.target.value as Condition)}
        >
          {(Object.keys(conditions) as Condition[]).map((key) => (
            <option key={key} value={key}>
              {conditions[key].name}
            </option>
          ))}
        </select>
      </label>
      <select
        className="select w-52"
        aria-label="Pulled by"
        value={hand}
        onChange={(change) => setHand(change.target.value as Hand)}
      >
        {(Object.keys(hands) as Hand[]).map((key) => (
          <option key={key} value={key}>
            {hands[key].name}
          </option>
        ))}
      </select>
      <button type="button" className="btn" disabled={isPulling} onClick={pull}>
        {isPulling ? 'Pulling …' : 'Pull'}
      </button>
      {why && <span role="alert">× {why}</span>}
    </div>
  );
}
