import type { Access, Principal } from '../../schemas/people.ts';
import { subscribe } from '../base/notifications.ts';

/** What was found out about a holder of tokens, and until when it is believed without looking again. */
export interface CachedPrincipal {
  asker: Principal;
  /** ms since 1970. */
  until: number;
}

interface AccessCache {
  askers: Map<string, CachedPrincipal>;
  access: { now: Access; until: number } | null;
  listeners: Set<() => void>;
  /** Whether other processes' changes are heard. */
  listening: boolean;
  /** Counts changes: what was asked for before one and comes after it is not kept. */
  changes: number;
}

/** Of this process: what answers touches past the page framework is built with it, and shares this. */
export const accessCache: AccessCache = {
  askers: new Map(),
  access: null,
  listeners: new Set(),
  listening: false,
  changes: 0,
};

/** Somebody's rights may have changed: all are looked up again, and what stays open (a live page) looks once more. */
export function forgetPrincipals(): void {
  accessCache.changes++;
  accessCache.askers.clear();
  accessCache.access = null;
  for (const listener of [...accessCache.listeners]) listener();
}

/** Calls whenever rights may have changed. Returns how to stop. */
export function onAccessChange(listener: () => void): () => void {
  accessCache.listeners.add(listener);
  return () => void accessCache.listeners.delete(listener);
}

// What was changed while nobody listened was not heard: all is looked up again then too.
subscribe('vivid_eye_access', { hear: forgetPrincipals, connected: forgetPrincipals });
