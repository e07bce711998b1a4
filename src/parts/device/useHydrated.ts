import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** False on the server and for the page's first drawing, true from then on: for what nobody can touch before. */
export const useHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
