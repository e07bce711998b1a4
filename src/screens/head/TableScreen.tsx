import { inUse } from '../../core/stores/in-use.ts';
import { useRef, useState, type KeyboardEvent } from 'react';
import { needleText } from '../../core/needle/label.ts';
import { needleReasonKeys, needleReasons } from '../../core/needle/reasons.ts';
import { seatAt } from '../../core/ledger/head-now.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { HeadFaces } from '../../parts/head/HeadFaces.tsx';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { counted } from '../../parts/text.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { useTypedHead, type TypedCell } from './useTypedHead.ts';

/** The whole head typed in one go: a new machine, or one that was laid out anew. */
export default function TableScreen({ data }: { data: FrameData }) {
  const [position, setPosition] = useState<number | undefined>(undefined);
  return (
    <Frame data={data} {...(position !== undefined && { selected: position })}>
      <HeadFaces slug={data.machine.slug} face="table" />
      <HeadTable onRow={setPosition} />
    </Frame>
  );
}

function HeadTable({ onRow }: { onRow: (position: number) => void }) {
  const { data, threads } = useFrame();
  const head = useTypedHead();
  const form = useRef<HTMLFormElement>(null);
  const go = (position: number, cell: TypedCell) =>
    form.current?.querySelector<HTMLInputElement>(`input[name="${cell} ${position}"]`)?.focus();
  /** Down the column, then to the next one's top; after the last cell the button is next. */
  const next = (position: number, cell: TypedCell) => {
    if (position < data.machine.positions) go(position + 1, cell);
    else if (cell === 'needle') go(1, 'thread');
    else form.current?.querySelector<HTMLButtonElement>('button[type="submit"]')?.focus();
  };
  const onKey = (key: KeyboardEvent, position: number, cell: TypedCell) => {
    if (key.key === 'Enter' || key.key === 'ArrowDown') next(position, cell);
    else if (key.key === 'ArrowUp' && position > 1) go(position - 1, cell);
    else return;
    key.preventDefault();
  };
  return (
    <form
      ref={form}
      aria-label="Fill the head"
      className="grid gap-3 p-3 lg:p-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        if (head.canWrite) head.write();
      }}
    >
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1>Fill the head</h1>
          <p className="quiet">
            Enter goes to the next position, <b className="figures">&quot;</b> means as above, an empty cell
            leaves what sits there.
          </p>
        </div>
        <Choices head={head} />
      </div>
      <datalist id="threads">
        {inUse(data.threads).map((thread) => (
          <option key={thread.id} value={thread.code}>
            {thread.name} {thread.weightNo} wt
          </option>
        ))}
      </datalist>
      <div className="sheet">
        <div className={`${columns} quiet py-1.5 text-sm`} aria-hidden="true">
          <span />
          <span>needle, as on its pack</span>
          <span>thread, by its code or name</span>
        </div>
        <ol aria-label="Positions">
          {head.rows.map((row, index) => (
            <Row
              key={row.position}
              row={row}
              read={head.read[index]!}
              head={head.shownHead}
              thread={threads.get(head.read[index]!.thread?.id ?? '')}
              onRow={onRow}
              onType={head.type}
              onKey={onKey}
            />
          ))}
        </ol>
      </div>
      <SafetyLine />
    </form>
  );
}

function Choices({ head }: { head: ReturnType<typeof useTypedHead> }) {
  const { data, headNo } = useFrame();
  return (
    <div className="flex flex-wrap items-end gap-3">
      {data.machine.heads > 1 && (
        <label className="grid text-sm font-semibold">
          On
          <select
            aria-label="On which heads"
            className="select w-36"
            value={head.isForAll ? 'all' : 'this'}
            onChange={(change) => head.setForAll(change.target.value === 'all')}
          >
            <option value="all">all {data.machine.heads} heads</option>
            <option value="this">head {headNo}</option>
          </select>
        </label>
      )}
      <label className="grid text-sm font-semibold">
        Why new needles
        <select
          className="select w-44"
          value={head.reason}
          onChange={(change) => {
            const reason = needleReasonKeys.find((key) => key === change.target.value);
            if (reason) head.setReason(reason);
          }}
        >
          {needleReasonKeys.map((key) => (
            <option key={key} value={key}>
              {needleReasons[key].name}
            </option>
          ))}
        </select>
      </label>
      <button
        type="submit"
        className={`btn h-12 ${head.canWrite ? 'btn-primary' : ''}`}
        disabled={!head.canWrite}
      >
        {head.bad > 0
          ? `${counted(head.bad, 'row')} cannot be read`
          : `Write ${counted(head.needles, 'needle')}, ${counted(head.threadsMounted, 'cone')}`}
      </button>
    </div>
  );
}

/** What a row comes to stands beside it, on a phone below. */
const beside = 'max-md:col-span-2 max-md:col-start-2';
const columns =
  'grid grid-cols-[2.5rem_1fr_1fr] items-center gap-x-3 gap-y-1 p-1.5 pe-3 md:grid-cols-[2.5rem_13rem_13rem_1fr]';

interface RowProps {
  row: ReturnType<typeof useTypedHead>['rows'][number];
  read: ReturnType<typeof useTypedHead>['read'][number];
  head: number;
  thread: ReturnType<ReturnType<typeof useFrame>['threads']['get']>;
  onRow: (position: number) => void;
  onType: (position: number, cell: TypedCell, text: string) => void;
  onKey: (key: KeyboardEvent, position: number, cell: TypedCell) => void;
}

function Row({ row, read, head, thread, onRow, onType, onKey }: RowProps) {
  const { view, threads } = useFrame();
  const { position } = row;
  const seat = seatAt(view, head, position);
  const sits = seat?.cone ? threads.get(seat.cone.threadId) : undefined;
  const bad = read.badNeedle || read.badThread;
  const cell = (kind: TypedCell, more: object) => (
    <input
      name={`${kind} ${position}`}
      aria-label={`${kind === 'needle' ? 'Needle' : 'Thread'} of position ${position}`}
      aria-invalid={Boolean(kind === 'needle' ? read.badNeedle : read.badThread)}
      className="input w-full min-w-0"
      autoComplete="off"
      autoCapitalize="none"
      spellCheck={false}
      value={row[kind]}
      onFocus={() => onRow(position)}
      onChange={(change) => onType(position, kind, change.target.value)}
      onKeyDown={(key) => onKey(key, position, kind)}
      {...more}
    />
  );
  return (
    <li className={`${columns} border-t rule`}>
      <b className="figures text-end text-xl">{position}</b>
      {cell('needle', { placeholder: seat?.needle ? needleText(seat.needle.spec) : 'no needle' })}
      {cell('thread', { placeholder: sits?.code ?? 'no thread', list: 'threads' })}
      {bad ? (
        <b role="alert" className={`text-sm ${beside}`}>
          × {bad}
        </b>
      ) : read.needle || thread ? (
        <span className={`flex min-h-7 items-center gap-2 ${beside}`}>
          {thread && <Swatch thread={thread} className="size-7" />}
          <span className="text-sm">
            {read.needle && <b>{needleText(read.needle)}</b>}
            {read.needle && thread && ', '}
            {thread && `${thread.name} ${thread.weightNo} wt`}
          </span>
        </span>
      ) : (
        (row.needle || row.thread) && <span className={`quiet text-sm ${beside}`}>as it is on record</span>
      )}
    </li>
  );
}
