import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { catalogs } from './catalogs.plugin.ts';

/** A build in the test language, for a browser test; it is never served to anybody. */
const TEST_LANGUAGE = process.env.TEST_LANGUAGE === '1';

export default defineConfig(({ mode }) => ({
  plugins: [react(), catalogs(TEST_LANGUAGE)],
  resolve: {
    alias: { '@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js' },
    conditions: ['@elwand/source', 'module', 'browser', mode === 'production' ? 'production' : 'development'],
  },
  worker: { format: 'es', plugins: () => [catalogs(TEST_LANGUAGE)] },
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
          ],
        },
      },
    },
  },
}));
