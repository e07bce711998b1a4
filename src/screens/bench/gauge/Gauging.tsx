import { inUse } from '../../../core/stores/in-use.ts';
import { mean } from 'simple-statistics';
import { useEffect, useMemo, useState } from 'react';
import { caseHealth, sinceFall, type CaseFault } from '../../../core/tension/case/case-health.ts';
import type { EventOfCase } from '../../../core/tension/case/life.ts';
import { beliefOverLife, freshStep, stepsOf } from '../../../core/tension/case/life.ts';
import { predictionOf, nextTurn } from '../../../core/tension/case/next-turn.ts';
import { calibrate } from '../../../core/tension/case/calibration.ts';
import type { TurnOutcome } from '../../../core/tension/case/turn-outcomes.ts';
import {
  afterStep,
  beliefOf,
  isDoubted,
  shownGrams,
  type Foretold,
} from '../../../core/tension/case/belief/screw.ts';
import type { ScrewPrior } from '../../../core/tension/case/belief/known-screw.ts';
import { gaugesDisagree } from '../../../core/tension/case/gauges.ts';
import type { Sewn } from '../../../core/tension/case/stitches-by-day.ts';
import type { PlateFriction } from '../../../core/tension/case/belief/scale.ts';
import { zoneOf, zones, type Band } from '../../../core/tension/targets.ts';
import { mayBeRound, readPullCurve, type PullReading } from '../../../core/tension/pull/pull-curve.ts';
import { simulatedGauge } from '../../../core/gauge/ways.ts';
import { traceVerdicts } from '../../../core/gauge/verdicts.ts';
import type { EntryData } from '../../../core/ledger/entry.ts';
import type { GaugePart } from '../../../schemas/tension.ts';
import type { BobbinKind } from '../../../schemas/stores.ts';
import { clockNow } from '../../../parts/live/clock.ts';
import { Dial, gramsText } from '../case/Dial.tsx';
import { Reading, type TypedReading } from './Reading.tsx';
import { SimulatedGauge } from './SimulatedGauge.tsx';
import { Trace } from './Trace.tsx';
import { TurnAdvice } from './TurnAdvice.tsx';
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
  /** Whether the simulated gauge is offered. */
  simulators: boolean;
  friction: PlateFriction;
  /** What the screws of the other cases showed. */
  screws: ScrewPrior;
  /** How the turns of all cases came out of which something was said. */
  came: readonly TurnOutcome[];
  /** What the machine's heads sewed, by day. */
  sewn: Sewn;
  onReading: (reading: EntryData['case_measured']) => void;
  onTurn: (turns: number, foretold?: Foretold) => void;
  onDropped: () => void;
}

