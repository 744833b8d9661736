import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

/** What draws charts, and what writes CSV: fetched by the few views that do, and by those with charts when the first comes into view. */
const OF_FEW =
  /node_modules.(recharts|victory-vendor|d3-[a-z-]+|internmap|@reduxjs|react-redux|redux|redux-thunk|immer|reselect|decimal\.js-light|es-toolkit|eventemitter3|react-is|clsx|tiny-invariant|papaparse)[\\/]|core.src.(logged.csv-text|format)/;
const isOfMany = (id: string) => !OF_FEW.test(id);

export default defineConfig(({ mode }) => ({
  // Compressed once, as far as it goes; the server sends these. The smallest files gain nothing.
  plugins: [react(), tailwindcss(), compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css)$/, threshold: 512 })],
  // The list replaces the defaults, so they stand here too; the first takes core from its source.
  resolve: { conditions: ['source-condition', 'module', 'browser', mode === 'production' ? 'production' : 'development'] },
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    sourcemap: false,
    reportCompressedSize: false,
    // What most views share is in two files in place of dozens: each file has headers, and compresses by itself.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'common', test: isOfMany, minShareCount: 10, priority: 3 },
            { name: 'stages', test: isOfMany, minShareCount: 6, priority: 2 },
            { name: 'bench-line', test: /core.src.(bench-line|in-line)/, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
}));
