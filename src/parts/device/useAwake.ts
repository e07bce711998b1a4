import { useEffect } from 'react';

/** Marks the page once its effects have run: from then on keys and touches are heard. Tests wait for it. */
export function useAwake(): void {
  useEffect(() => {
    document.documentElement.dataset['awake'] = 'yes';
  }, []);
}
