/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Resolves when a long answer may be written further (scripts/serve.mjs; not under `astro dev`). */
    room?: () => Promise<void>;
  }
}
