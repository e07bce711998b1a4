/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Resolves when a long answer may be written further (scripts/serve.mjs; not under `astro dev`). */
    room?: () => Promise<void>;
  }
}

interface Window {
  /** The build's files; scripts/offline.ts puts the list into the service worker here. */
  __WB_MANIFEST: { url: string; revision: string | null }[];
}
