import { entrySays, flagsOf } from '../../core/ledger/about-kinds.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { ShownEvent } from '../../parts/live/view.ts';
import { lostText, momentText } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { Story } from '../../schemas/workshop.ts';

/** What the position has been through: needles, breaks and the rest, newest first. */
export function StoryList({
  story,
  where,
}: {
  story: Story | null;
  where: { head: number; position: number };
}) {
  const { view } = useFrame();
  const { head, position } = where;
  const here = view.events.filter((event) => event.head === head && event.position === position);
  const lists: { title: string; events: ShownEvent[]; none: string }[] = [
    { title: 'Breaks', events: join(story?.breaks, here, 'breaks', 8), none: 'No break on record here.' },
    {
      title: 'Needles',
      events: join(story?.needles, here, 'needles', 6),
      none: 'No needle on record here.',
    },
    {
      title: 'Cones and notes',
      events: join(story?.others, here, 'others', 6),
      none: 'Nothing else on record here.',
    },
  ];
  return (
    <aside aria-label="Story of this position" className="flex flex-col gap-4">
      {lists.map(({ title, events, none }) => (
        <section key={title} className="sheet p-3">
          <h2 className="px-1">{title}</h2>
          {events.length === 0 && <p className="quiet px-1 text-sm">{none}</p>}
          <ol className="mt-1">
            {events.map((event) => (
              <Line key={event.id} event={event} caseGrams={story?.caseThen[event.id]?.grams ?? null} />
            ))}
          </ol>
        </section>
      ))}
    </aside>
  );
}

function Line({ event, caseGrams }: { event: ShownEvent; caseGrams: number | null }) {
  const { data, threadName } = useFrame();
  return (
    <li className="flex gap-3 border-t px-1 py-1.5 text-sm rule">
      <time className="figures quiet w-20 shrink-0" dateTime={event.at}>
        {momentText(event.at, data.zone, data.now)}
      </time>
      <span className="min-w-0 grow">
        {flagsOf(event.kind).fits
          ? entrySays(event, threadName).replace(/^(needle|cone) /, '')
          : entrySays(event, threadName)}
        {caseGrams !== null && (
          <span className="figures quiet">, case at {Number(caseGrams.toFixed(1))} g</span>
        )}
      </span>
      {event.lostMs !== null && <span className="figures quiet shrink-0">{lostText(event.lostMs)}</span>}
    </li>
  );
}

/** The story as it was read, with what has come in since. */
function join(
  read: readonly Event[] | undefined,
  fresh: readonly ShownEvent[],
  part: 'needles' | 'breaks' | 'others',
  most: number,
): ShownEvent[] {
  const byId = new Map<string, ShownEvent>((read ?? []).map((event) => [event.id, event]));
  for (const event of fresh) if (flagsOf(event.kind).story === part) byId.set(event.id, event);
  return [...byId.values()]
    .filter((event) => !event.void)
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, most);
}
