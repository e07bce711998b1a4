/// <reference types="astro/client" />
import type { Principal } from './schemas/people.ts';
import type { RequestOrigin } from './server/people/credentials.ts';

declare global {
  namespace App {
    interface Locals {
      /** Resolves when a long answer may be written further (server/app/live-streams.ts; not under `astro dev`). */
      room?: () => Promise<void>;
      /** Where the request comes from: as server/app saw it, or this computer under `astro dev`. */
      from: RequestOrigin;
      /** Who asks: set by the middleware before any page or endpoint runs. */
      asker: Principal;
      /** Why a page could not be made, for the page that says so. */
      failure?: unknown;
    }
  }

  /** Paths of the build's files, and a name for this build: scripts/offline.ts puts them into the service worker. */
  const buildFiles: readonly string[];
  const buildVersion: string;
}
