import type { Session } from '../../schemas/people.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAct } from './useAct.ts';

/** Who is signed in where; each can be ended from here. */
export function SessionRows({
  sessions,
  when,
}: {
  sessions: readonly Session[];
  when: (at: string) => string;
}) {
  const { act, busy, refusal } = useAct();
  return (
    <section className="sheet mt-4 p-4">
      <h2>Signed in now</h2>
      {sessions.length === 0 && <p className="quiet">Nobody.</p>}
      <ul>
        {sessions.map(({ id, person, device, beganAt, seenAt, isThis }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t py-2 rule first:border-t-0"
          >
            <b className="min-w-36 grow">{person}</b>
            <span className="quiet text-sm">
              {device ?? 'this computer'} · since {when(beganAt)} · seen {when(seenAt)}
            </span>
            {isThis ? (
              <span className="quiet text-sm">you</span>
            ) : (
              <button
                type="button"
                className="btn"
                disabled={busy}
                onClick={() => void act('DELETE', `/api/sessions/${id}`, {})}
              >
                Sign out
              </button>
            )}
          </li>
        ))}
      </ul>
      <NotAllowed says={refusal} />
    </section>
  );
}
