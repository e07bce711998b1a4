import { turnWords } from '../../../core/gauge/turn-words.ts';
import { useEffect, useMemo, useState } from 'react';
import { caseHealth } from '../../../core/tension/case/case-health.ts';
import type { EventOfCase } from '../../../core/tension/case/life.ts';
import { stepsOf } from '../../../core/tension/case/life.ts';
import { followCase, nextTurn } from '../../../core/tension/case/screw.ts';
import type { PlateFriction } from '../../../core/tension/case/scale.ts';
import { zoneOf, zones, type Band } from '../../../core/tension/targets.ts';
import { readTrace, type TraceReading } from '../../../core/tension/pull/trace.ts';
import { traceVerdicts } from '../../../core/gauge/verdicts.ts';
import type { EntryData } from '../../../core/ledger/entry.ts';
import type { GaugePart } from '../../../schemas/tension.ts';
import type { BobbinKind } from '../../../schemas/stores.ts';
import { Dial, gramsText } from '../case/Dial.tsx';
import { Reading, type TypedReading } from './Reading.tsx';
import { ScrewHead } from '../case/ScrewHead.tsx';
import { SimulatedGauge } from './SimulatedGauge.tsx';
import { Trace } from './Trace.tsx';
import { useGauge, type PullNow } from './useGauge.ts';

interface GaugingProps {
  name: string;
  life: readonly EventOfCase[];
  band: Band;
  bobbins: readonly BobbinKind[];
  bobbinKindId: string | null;
  onBobbin: (id: string) => void;
  onPull: (listener: (part: GaugePart) => void) => () => void;
  machineId: string;
  friction: PlateFriction;
  onReading: (reading: EntryData['case_measured']) => void;
  onTurn: (turns: number) => void;
  onDropped: () => void;
}

const otherTurns = [-4, -3, -2, -1.5, -1, -0.5, -0.25, 0.25, 0.5, 1, 1.5, 2, 3, 4];

