import { defineConfig } from 'astro/config';
import type { AstroIntegration } from 'astro';
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';

/**
 * Builds two entries beside the pages', sharing their modules: server/http/direct.ts, which the server
 * (scripts/serve.mjs) calls (there is one queue and one pool for both), and the thread that reads pictures.
 */
const directEntry: AstroIntegration = {
  name: 'vivid-direct-entry',
  hooks: {
    'astro:build:setup': ({ vite, target }) => {
      if (target !== 'server') return;
      (vite.plugins ??= []).push({
        name: 'vivid-direct-entry',
        buildStart() {
          this.emitFile({ type: 'chunk', id: 'src/server/http/direct.ts', fileName: 'direct.mjs' });
          this.emitFile({
            type: 'chunk',
            id: 'src/server/artwork-thread.ts',
            fileName: 'artwork-thread.mjs',
          });
          this.emitFile({
            type: 'chunk',
            id: 'src/server/head-plan-thread.ts',
            fileName: 'head-plan-thread.mjs',
          });
        },
      });
    },
  },
};

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react(), directEntry],
  devToolbar: { enabled: false },
  telemetry: false,
  // Writes are JSON only (the endpoints refuse other content types), so a foreign page cannot post a
  // form here; Astro's own form check compares against a host it cannot know behind our own server.
  security: { checkOrigin: false },
  build: { inlineStylesheets: 'auto' },
  vite: { plugins: [tailwindcss()], ssr: { external: ['pg', 'pino', 'postgrator', 'sharp'] } },
} as Parameters<typeof defineConfig>[0]);