/** One case at the gauge: dial, pull, verdict; the screw with its next turn. */
export function Gauging(props: GaugingProps) {
  const { name, life, band, bobbins, bobbinKindId, machineId, sewn, onReading, onTurn } = props;
  const { now: pull, forget } = useGauge(props.onPull);
  const [typed, setTyped] = useState<TypedReading | null>(null);
  const [typedSays, setTypedSays] = useState('');
  const [fields, setFields] = useState(0);
  const read = useMemo(() => (pull && pull.is !== 'coming' ? readPull(pull) : null), [pull]);
  const trace = read && 'grams' in read ? read : null;
  const fresh: EntryData['case_measured'] | null = typed
    ? { ...typed }
    : trace && {
        ...{ grams: trace.grams, spread: trace.spread, verdict: trace.verdict },
        by: pull?.gauge === simulatedGauge ? ('simulated' as const) : ('case-gauge' as const),
      };
  const steps = stepsOf(life, bobbinKindId, sewn);
  const freshGrams = fresh?.grams ?? null;
  // As it will stand in the ledger: the days since the last reading count, whether or not this one is logged.
  const step = useMemo(
    () =>
      freshGrams === null
        ? null
        : freshStep(
            life,
            { grams: freshGrams, bobbinKindId, machineId, at: new Date(clockNow()).toISOString() },
            sewn,
          ),
    [life, freshGrams, bobbinKindId, machineId, sewn],
  );
  const asIf = step ? [...steps, step] : steps;
  const followed = useMemo(
    () => beliefOverLife(life, bobbinKindId, props.screws, sewn),
    [life, bobbinKindId, props.screws, sewn],
  );
  const belief = useMemo(() => beliefOf(step ? afterStep(followed, step) : followed), [followed, step]);
  const mayTurn = (trace?.outOfRound ?? 0) <= mayBeRound || typed !== null;
  const isSteady = mayTurn && (!fresh?.verdict || fresh.verdict === 'steady' || fresh.verdict === 'drift');
  const said = useMemo(() => calibrate(props.came), [props.came]);
  const advice = useMemo(
    () => (belief && isSteady ? nextTurn(belief, band, said) : null),
    [belief, isSteady, band, said],
  );
  const known = belief && shownGrams(belief);
  const shown =
    pull?.is === 'coming' && pull.grams.length > 0 ? mean(pull.grams.slice(-10)) : (fresh?.grams ?? known);
  const isOdd = belief !== null && isDoubted(belief);
  const faults = [
    ...sinceFall(life, bobbinKindId),
    ...gaugesDisagree(life, props.friction),
    // Nothing is made of a reading that may be a slip.
    ...caseHealth(isOdd ? asIf.slice(0, -1) : asIf).faults,
  ];
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
  useLogKey(log);

  return (
    <div className="grid gap-4 xl:grid-cols-[minmax(0,25rem)_minmax(0,1fr)]">
      <div className="grid content-start justify-items-center gap-3">
        <Dial grams={shown} band={band} zone={shown === null ? null : zoneOf(shown, band)} />
        {advice && (
          <TurnAdvice
            advice={advice}
            came={props.came}
            unlogged={fresh !== null}
            onTurn={(turns) =>
              onTurn(turns, turns * 8 === advice.eighths ? predictionOf(advice, band) : undefined)
            }
          />
        )}
      </div>
      <div className="grid min-w-0 content-start gap-3">
        <div role="status" aria-live="polite">
          <h1>
            {name}:{' '}
            {isSteady
              ? isOdd && pull?.is !== 'coming'
                ? `${gramsText(belief.read!)} g does not fit what it read before`
                : headline(pull, fresh?.grams ?? null, known, {
                    band,
                    turnedSince,
                    isSure: advice?.is !== 'again',
                  })
              : 'do not turn the screw'}
          </h1>
          <PullSays pull={pull} read={read} typedSays={typedSays} faults={faults} />
        </div>
        {pull && (
          <Trace
            grams={pull.grams}
            rateHz={pull.rateHz}
            dropped={trace?.dropped ?? 0}
            droppedAfter={trace?.droppedAfter ?? 0}
            band={band}
          />
        )}
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
              {inUse(bobbins, bobbinKindId).map((bobbin) => (
                <option key={bobbin.id} value={bobbin.id}>
                  {bobbin.name}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="btn" onClick={props.onDropped}>
            It was dropped
          </button>
        </div>
        <Reading
          band={band}
          friction={props.friction}
          key={fields}
          onRead={(reading, says) => {
            setTyped(reading);
            setTypedSays(says);
          }}
        />
        {props.simulators && <SimulatedGauge machineId={props.machineId} base={belief?.grams ?? 34} />}
      </div>
    </div>
  );
}

interface PullSaysProps {
  pull: PullNow | null;
  read: PullReading | { why: string } | null;
  typedSays: string;
  faults: readonly CaseFault[];
}

/** What the pull showed, what was wrong with it, and what the case's readings say of the case. */
function PullSays({ pull, read, typedSays, faults }: PullSaysProps) {
  const trace = read && 'grams' in read ? read : null;
  return (
    <>
      {trace && (
        <p className="figures">
          <span className="first-letter:uppercase inline-block">{traceVerdicts[trace.verdict].says}</span>, ±
          {gramsText(trace.spread)} g.{' '}
          <b>{trace.verdict === 'steady' ? roundText(trace) : traceVerdicts[trace.verdict].next}</b>
        </p>
      )}
      {typedSays && <p>{typedSays}</p>}
      {read && 'why' in read && <p>× {read.why}</p>}
      {pull?.is === 'broke off' && (
        <p>
          × The gauge stopped in the middle of the pull. What came is shown; pull again if it is too short.
        </p>
      )}
      {pull?.other && (
        <p>
          × {pull.other} sends as well: only {pull.gauge} is read. Pull with one gauge at a time.
        </p>
      )}
      {faults.map((fault) => (
        <p
          key={fault.name}
          className="border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
        >
          {fault.says}
        </p>
      ))}
    </>
  );
}

/** What to do before the screw where a steady pull may still hide a bent case. */
const roundText = ({ outOfRound }: PullReading) =>
  outOfRound > mayBeRound
    ? 'Whether it tightens once a turn cannot be told yet: pull longer, turn the bobbin by hand, look at the case’s rim, or try the spare before the screw.'
    : '';

/** L logs, wherever the hand is but in a field. */
function useLogKey(log: () => void): void {
  useEffect(() => {
    const press = (key: KeyboardEvent) => {
      const inField = key.target instanceof Element && key.target.closest('input, select, textarea');
      if (key.key !== 'l' || inField || key.ctrlKey || key.metaKey || key.altKey) return;
      log();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  });
}

function readPull(pull: PullNow): PullReading | { why: string } {
  try {
    return readPullCurve(pull);
  } catch (error) {
    return { why: (error as Error).message };
  }
}

function headline(
  pull: PullNow | null,
  fresh: number | null,
  known: number | null,
  { band, turnedSince, isSure }: { band: Band; turnedSince: boolean; isSure: boolean },
): string {
  if (pull?.is === 'coming') return 'pulling …';
  if (fresh !== null) return zones[zoneOf(fresh, band)].says;
  if (known === null) return 'not measured yet';
  if (turnedSince) return `about ${gramsText(known)} g after the turn: measure again`;
  const zone = zoneOf(known, band);
  // Two readings far off the many before them may leave the middle where it was: dial, headline and advice must not disagree.
  return zone === 'right' && !isSure ? `probably ${zones[zone].says}` : zones[zone].says;
}
