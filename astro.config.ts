import { defineConfig, passthroughImageService } from 'astro/config';
import type { AstroIntegration } from 'astro';
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';

/**
 * Entries built beside the pages', sharing their modules: what the server (scripts/serve.mjs) calls past the page framework
 * (there is one queue and one pool for both), the process and threads that do heavy work, and what ./start runs.
 */
const entries = {
  direct: 'src/server/http/direct.ts',
  'picture-process': 'src/server/heavy/picture-process.ts',
  'head-plan-worker': 'src/server/heavy/head-plan-worker.ts',
  launcher: 'scripts/launcher.ts',
  'prepare-database': 'scripts/prepare-database.ts',
  'night-backup': 'ops/backup/night.ts',
};
const directEntry: AstroIntegration = {
  name: 'vivid-direct-entry',
  hooks: {
    'astro:build:setup': ({ vite, target }) => {
      if (target !== 'server') return;
      (vite.plugins ??= []).push({
        name: 'vivid-direct-entry',
        buildStart() {
          for (const [name, id] of Object.entries(entries))
            this.emitFile({ type: 'chunk', id, fileName: `${name}.mjs` });
        },
      });
    },
  },
};

/** Small, and wanted by nearly every screen: in one file. By themselves each would be a request, and the machine's screen has 135 kB. */
const basicFiles =
  /\/src\/(parts\/(text|frame\/top\/ThemeButton|SafetyLine|people\/rights|thread\/Swatch|job\/JobPicture|live\/(fresh\/keep-offline|clock|line|useNow)|device\/(useAwake|wake-lock))|core\/(needle\/life|units\/thread-count|garment\/thickness|stitches\/consumption|bobbin\/capacity|feed\/live|stitches\/usual))\.tsx?$/;
const basics = (id: string) =>
  basicFiles.test(id) || id.includes('/node_modules/uuid/') ? 'basics' : undefined;

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react(), directEntry],
  // No picture is made smaller by the server: the framework's endpoint for that would fetch and scale whatever it is asked for, in this process.
  image: {
    endpoint: { route: '/_image', entrypoint: './src/pages/api/[...rest].ts' },
    service: passthroughImageService(),
  },
  devToolbar: { enabled: false },
  telemetry: false,
  // Writes are JSON only (the endpoints refuse other content types), so a foreign page cannot post a
  // form here; Astro's own form check compares against a host it cannot know behind our own server.
  security: { checkOrigin: false },
  build: { inlineStylesheets: 'never' },
  // Pages allow the framework's own inline scripts by their hashes; scripts/serve.mjs adds what it says of style attributes.
  experimental: {
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self' data:",
        "object-src 'none'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
        "form-action 'self'",
      ],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    build: { rollupOptions: { output: { manualChunks: basics } } },
    ssr: { external: ['pg', 'pino', 'postgrator', 'sharp'] },
  },
} as Parameters<typeof defineConfig>[0]);
