import { useState } from 'react';
import { useFrame } from '../../parts/frame/context.tsx';
import { clockNow } from '../../parts/live/clock.ts';
import { momentText } from '../../parts/text.ts';

/** Odds and minutes are learnt from closed traces; they can be begun anew, and taken up again: nothing is deleted. */
export function LearnAnew() {
  const { data, say } = useFrame();
  const { machine, zone, now } = data;
  const [since, setSince] = useState(machine.profile.learnSince ?? null);
  const change = async (learnSince: string | null) => {
    const answer = await fetch(`/api/machines/${machine.id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ profile: { learnSince } }),
    }).catch(() => null);
    if (!answer?.ok) return say('Not changed: the server does not answer. Try again.');
    setSince(learnSince);
    say(learnSince ? 'Odds and minutes are learnt anew from now on.' : 'All closed traces count again.');
  };
  return (
    <section aria-label="Learning" className="sheet flex flex-wrap items-center gap-3 p-4">
      <p className="min-w-0 grow">
        {since
          ? `Odds and minutes are learnt from traces closed since ${momentText(since, zone, now)}.`
          : 'Odds and minutes are learnt from every trace that is closed.'}
      </p>
      {since ? (
        <button type="button" className="btn min-h-12" onClick={() => void change(null)}>
          Learn from all of them again
        </button>
      ) : (
        <button
          type="button"
          className="btn min-h-12"
          onClick={() => void change(new Date(clockNow()).toISOString())}
        >
          Learn anew from now on
        </button>
      )}
    </section>
  );
}
