import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig(({ mode }) => ({
  plugins: [react()],
  resolve: {
    conditions: ['@elwand/source', 'module', 'browser', mode === 'production' ? 'production' : 'development'],
  },
  worker: { format: 'es' },
  server: { port: 5173, proxy: { '/api': { target: 'http://127.0.0.1:4600' } } },
  build: {
    outDir: 'dist/app',
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
