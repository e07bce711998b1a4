import { useEffect, useState } from 'react';
import { faultKeys, faults } from '../../core/fault/faults.ts';
import { kindOf, entrySays, fieldOf } from '../../core/ledger/about-kinds.ts';
import type { EntryData } from '../../core/ledger/entry.ts';
import { readNeedleLabel, needleText, type NeedleSpec } from '../../core/needle/label.ts';
import { mayCorrect } from '../../core/people/entry-rights.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { getJson } from '../../parts/live/get-json.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { useMay } from '../../parts/people/rights.tsx';
import { dayText, timeText } from '../../parts/text.ts';
import type { LedgerLine } from '../../schemas/event.ts';
import { Whose } from './Whose.tsx';

/** One entry opened: who wrote it and when, every correction, and the way to correct it. */
export function EntryDetails({ event }: { event: ShownEvent }) {
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
          <Correct key={event.seq} event={event} />
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
  const moment = (at: string) => `${dayText(at, data.zone, data.now)} ${timeText(at, data.zone)}`;
  return (
    <ol aria-label="History of this entry">
      {lines.map((line) => (
        <li key={line.id} className="text-sm">
          <b>{moment(line.at)}</b>, {who(line.operatorId)}: {lineSays(line, threadName)}
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

/** A correction tells what it replaced; any other line tells itself. */
function lineSays(line: LedgerLine, threadName: (id: string) => string): string {
  if (line.kind !== 'correction')
    return `${kindOf(line.kind).name}${line.position ? ` at ${line.position}` : ''}: ${entrySays(line, threadName)}`;
  const { void: taken, data = {}, position, operatorId, why } = line.data as EntryData['correction'];
  const parts: string[] = [];
  if (taken !== undefined) parts.push(taken ? 'taken back' : 'put back');
  if (position !== undefined) parts.push(`position is ${position}`);
  if (operatorId !== undefined) parts.push(operatorId ? 'says who it was' : 'nobody named');
  if ('fault' in data)
    parts.push(`it was: ${faults[data['fault'] as keyof typeof faults]?.says ?? 'not said'}`);
  if ('fragments' in data)
    parts.push(data['fragments'] === 'missing' ? 'a fragment is missing' : 'all fragments found');
  if ('threadId' in data) parts.push(`cone is ${threadName(String(data['threadId']))}`);
  if (data['over'] !== undefined) parts.push('came after the other one');
  if ('feedId' in data) parts.push('the machine told the same stop');
  if ('needle' in data) parts.push(`needle is ${needleText(data['needle'] as NeedleSpec)}`);
  return (parts.join(', ') || 'corrected') + (why ? ` (${why})` : '');
}

/** Says anew what was logged wrong. The first words stay in the history. */
function Correct({ event }: { event: ShownEvent }) {
  const { data, live, threads, say } = useFrame();
  const [threadId, setThreadId] = useState(String(fieldOf(event, 'threadId') ?? ''));
  const [position, setPosition] = useState(String(event.position ?? ''));
  const [fault, setFault] = useState(String(fieldOf(event, 'fault') ?? ''));
  const [label, setLabel] = useState(event.kind === 'needle_fitted' ? needleText(event.data.needle) : '');
  const [refusal, setRefusal] = useState('');
  const head = event.head ?? 1;

  function correct(): void {
    const changed: EntryData['correction'] = {};
    if (position && Number(position) !== event.position)
      Object.assign(changed, { head, position: Number(position) });
    if (event.kind === 'break' && fault !== (event.data.fault ?? '')) changed.data = { fault: fault || null };
    try {
      if (event.kind === 'needle_fitted' && label !== needleText(event.data.needle))
        changed.data = { needle: readNeedleLabel(label).spec };
    } catch (error) {
      return setRefusal((error as Error).message);
    }
    const thread = threads.get(threadId);
    // Another article: which cone of it is not known then.
    if (event.kind === 'cone_mounted' && thread && threadId !== event.data.threadId)
      changed.data = { threadId, fibre: thread.fibre, coneId: null };
    if (Object.keys(changed).length === 0)
      return setRefusal('Nothing is different yet. Change what was wrong, then correct.');
    live.write({ kind: 'correction', corrects: event.id, data: changed });
    say('Corrected.');
  }

  const takeBack = () => {
    live.write({ kind: 'correction', corrects: event.id, data: { void: !event.void } });
    say(event.void ? 'Put back.' : 'Taken back.');
  };
  const canMove = kindOf(event.kind).where === 'seat';
  return (
    <div className="flex flex-wrap items-end gap-2">
      {canMove && !event.void && (
        <label className="flex flex-col text-sm">
          Position
          <select
            className="select w-20"
            value={position}
            onChange={(change) => setPosition(change.target.value)}
          >
            {Array.from({ length: data.machine.positions }, (_, index) => (
              <option key={index}>{index + 1}</option>
            ))}
          </select>
        </label>
      )}
      {event.kind === 'break' && !event.void && (
        <label className="flex flex-col text-sm">
          Kind
          <select className="select w-40" value={fault} onChange={(change) => setFault(change.target.value)}>
            <option value="">not said</option>
            {faultKeys.map((key) => (
              <option key={key} value={key}>
                {faults[key].says}
              </option>
            ))}
          </select>
        </label>
      )}
      {event.kind === 'needle_fitted' && !event.void && (
        <label className="flex grow flex-col text-sm">
          Needle
          <input
            className="input w-full"
            value={label}
            onChange={(change) => setLabel(change.target.value)}
          />
        </label>
      )}
      {event.kind === 'cone_mounted' && !event.void && (
        <label className="flex grow flex-col text-sm">
          Thread
          <select
            className="select w-full"
            value={threadId}
            onChange={(change) => setThreadId(change.target.value)}
          >
            {data.threads.map((thread) => (
              <option key={thread.id} value={thread.id}>
                {thread.code} {thread.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {canMove && !event.void && (
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
        {event.void ? 'Put it back' : 'Take it back'}
      </button>
      {refusal && (
        <p role="alert" className="w-full text-sm font-semibold">
          × {refusal}
        </p>
      )}
    </div>
  );
}
