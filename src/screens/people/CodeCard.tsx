import { useEffect, useState } from 'react';
import { clockText } from '../../parts/text.ts';
import { useQrPicture } from '../../parts/useQrPicture.ts';

export interface MadeCode {
  code: string;
  endsAt: string;
  name: string;
}

/** The code of one device, to be typed or to be read by its camera, until it is used or over. */
export function CodeCard({
  made: { code, endsAt, name },
  addresses,
  onEnd,
}: {
  made: MadeCode;
  addresses: readonly string[];
  onEnd: () => void;
}) {
  const [left, setLeft] = useState(() => Date.parse(endsAt) - Date.now());
  const picture = useQrPicture(`${addresses[0]}/let-in#${code}`);
  useEffect(() => {
    const timer = setInterval(() => setLeft(Date.parse(endsAt) - Date.now()), 1000);
    return () => clearInterval(timer);
  }, [endsAt]);
  const isOver = left <= 0;
  return (
    <div role="status" className="mt-3 flex flex-wrap items-start gap-5 border-t pt-4 rule sm:flex-nowrap">
      {picture && !isOver && (
        <img src={picture} alt={`Code of ${addresses[0]}/let-in`} width="200" height="200" />
      )}
      <div className="min-w-0 grow">
        <p className="quiet">For “{name}”</p>
        <p className="figures text-5xl font-bold tracking-[0.12em]" data-code={code}>
          {isOver ? '—' : `${code.slice(0, 4)} ${code.slice(4)}`}
        </p>
        <p className="mt-2">
          {isOver ? 'This code is over.' : `Lets one device in, for ${clockText(left)} min.`}
        </p>
        <p className="quiet mt-1">
          On the device open{' '}
          <b className="wrap-anywhere">{addresses.map((at) => `${at}/let-in`).join(' or ')}</b> and type it,
          or read the picture. A tablet that never was here begins at{' '}
          <a className="underline" href="/trust">
            Let a tablet in
          </a>
          .
        </p>
        <button type="button" className="btn mt-3" onClick={onEnd}>
          Done
        </button>
      </div>
    </div>
  );
}