/** One case at the gauge: dial, pull, verdict; the screw with its next turn. */
export function Gauging(props: GaugingProps) {
  const { name, life, band, bobbins, bobbinKindId, onReading, onTurn } = props;
  const { now: pull, forget } = useGauge(props.onPull);
  const [typed, setTyped] = useState<TypedReading | null>(null);
  const [typedSays, setTypedSays] = useState('');
  const [fields, setFields] = useState(0);
  const read = useMemo(() => (pull && pull.is !== 'coming' ? readPull(pull) : null), [pull]);
  const trace = read && 'grams' in read ? read : null;
  const fresh: EntryData['case_measured'] | null = typed
    ? { ...typed }
    : trace && { grams: trace.grams, by: 'case-gauge', spread: trace.spread, verdict: trace.verdict };
  const steps = stepsOf(life, bobbinKindId);
  const asIf = fresh ? [...steps, { is: 'reading' as const, grams: fresh.grams }] : steps;
  const belief = followCase(asIf);
  const isSteady = !fresh?.verdict || fresh.verdict === 'steady' || fresh.verdict === 'drift';
  const advice = belief && isSteady ? nextTurn(belief, band) : null;
  const shown = pull?.is === 'coming' ? mean(pull.grams.slice(-10)) : (fresh?.grams ?? belief?.grams ?? null);
  const { faults } = caseHealth(asIf);
  const turnedSince = steps.at(-1)?.is === 'turn';

  const log = () => {
    if (!fresh) return;
    onReading({
      ...fresh,
      grams: Math.round(fresh.grams * 10) / 10,
      ...(fresh.spread !== undefined && { spread: Math.round(fresh.spread * 100) / 100 }),
    });
    forget();
    setTyped(null);
    setTypedSays('');
    setFields(fields + 1);
  };
  useEffect(() => {
    const press = (key: KeyboardEvent) => {
      const inField = key.target instanceof Element && key.target.closest('input, select, textarea');
      if (key.key !== 'l' || inField || key.ctrlKey || key.metaKey || key.altKey) return;
      log();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  });

  return (
    <div className="grid gap-4 xl:grid-cols-[minmax(0,20rem)_minmax(0,1fr)]">
      <div className="grid content-start justify-items-center gap-3">
        <Dial grams={shown} band={band} zone={shown === null ? null : zoneOf(shown, band)} />
        {advice && (
          <div className="sheet flex w-full flex-wrap items-center gap-4 p-3">
            <ScrewHead eighths={advice.eighths} />
            <div className="min-w-40 flex-1">
              <h2>{advice.eighths === 0 ? 'Leave the screw alone' : `Turn ${turnWords(advice.eighths)}`}</h2>
              {advice.eighths !== 0 && (
                <p className="figures">
                  Then about {gramsText(advice.grams)} g; in the band {Math.round(advice.chance * 100)} times
                  in 100.
                </p>
              )}
              <p className="quiet text-sm">{advice.why}</p>
              <div className="mt-2 flex flex-wrap items-center gap-2">
                {advice.eighths !== 0 && (
                  <button
                    type="button"
                    className="btn"
                    disabled={fresh !== null}
                    onClick={() => onTurn(advice.eighths / 8)}
                  >
                    Turned {turnWords(advice.eighths)}
                  </button>
                )}
                <select
                  className="select w-44"
                  aria-label="Turned otherwise"
                  value=""
                  disabled={fresh !== null}
                  onChange={(change) => onTurn(Number(change.target.value) / 8)}
                >
                  <option value="">turned otherwise …</option>
                  {otherTurns.map((eighths) => (
                    <option key={eighths} value={eighths}>
                      {turnWords(eighths)}
                    </option>
                  ))}
                </select>
                {fresh && <span className="quiet text-sm">Log the reading first.</span>}
              </div>
            </div>
          </div>
        )}
      </div>
      <div className="grid min-w-0 content-start gap-3">
        <div role="status" aria-live="polite">
          <h1>
            {name}:{' '}
            {isSteady
              ? headline(pull, fresh?.grams ?? null, belief?.grams ?? null, band, turnedSince)
              : 'do not turn the screw'}
          </h1>
          {trace && (
            <p className="figures">
              <span className="first-letter:uppercase inline-block">{traceVerdicts[trace.verdict].says}</span>
              , ±{gramsText(trace.spread)} g.{' '}
              <b>{trace.verdict === 'steady' ? '' : traceVerdicts[trace.verdict].next}</b>
            </p>
          )}
          {typedSays && <p>{typedSays}</p>}
          {read && 'why' in read && <p>× {read.why}</p>}
          {pull?.is === 'broke off' && (
            <p>
              × The gauge stopped in the middle of the pull. What came is shown; pull again if it is too
              short.
            </p>
          )}
          {pull?.other && (
            <p>
              × {pull.other} sends as well: only {pull.gauge} is read. Pull with one gauge at a time.
            </p>
          )}
          {faults.map((one) => (
            <p
              key={one.name}
              className="border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
            >
              {one.says}
            </p>
          ))}
        </div>
        {pull && <Trace grams={pull.grams} rateHz={pull.rateHz} dropped={trace?.dropped ?? 0} band={band} />}
        <div className="flex flex-wrap items-center gap-2">
          <button type="button" className="btn btn-primary" disabled={!fresh} onClick={log}>
            {fresh ? `Log ${gramsText(fresh.grams)} g` : 'Log the reading'}{' '}
            <kbd className="figures ms-1">L</kbd>
          </button>
          <label className="text-sm font-semibold">
            Bobbin
            <select
              className="select ms-2 w-52"
              value={bobbinKindId ?? ''}
              onChange={(change) => props.onBobbin(change.target.value)}
            >
              {bobbins.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="btn" onClick={props.onDropped}>
            It was dropped
          </button>
        </div>
        <Reading
          friction={props.friction}
          key={fields}
          onRead={(reading, says) => {
            setTyped(reading);
            setTypedSays(says);
          }}
        />
        <SimulatedGauge machineId={props.machineId} base={belief?.grams ?? 34} />
      </div>
    </div>
  );
}

function readPull(pull: PullNow): TraceReading | { why: string } {
  try {
    return readTrace(pull);
  } catch (error) {
    return { why: (error as Error).message };
  }
}

function headline(
  pull: PullNow | null,
  fresh: number | null,
  known: number | null,
  band: Band,
  turnedSince: boolean,
): string {
  if (pull?.is === 'coming') return 'pulling …';
  if (fresh !== null) return zones[zoneOf(fresh, band)].says;
  if (known === null) return 'not measured yet';
  if (turnedSince) return `about ${gramsText(known)} g after the turn: measure again`;
  return zones[zoneOf(known, band)].says;
}

const mean = (values: readonly number[]) =>
  values.length === 0 ? null : values.reduce((a, b) => a + b, 0) / values.length;
