import { defineConfig, passthroughImageService } from 'astro/config';
import type { AstroIntegration } from 'astro';
import type { directRequest as DirectRequest } from './src/server/app/direct.ts';
import { pathOf } from './src/server/app/request-path.ts';
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';

/**
 * Entries built beside the pages', sharing their modules: the server process (there is one queue and one pool for what it answers
 * itself and what the page framework answers), the process and threads that do heavy work, and what ./start runs.
 */
const entries = {
  serve: 'src/server/app/serve.ts',
  'picture-process': 'src/server/heavy/picture-process.ts',
  'head-plan-worker': 'src/server/heavy/head-plan-worker.ts',
  launcher: 'scripts/launcher.ts',
  'prepare-database': 'scripts/prepare-database.ts',
  'night-backup': 'ops/backup/night.ts',
};
const serverEntries: AstroIntegration = {
  name: 'vivid-server-entries',
  hooks: {
    // `astro dev` has its own server: the direct endpoints are put before it.
    'astro:server:setup': ({ server }) => {
      server.middlewares.use((request, response, next) => {
        void server.ssrLoadModule('/src/server/app/direct.ts').then(({ directRequest }) => {
          const direct = (directRequest as typeof DirectRequest)(request, pathOf(request.url ?? ''));
          if (direct) void direct.answer(response, {}, { isNear: true, isHttps: false, address: '' });
          else next();
        }, next);
      });
    },
    'astro:build:setup': ({ vite, target }) => {
      if (target !== 'server') return;
      (vite.plugins ??= []).push({
        name: 'vivid-server-entries',
        buildStart() {
          for (const [name, id] of Object.entries(entries))
            this.emitFile({ type: 'chunk', id, fileName: `${name}.mjs` });
        },
      });
    },
  },
};

/** Small, and wanted by nearly every screen: in one file. By themselves each would be a request, and the machine's screen has 136 kB. */
const basicFiles =
  /\/src\/(parts\/(text|frame\/top\/ThemeButton|SafetyLine|people\/rights|thread\/Swatch|job\/JobPicture|live\/(fresh\/keep-offline|clock|line|useNow)|device\/(useAwake|wake-lock))|core\/(needle\/life|units\/thread-count|garment\/thickness|stitches\/consumption|bobbin\/capacity|feed\/live|stitches\/usual))\.tsx?$/;
const basics = (id: string) =>
  basicFiles.test(id) || id.includes('/node_modules/uuid/') ? 'basics' : undefined;

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), serverEntries],
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
  // Pages allow the framework's own inline scripts by their hashes; server/app/headers.ts adds what it says of style attributes.
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
