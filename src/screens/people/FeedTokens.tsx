import { AddField } from '../../parts/store/AddForm.tsx';
import type { FeedToken, FeedTokenNew } from '../../schemas/people.ts';
import type { Machine } from '../../schemas/workshop.ts';
import { NotAllowed } from '../../parts/people/NotAllowed.tsx';
import { useAct } from './useAct.ts';
import { useMake } from './useMake.ts';

interface FeedTokensProps {
  tokens: readonly FeedToken[];
  machines: readonly Pick<Machine, 'id' | 'name'>[];
  when: (at: string) => string;
}

/** What machines and gauges tell by themselves needs a token each; it is shown once. */
export function FeedTokens({ tokens, machines, when }: FeedTokensProps) {
  const { made, make, refusal } = useMake<FeedTokenNew, { token: string }>('/api/feed-tokens', (text) => ({
    name: text('name'),
    kind: text('kind') as FeedTokenNew['kind'],
    machineId: text('machine'),
  }));
  return (
    <section id="feeds" className="sheet mt-4 p-4">
      <h2>Machines’ feeds and gauges</h2>
      <p className="quiet">
        Each sends its token as <code>Authorization: Bearer …</code>, and may tell about its own machine only.
      </p>
      <ul>
        {tokens.map((token) => (
          <TokenRow key={token.id} token={token} machines={machines} when={when} />
        ))}
      </ul>
      {made ? (
        <div role="status" className="mt-3 border-t pt-3 rule">
          <p>The token of “{made.name}”. It is shown this once: put it into the machine’s settings now.</p>
          <code className="mt-2 block border p-3 text-lg break-all rule select-all">{made.token}</code>
          <button type="button" className="btn mt-3" onClick={() => location.reload()}>
            I have it
          </button>
        </div>
      ) : (
        machines.length > 0 && (
          <form
            aria-label="Make a token"
            className="mt-3 flex flex-wrap items-end gap-2 border-t pt-3 rule"
            onSubmit={(event) => {
              event.preventDefault();
              void make(new FormData(event.currentTarget));
            }}
          >
            <AddField label="Name">
              <input name="name" className="input w-48" maxLength={60} required />
            </AddField>
            <AddField label="What it is">
              <select name="kind" className="select w-40">
                <option value="feed">machine’s feed</option>
                <option value="gauge">gauge</option>
              </select>
            </AddField>
            <AddField label="Of">
              <select name="machine" className="select w-44">
                {machines.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </AddField>
            <button type="submit" className="btn btn-primary">
              Make a token
            </button>
          </form>
        )
      )}
      <NotAllowed says={refusal} />
    </section>
  );
}

function TokenRow({
  token: { id, name, kind, machineId, madeAt },
  machines,
  when,
}: Omit<FeedTokensProps, 'tokens'> & { token: FeedToken }) {
  const { act, busy, refusal } = useAct();
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t py-2 rule first:border-t-0">
      <b className="min-w-36 grow break-words">{name}</b>
      <span className="quiet text-sm">
        {kind === 'feed' ? 'feed' : 'gauge'} of{' '}
        {machines.find((one) => one.id === machineId)?.name ?? 'a machine'} · made {when(madeAt)}
      </span>
      <button
        type="button"
        className="btn"
        disabled={busy}
        onClick={() => void act('DELETE', `/api/feed-tokens/${id}`, {})}
      >
        Take back
      </button>
      <NotAllowed says={refusal} />
    </li>
  );
}
