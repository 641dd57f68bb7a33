import { basename } from 'node:path';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react()],
  // Scoped by their sheet and readable: tests and people find `bench_lane` in the page. Sheets have names of their own (a test holds it).
  css: { modules: { generateScopedName: (name, file) => `${basename(file).replace(/\.module\.css.*$/, '')}_${name}` } },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.IVRAK_API_PORT ?? 4800}` } },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: true,
    // What most screens share goes into one file. Cut by who needs what it is some thirty files, which browsers fetch six at a time.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'shared', minShareCount: 22 }] } } },
  },
});
