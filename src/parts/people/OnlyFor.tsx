import { useEffect, useState, type ReactNode } from 'react';
import { rights, type Right } from '../../core/people/rights.ts';
import { useMay } from './rights.tsx';

/** What only some may change: the others see it, and can press nothing in it. */
export function OnlyFor({ right, children }: { right: Right; children: ReactNode }) {
  const may = useMay(right);
  const [here, setHere] = useState('/');
  useEffect(() => setHere(location.pathname + location.search), []);
  if (may) return children;
  return (
    <>
      <p className="no-print border-b px-3 py-2 rule lg:px-5">
        To read only: changing this needs {rights[right].needs}.{' '}
        <a className="underline" href={`/sign-in?then=${encodeURIComponent(here)}`}>
          Sign in
        </a>
      </p>
      <fieldset disabled className="contents">
        {children}
      </fieldset>
    </>
  );
}
