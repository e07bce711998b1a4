import { useEffect, useState, type ReactNode } from 'react';
import { useAwake } from '../../parts/device/useAwake.ts';
import { systemOf, systems } from './systems.ts';
import { useTrust } from './useTrust.ts';

/** On the tablet itself: take the certificate, trust it, check, open, keep as an app. `address`: https, as this tablet reaches it. */
export default function TrustSteps({ address, fingerprint }: { address: string; fingerprint: string }) {
  useAwake();
  const { trust, ask } = useTrust(address);
  const [key, setKey] = useState(systems[0]!.key);
  useEffect(() => setKey(systemOf(navigator.userAgent).key), []);
  const system = systems.find((one) => one.key === key) ?? systems[0]!;
  const trusted = trust === 'yes';
  return (
    <ol className="mt-4 grid gap-3">
      <Step number={1} title="Take the certificate" isDone={trusted}>
        <a
          className={`btn ${trusted ? '' : 'btn-primary'}`}
          href="/trust/authority.crt"
          download="vivid-eye.crt"
        >
          Take the certificate
        </a>
        <p className="quiet mt-2">
          It can vouch only for this workshop’s own network, for no website. Its fingerprint must be the one
          on the computer’s screen:
        </p>
        <Fingerprint text={fingerprint} />
      </Step>
      <Step number={2} title="Tell the tablet to trust it" isDone={trusted}>
        <div className="flex flex-wrap gap-2" role="group" aria-label="What this tablet runs">
          {systems.map((one) => (
            <button
              key={one.key}
              type="button"
              className="btn"
              aria-pressed={one.key === key}
              onClick={() => setKey(one.key)}
            >
              {one.name}
            </button>
          ))}
        </div>
        <ul className="mt-3 grid gap-1">
          {system.trust.map((line) => (
            <li key={line} className="border-l-2 pl-3 rule">
              {line}
            </li>
          ))}
        </ul>
        <p className="quiet mt-2">Menus differ a little from version to version.</p>
      </Step>
      <Step number={3} title="Does this tablet trust it now?" isDone={trusted}>
        <div className="flex flex-wrap items-center gap-3">
          <p aria-live="polite" className="min-w-0 grow font-semibold" data-trust={trust}>
            {trust === 'yes' && '✓ Yes, it does.'}
            {trust === 'asking' && 'Asking …'}
            {trust === 'no' && '× Not yet. Go through step 2, then come back to this page.'}
          </p>
          <button type="button" className="btn" onClick={ask}>
            Check again
          </button>
        </div>
      </Step>
      <Step number={4} title="Open Vivid Eye, and type the code">
        {trusted ? (
          <>
            <a className="btn btn-primary" href={`${address}/let-in`}>
              Open {address.replace('https://', '')}
            </a>
            <p className="quiet mt-2">
              It asks once for a code. An owner’s screen shows it: Workshop, People, Let a device in.
            </p>
          </>
        ) : (
          <p className="quiet">
            When the tablet trusts it. Before that the browser warns, and nothing is kept offline.
          </p>
        )}
      </Step>
      <Step number={5} title="Keep it as an app">
        <p>{system.install}</p>
        <p className="quiet mt-1">It then opens full screen, and goes on when the network is gone.</p>
      </Step>
    </ol>
  );
}

interface StepProps {
  number: number;
  title: string;
  isDone?: boolean;
  children: ReactNode;
}
function Step({ number, title, isDone = false, children }: StepProps) {
  return (
    <li className="sheet grid grid-cols-[2.5rem_1fr] p-4">
      <span className="figures text-2xl leading-none font-bold" aria-hidden="true">
        {isDone ? '✓' : number}
      </span>
      <div className="min-w-0">
        <h2 className="mb-2">{title}</h2>
        {children}
      </div>
    </li>
  );
}

/** In groups of four pairs, as they are compared by eye. */
export function Fingerprint({ text }: { text: string }) {
  const groups = text.replaceAll(':', ' ').match(/.{1,11}( |$)/g) ?? [];
  return (
    <p
      className="figures mt-1 grid max-w-md grid-cols-2 gap-x-4 font-semibold sm:grid-cols-4"
      aria-label="Fingerprint, SHA-256"
    >
      {groups.map((group, index) => (
        <span key={index}>{group.trim()}</span>
      ))}
    </p>
  );
}
