import { basename } from 'node:path';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The reader of barcodes is the largest part. */
const MOST_KEPT_BYTES = 3_000_000;

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [
    react(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/away',
      filename: 'serviceWorker.ts',
      // Only a phone that is paired, and whoever logs a use, has it kept: see src/away/withoutServer.ts.
      injectRegister: false,
      injectManifest: { globPatterns: ['**/*.{js,css,html,woff2,wasm,svg,png}'], maximumFileSizeToCacheInBytes: MOST_KEPT_BYTES },
      manifest: {
        name: 'Ivrak',
        short_name: 'Ivrak',
        description: 'Kits that stop bleeding: what is in them, where, and until when.',
        start_url: '/day',
        display: 'standalone',
        background_color: '#f3efe6',
        theme_color: '#17272d',
        icons: [
          { src: '/icons/mark-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icons/mark-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icons/mark-full-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
    }),
  ],
  // Scoped by their sheet and readable: tests and people find `bench_lane` in the page. Sheets have names of their own (a test holds it).
  css: { modules: { generateScopedName: (name, file) => `${basename(file).replace(/\.module\.css.*$/, '')}_${name}` } },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.IVRAK_API_PORT ?? 4800}` } },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: true,
    // What most screens share goes into one file. Cut by who needs what it is some thirty files, which browsers fetch six at a time.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'shared', minShareCount: 27 }] } } },
  },
});
