import { useStore } from '@nanostores/react';
import { lazy, Suspense, useState } from 'react';
import { entrySays, fieldOf } from '../../core/ledger/about-kinds.ts';
import type { Seat } from '../../core/ledger/head-now.ts';
import { needleText } from '../../core/needle/label.ts';
import { brokenNeedles, likelyOne } from '../../core/run/before-piece.ts';
import { capital, counted } from '../text.ts';
import { Notice } from './Notice.tsx';
import { useMay } from '../people/rights.tsx';
import { useFrame } from './context.tsx';

/** Seldom: two devices must have said two things of one seat while one of them was cut off. */
const Clash = lazy(() => import('./Clash.tsx'));

/** What must not be overlooked, on every screen: missing fragments, held pieces, entries not sent. */
export function Notices() {
  const { view, live, threadName, actions } = useFrame();
  const twice = likelyOne(view.events, view.openStop);
  const outgoing = useStore(live.outgoing);
  // Said only of what is on the disk: whoever reads it may switch the device off.
  const waiting = outgoing.filter((message) => message.state === 'waiting' && message.kept);
  const refused = outgoing.filter((message) => message.state === 'refused');
  const unkept = outgoing.filter((message) => message.kept === false && message.state !== 'stored');
  const asksFragments = view.events.find(
    (event) =>
      event.kind === 'break' &&
      !event.void &&
      event.data['fault'] === 'needle_broke' &&
      event.data['fragments'] === undefined,
  );
  return (
    <>
      {asksFragments && <FragmentsQuestion event={asksFragments} />}
      {brokenNeedles(view.seats, view.events).map(({ seat }) => (
        <NeedleQuestion key={`${seat.head} ${seat.position}`} seat={seat} />
      ))}
      {twice && (
        <Notice mark="?">
          <b>
            Two breaks at position {twice.second.position} within half a minute: one break, logged on two
            devices?
          </b>
          <button type="button" className="btn ms-3" onClick={() => actions.areOne(twice.second)}>
            They are one
          </button>
          <button type="button" className="btn ms-2" onClick={() => actions.areTwo(twice.second)}>
            Two breaks
          </button>
        </Notice>
      )}
      {view.held.map((held) => (
        <HeldPiece key={held.id} event={held} />
      ))}
      {view.clashes.map((events) => (
        <Suspense key={events[0]!.id}>
          <Clash events={events} />
        </Suspense>
      ))}
      {waiting.length > 0 && (
        <Notice mark="…">
          <b>{counted(waiting.length, 'entry', 'entries')} waiting on this device.</b> {waiting[0]!.why} They
          are sent again by themselves.
        </Notice>
      )}
      {unkept.length > 0 && (
        <Notice mark="!">
          <b>
            {counted(unkept.length, 'entry is', 'entries are')} only on this page: this device cannot keep{' '}
            {unkept.length === 1 ? 'it' : 'them'}.
          </b>{' '}
          Leave the page open until {unkept.length === 1 ? 'it is' : 'they are'} sent: that is tried again by
          itself. Make room on the device, or leave the private window.
        </Notice>
      )}
      {refused.map((message) => (
        <Notice key={message.entry.id} mark="×">
          <b>Not accepted:</b> {entrySays(message.entry, threadName)}
          {message.entry.position ? ` at position ${message.entry.position}` : ''}. {message.why}
          <button type="button" className="btn ms-3" onClick={() => live.discard(message.entry.id)}>
            Discard it
          </button>
        </Notice>
      ))}
    </>
  );
}

function FragmentsQuestion({
  event,
}: {
  event: Parameters<ReturnType<typeof useFrame>['actions']['fragments']>[0];
}) {
  const { actions } = useFrame();
  return (
    <Notice mark="!">
      <p>
        <b>Needle broke at position {event.position}: were all fragments found?</b> Machine stopped, eye
        protection on; power off or emergency stop as the machine’s manual says. Search hook, plate, cloth and
        backing.
      </p>
      <p className="mt-1 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={() => actions.fragments(event, true)}>
          All fragments found
        </button>
        <button type="button" className="btn" onClick={() => actions.fragments(event, false)}>
          Not all: hold the piece
        </button>
        <RecordLink breakId={event.id} />
      </p>
    </Notice>
  );
}

/** A needle broke and no other is on record there: its stitches would go to the broken one. */
function NeedleQuestion({ seat }: { seat: Seat }) {
  const { actions, data } = useFrame();
  const { head, position, needle } = seat;
  return (
    <Notice mark="?">
      <b>
        Which needle went in at {data.machine.heads > 1 ? `head ${head}, ` : ''}position {position}, where one
        broke?
      </b>{' '}
      {needle && (
        <button
          type="button"
          className="btn"
          onClick={() => actions.fitNeedle({ head, position }, needle.spec, 'broke')}
        >
          The same kind: {needleText(needle.spec)}
        </button>
      )}{' '}
      <a className="btn" href={`/${data.machine.slug}/head?position=${position}&head=${head}`}>
        Another …
      </a>
    </Notice>
  );
}

function HeldPiece({ event }: { event: Parameters<ReturnType<typeof useFrame>['actions']['release']>[0] }) {
  const { actions, threadName } = useFrame();
  const [why, setWhy] = useState('');
  const mayRelease = useMay('release');
  return (
    <Notice mark="!">
      <form
        className="flex flex-wrap items-center gap-x-4 gap-y-2"
        onSubmit={(submit) => {
          submit.preventDefault();
          if (why.trim()) actions.release(event, why.trim());
        }}
      >
        <b className="grow">
          {capital(entrySays(event, threadName))}. Keep it away from the finished pieces.
        </b>
        <span className="flex grow gap-2 sm:grow-0">
          {mayRelease ? null : <span className="quiet self-center">A technician releases it.</span>}
          <input
            hidden={!mayRelease}
            className="input"
            aria-label="Why the piece is released"
            placeholder="fragment found in the backing"
            value={why}
            maxLength={500}
            onChange={(change) => setWhy(change.target.value)}
          />
          <button type="submit" className="btn" hidden={!mayRelease} disabled={!why.trim()}>
            Release
          </button>
          <RecordLink breakId={String(fieldOf(event, 'breakId'))} />
        </span>
      </form>
    </Notice>
  );
}

/** To the printable record of a broken needle. */
function RecordLink({ breakId }: { breakId: string }) {
  const { data } = useFrame();
  return (
    <a className="btn btn-ghost underline" href={`/${data.machine.slug}/needle-record/${breakId}`}>
      Record
    </a>
  );
}
