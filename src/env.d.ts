/// <reference types="astro/client" />
import type { Asker } from './schemas/people.ts';
import type { From } from './server/people/shown.ts';

declare global {
  namespace App {
    interface Locals {
      /** Resolves when a long answer may be written further (scripts/serve.mjs; not under `astro dev`). */
      room?: () => Promise<void>;
      /** Where the request comes from: as scripts/serve.mjs saw it, or as the middleware takes it under `astro dev`. */
      from: From;
      /** Who asks: set by the middleware before any page or endpoint runs. */
      asker: Asker;
      /** Why a page could not be made, for the page that says so. */
      failure?: unknown;
    }
  }

  interface Window {
    /** The build's files; scripts/offline.ts puts the list into the service worker here. */
    __WB_MANIFEST: { url: string; revision: string | null }[];
  }
}
