import { useEffect, useState, type ReactNode } from 'react';
import { entryNamed, kindOf, entrySays } from '../../core/ledger/about-kinds.ts';
import type { EntryData } from '../../core/ledger/entry.ts';
import { mayCorrect } from '../../core/people/entry-rights.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { getJson } from '../../parts/live/get-json.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { dayText, timeText } from '../../parts/text.ts';
import type { LedgerLine } from '../../schemas/ledger/event.ts';
import {
  correctables,
  correctionOf,
  correctionSays,
  minutesOf,
  type Around,
  type Correctable,
} from './correctable.ts';
import { Whose } from './Whose.tsx';

interface EntryProps {
  event: ShownEvent;
  /** Names of jobs by their ids. */
  jobs: ReadonlyMap<string, string>;
}

/** One entry opened: who wrote it and when, every correction, and the way to correct it. */
export function EntryDetails({ event, jobs }: EntryProps) {
  const { data, operatorId } = useFrame();
  const mayOthers = useMay('correctOthers');
  const who = { personId: operatorId, deviceId: data.who.device?.id ?? null, mayOthers };
  const isMine = mayCorrect(event, who, data.now);
  return (
    <div className="grid gap-x-8 gap-y-3 py-1 md:grid-cols-2">
      <History event={event} />
      <div className="grid content-start gap-3">
        <Whose event={event} />
        {isMine ? (
          <Correct key={event.seq} event={event} jobs={jobs} />
        ) : (
          <p className="quiet">Not yours, or older than 12 hours: a technician or an owner corrects it.</p>
        )}
      </div>
    </div>
  );
}

function History({ event }: { event: ShownEvent }) {
  const { data, threadName } = useFrame();
  const [lines, setLines] = useState<LedgerLine[] | null>(null);
  useEffect(() => {
    let current = true;
    getJson<{ lines: LedgerLine[] }>(`/api/ledger/${event.id}`).then(
      (found) => current && setLines(found.lines),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [event.id, event.seq]);
  if (!lines) return <p className="quiet">{event.pending ? 'Not stored yet.' : 'Reading its history …'}</p>;
  const who = (id: string | null) =>
    data.operators.find((operator) => operator.id === id)?.name ?? 'nobody named';
  const says = (line: LedgerLine): string =>
    line.kind === 'correction'
      ? correctionSays(line.data as EntryData['correction'], { threadName, personName: who, moment })
      : `${kindOf(line.kind).name}${line.position ? ` at ${line.position}` : ''}: ${entrySays(line, threadName)}`;
  const moment = (at: string) => `${dayText(at, data.zone, data.now)} ${timeText(at, data.zone)}`;
  return (
    <ol aria-label="History of this entry">
      {lines.map((line) => (
        <li key={line.id} className="text-sm">
          <b>{moment(line.at)}</b>, {who(line.operatorId)}: {says(line)}
          <span className="quiet block">
            reached the server {moment(line.receivedAt)}, line {line.seq}
          </span>
          {line.claimedAt && (
            <span className="block">
              The device’s clock said {line.claimedAt.slice(0, 16).replace('T', ' ')} UTC, which is still to
              come: the server’s time counts. Set that device’s clock.
            </span>
          )}
        </li>
      ))}
    </ol>
  );
}

/** Says anew what was logged wrong: who and why are kept, and the first words stay in the history. */
function Correct({ event, jobs }: EntryProps) {
  const { data, live, say } = useFrame();
  const around = { data, jobs };
  const [values, setValues] = useState<ReadonlyMap<string, string>>(new Map());
  const [why, setWhy] = useState('');
  const [refusal, setRefusal] = useState('');
  const minutes = minutesOf(event);
  const set = (key: string, value: string) => setValues(new Map(values).set(key, value));

  function correct(): void {
    const because = why.trim() && { why: why.trim() };
    try {
      const changed = correctionOf(values, event, around);
      const lost = values.get('minutes');
      const lostMs =
        lost === undefined || lost === minutes ? null : Math.round(Number(lost.replace(',', '.')) * 60_000);
      if (lostMs !== null && !(lostMs >= 0)) throw new Error('Minutes lost: a number.');
      if (!changed && lostMs === null)
        return setRefusal('Nothing is different yet. Change what was wrong, then correct.');
      if (changed) live.write({ kind: 'correction', corrects: event.id, data: { ...changed, ...because } });
      if (lostMs !== null)
        live.write({ kind: 'correction', corrects: event.closedBy, data: { data: { lostMs }, ...because } });
      say('Corrected.');
    } catch (error) {
      setRefusal((error as Error).message);
    }
  }

  const takeBack = () => {
    live.write({ kind: 'correction', corrects: event.id, data: { void: !event.void } });
    say(`${event.void ? 'Restored' : 'Undone'}: ${entryNamed(event)}.`);
  };
  const fields = event.void ? [] : correctables.filter(({ of }) => of(event, around) !== null);
  return (
    <div className="flex flex-wrap items-end gap-2">
      {fields.map((each) => (
        <Field
          key={each.key}
          field={each}
          around={around}
          value={values.get(each.key) ?? each.of(event, around)!}
          onChange={(value) => set(each.key, value)}
        />
      ))}
      {minutes !== null && !event.void && (
        <Labelled name="Minutes lost">
          <input
            className="input w-24"
            inputMode="decimal"
            value={values.get('minutes') ?? minutes}
            onChange={(change) => set('minutes', change.target.value)}
          />
        </Labelled>
      )}
      {fields.length > 0 && (
        <Labelled name="Why it is put right">
          <input
            className="input w-full"
            maxLength={500}
            value={why}
            onChange={(change) => setWhy(change.target.value)}
          />
        </Labelled>
      )}
      {fields.length > 0 && (
        <button type="button" className="btn btn-primary" onClick={correct}>
          Correct
        </button>
      )}
      {event.kind === 'break' && event.data.fault === 'needle_broke' && (
        <a className="btn" href={`/${data.machine.slug}/needle-record/${event.id}`}>
          Needle record
        </a>
      )}
      <button type="button" className="btn" onClick={takeBack}>
        {event.void ? 'Restore this entry' : 'Undo this entry'}
      </button>
      {refusal && (
        <p role="alert" className="w-full text-sm font-semibold">
          × {refusal}
        </p>
      )}
    </div>
  );
}

function Labelled({ name, children }: { name: string; children: ReactNode }) {
  return (
    <label className="flex min-w-0 flex-col text-sm">
      {name}
      {children}
    </label>
  );
}

interface FieldProps {
  field: Correctable;
  around: Around;
  value: string;
  onChange: (value: string) => void;
}
function Field({ field: { name, unit, input }, around, value, onChange }: FieldProps) {
  const label = unit ? `${name}, ${unit}` : name;
  if (typeof input === 'function')
    return (
      <Labelled name={label}>
        <select
          className="select max-w-52 min-w-20"
          value={value}
          onChange={(change) => onChange(change.target.value)}
        >
          {input(around).map((one) => (
            <option key={one.value} value={one.value}>
              {one.name}
            </option>
          ))}
        </select>
      </Labelled>
    );
  return (
    <Labelled name={label}>
      <input
        className={`input ${input === 'number' ? 'w-24' : 'w-52'}`}
        {...(input === 'time'
          ? { type: 'datetime-local', step: 1 }
          : { inputMode: input === 'number' ? 'decimal' : 'text' })}
        value={value}
        onChange={(change) => onChange(change.target.value)}
      />
    </Labelled>
  );
}
