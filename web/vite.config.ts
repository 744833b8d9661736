import { readFileSync } from 'node:fs';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';

/** What draws charts, and what writes CSV: fetched by the few views that do, and by those with charts when the first comes into view. */
const OF_FEW =
  /node_modules.(recharts|victory-vendor|d3-[a-z-]+|internmap|@reduxjs|react-redux|redux|redux-thunk|immer|reselect|decimal\.js-light|es-toolkit|eventemitter3|react-is|clsx|tiny-invariant|react-intersection-observer|papaparse)[\\/]|web.src.shared.figures.chart-(in-view|axis)|core.src.(logged.csv-text|format)/;
const isOfMany = (id: string) => !OF_FEW.test(id);

/** What every stage needs: a specimen's workspace with all that it stands on, and the pieces that all of them are made of. */
const OF_ALL =
  /web.src.(app.(workspace|stage-outlet)|shared.kit.(disclosure|empty|fetched|level-mark|stage-header))\.tsx|node_modules.(react-dom|scheduler)[\\/]/;

/** Leaves out what writes JSON Schemas from Zod's: the server does that, and on every page it would be read for nothing. */
const withoutJsonSchemas: Plugin = {
  name: 'without-json-schemas',
  load(id) {
    if (!/zod.v4.core.(to-json-schema|json-schema-processors)\.js$/.test(id)) return null;
    const names = [...readFileSync(id, 'utf8').matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => `none as ${name}`);
    return `const none = () => () => { throw new Error('A page writes no JSON Schema.'); };\nexport { ${names.join(', ')} };`;
  },
};

export default defineConfig(({ mode }) => ({
  // Compressed once, as far as it goes; the server sends these. The smallest files gain nothing.
  plugins: [
    react(),
    tailwindcss(),
    withoutJsonSchemas,
    compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css)$/, threshold: 512 }),
  ],
  // The list replaces the defaults, so they stand here too; the first takes core from its source.
  resolve: { conditions: ['source-condition', 'module', 'browser', mode === 'production' ? 'production' : 'development'] },
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    sourcemap: false,
    reportCompressedSize: false,
    chunkSizeWarningLimit: 900,
    // One file of what all need, and one of what several do: dozens of files each have headers, and compress by themselves.
    rolldownOptions: {
      checks: { pluginTimings: false },
      output: {
        codeSplitting: {
          groups: [
            { name: 'program', test: OF_ALL, priority: 2 },
            { name: 'parts', test: isOfMany, minShareCount: 6, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
}));
