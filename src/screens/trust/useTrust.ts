import { useCallback, useEffect, useState } from 'react';

export type Trust = 'asking' | 'yes' | 'no';

/**
 * Whether this browser trusts the workshop's https: asked when the page opens, when it is looked at again (the certificate is installed elsewhere, in the
 * tablet's settings), and by hand.
 */
export function useTrust(address: string): { trust: Trust; ask: () => void } {
  const [trust, setTrust] = useState<Trust>('asking');
  const ask = useCallback(() => {
    setTrust('asking');
    // What it answers cannot be read and need not be: without trust there is no answer at all.
    fetch(`${address}/trust/yes`, { cache: 'no-store' }).then(
      () => setTrust('yes'),
      () => setTrust('no'),
    );
  }, [address]);
  useEffect(() => {
    ask();
    const look = () => document.visibilityState === 'visible' && ask();
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  }, [ask]);
  return { trust, ask };
}
