import type { Access, Asker } from '../../schemas/people.ts';

/** What was found out about a holder of tokens, and until when it is believed without looking again. */
export interface Known {
  asker: Asker;
  /** ms since 1970. */
  until: number;
}

interface KnownHere {
  askers: Map<string, Known>;
  access: { now: Access; until: number } | null;
  listeners: Set<() => void>;
  /** Whether other processes' changes are heard. */
  listening: boolean;
}

/**
 * Shared by all that is built into this process: the page framework's bundle and the one that answers touches past it (scripts/serve.mjs) are two, and what one
 * forgets the other must forget.
 */
const held = globalThis as { [key: symbol]: KnownHere | undefined };
const key = Symbol.for('vivid-eye.people');
export const known: KnownHere = (held[key] ??= {
  askers: new Map(),
  access: null,
  listeners: new Set(),
  listening: false,
});

/** Somebody's rights may have changed: all are looked up again, and what stays open (a live page) looks once more. */
export function forgetAskers(): void {
  known.askers.clear();
  known.access = null;
  for (const listener of [...known.listeners]) listener();
}

/** Calls whenever rights may have changed. Returns how to stop. */
export function onAccessChange(listener: () => void): () => void {
  known.listeners.add(listener);
  return () => void known.listeners.delete(listener);
}
