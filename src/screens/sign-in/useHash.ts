import { useEffect } from 'react';

/**
 * Gives what stands behind # in the address, when the page opens and when another link of it is opened in its place, and takes it out of the address: it is a secret, and
 * stays neither there nor in the history. '' where nothing stands there when the page opens.
 */
export function useHash(take: (text: string) => void): void {
  useEffect(() => {
    const read = () => {
      const text = location.hash.slice(1);
      history.replaceState(null, '', location.pathname + location.search);
      return text;
    };
    take(read());
    const again = () => {
      const text = read();
      if (text) take(text);
    };
    addEventListener('hashchange', again);
    return () => removeEventListener('hashchange', again);
  }, [take]);
}
