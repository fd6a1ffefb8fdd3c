import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { catalogs } from './catalogs.plugin.ts';
import { noJsonSchema } from './no-json-schema.plugin.ts';

/** A build in the test language, for a browser test; it is never served to anybody. */
const TEST_LANGUAGE = process.env.TEST_LANGUAGE === '1';

/** Parts of the core that no plan takes: they come with the pages that ask for them. The sentences are parted by their own plugin. */
const AFTER_THE_PLAN = new RegExp(
  `core[\\\\/]src[\\\\/](?:${[
    '(?:reading|training|sheets|calendar|bench|sums|demo|wire|tape)/',
    'index',
    'feed/(?:hunt|directory)',
    'structure/photo',
    'planning/(?:tools|methods)',
    'materials/(?:price-list|substitutes|shelf)',
    'evaluation/(?:sign-off|record|undo|card|what-if|look-list|carry|built)',
    'document/(?:changes|copy-room|record-file|bundle)',
    'words/en-US',
  ]
    .join('|')
    .replaceAll('/', '[\\\\/]')})`,
);

const A_MONTH_SECONDS = 30 * 24 * 3600;

/**
 * What makes it installable and lets a job that was opened go on without the server: the application from the device, documents and
 * sheets from the server, or as they were last. The functions are written into the worker as they stand: they see nothing around them.
 */
const away = () =>
  VitePWA({
    injectRegister: false,
    registerType: 'prompt',
    manifest: {
      name: 'Elwand',
      short_name: 'Elwand',
      description: 'Plans a new outlet, switch or light on a circuit that is there.',
      display: 'standalone',
      start_url: '/',
      background_color: '#F5F2EA',
      theme_color: '#F5F2EA',
      icons: [
        { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
        { src: '/icon-192.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
        { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,html,svg,png}', '**/*latin-wght*.woff2'],
      maximumFileSizeToCacheInBytes: 4_000_000,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/api\//],
      cleanupOutdatedCaches: true,
      sourcemap: false,
      runtimeCaching: [
        {
          urlPattern: ({ url, sameOrigin }) =>
            sameOrigin && /^\/api\/(houses(\/[\w-]+(\/card)?)?|jobs\/[\w-]+)$/.test(url.pathname),
          handler: 'NetworkFirst',
          options: {
            cacheName: 'elwand-documents',
            expiration: { maxEntries: 400, maxAgeSeconds: A_MONTH_SECONDS },
            plugins: [
              {
                cachedResponseWillBeUsed: ({ cachedResponse }) => {
                  if (!cachedResponse) return Promise.resolve(null);
                  const headers = new Headers(cachedResponse.headers);
                  headers.set('X-Elwand-From', 'device');
                  return Promise.resolve(new Response(cachedResponse.body, { headers }));
                },
              },
            ],
          },
        },
        {
          urlPattern: ({ url, sameOrigin }) =>
            sameOrigin && /^\/api\/(jobs|houses)\/[\w-]+\/photos\/[\w-]+$/.test(url.pathname),
          handler: 'CacheFirst',
          options: {
            cacheName: 'elwand-photos',
            expiration: { maxEntries: 300, maxAgeSeconds: A_MONTH_SECONDS },
            cacheableResponse: { statuses: [200] },
          },
        },
        {
          urlPattern: ({ url, sameOrigin }) =>
            sameOrigin && /^\/api\/jobs\/[\w-]+\/sheets\.pdf$/.test(url.pathname),
          handler: 'NetworkFirst',
          options: {
            cacheName: 'elwand-sheets',
            expiration: { maxEntries: 60, maxAgeSeconds: A_MONTH_SECONDS },
          },
        },
      ],
    },
  });

export default defineConfig(({ mode }) => ({
  plugins: [react(), noJsonSchema(), catalogs(TEST_LANGUAGE), away()],
  resolve: {
    alias: { '@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js' },
    conditions: ['@elwand/source', 'module', 'browser', mode === 'production' ? 'production' : 'development'],
  },
  worker: { format: 'es', plugins: () => [noJsonSchema(), catalogs(TEST_LANGUAGE)] },
  server: { port: 5173, proxy: { '/api': { target: 'http://127.0.0.1:4600' } } },
  build: {
    outDir: TEST_LANGUAGE ? 'dist/test-language' : 'dist/app',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'react',
              test: /node_modules[\\/](react|react-dom|scheduler|react-router|@reduxjs|react-redux|redux|immer|reselect)[\\/]/,
              priority: 30,
            },
            // One file for all that a plan takes: in a hundred small ones it packs worse.
            {
              name: 'plan',
              test: (id) => /core[\\/]src[\\/]/.test(id) && !AFTER_THE_PLAN.test(id),
              priority: 20,
            },
          ],
        },
      },
    },
  },
}));
