import { ThemeButton } from '../../parts/frame/top/ThemeButton.tsx';
import { useAwake } from '../../parts/device/useAwake.ts';
import { momentText } from '../../parts/text.ts';
import type { Access, AccessLine, Device, FeedToken, Person, Session } from '../../schemas/people.ts';
import type { Machine } from '../../schemas/workshop.ts';
import { AccessRules } from './AccessRules.tsx';
import { Devices } from './Devices.tsx';
import { FeedTokens } from './FeedTokens.tsx';
import { PersonRows } from './PersonRows.tsx';
import { SessionRows } from './SessionRows.tsx';

interface PeopleProps {
  people: Person[];
  devices: Device[];
  tokens: FeedToken[];
  sessions: Session[];
  changes: AccessLine[];
  access: Access;
  machines: Pick<Machine, 'id' | 'name'>[];
  /** Where a device types its code. */
  addresses: string[];
  thisDevice: string | null;
  zone: string;
  now: string;
}

/** Who may do what: people and PINs, tablets and displays, feeds' tokens, who is signed in, and what of this was changed. */
export default function PeopleScreen(props: PeopleProps) {
  const { people, devices, tokens, sessions, changes, access, machines, addresses, thisDevice, zone, now } =
    props;
  useAwake();
  const when = (at: string) => momentText(at, zone, now);
  return (
    <div className="mx-auto max-w-5xl p-3 lg:p-6">
      <header className="flex flex-wrap items-center justify-between gap-3">
        <h1>People and devices</h1>
        <div className="flex flex-wrap gap-2">
          <a className="btn" href="/sign-in?then=/people">
            Sign in or out
          </a>
          <a className="btn" href="/workshop">
            Workshop
          </a>
          <ThemeButton />
        </div>
      </header>
      <AccessRules access={access} hasOwner={people.some((one) => one.role === 'owner' && one.canSignIn)} />
      <PersonRows people={people} />
      <Devices
        devices={devices}
        machines={machines}
        addresses={addresses}
        thisDevice={thisDevice}
        when={when}
      />
      <FeedTokens tokens={tokens} machines={machines} when={when} />
      <SessionRows sessions={sessions} when={when} />
      <section id="changes" className="sheet mt-4 p-4">
        <h2>What was changed</h2>
        {changes.length === 0 && <p className="quiet">Nothing yet. What is changed here is kept for good.</p>}
        <ul className="mt-1">
          {changes.map(({ seq, at, by, device, what }) => (
            <li
              key={seq}
              className="grid grid-cols-[5rem_1fr] gap-x-3 border-t py-1 rule first:border-t-0 sm:grid-cols-[7rem_1fr_auto]"
            >
              <span className="figures quiet">{when(at)}</span>
              <span className="min-w-0 break-words">{what}</span>
              <span className="quiet col-start-2 min-w-0 text-sm break-words sm:col-start-3 sm:text-base">
                {[by, device].filter(Boolean).join(', ') || 'the computer itself'}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
