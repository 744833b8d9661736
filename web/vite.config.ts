import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig(({ mode }) => ({
  plugins: [react(), tailwindcss()],
  // The list replaces the defaults, so they stand here too; the first takes core from its source.
  resolve: { conditions: ['source-condition', 'module', 'browser', mode === 'production' ? 'production' : 'development'] },
  worker: { format: 'es' },
  build: { target: 'es2023', sourcemap: false, reportCompressedSize: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
}));
