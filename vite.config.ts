import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** Parts that are large and wanted by some only: the words of the dictionary. They are kept once they were asked for. */
const ON_WISH = /\/assets\/cmu-[\w-]+\.js$/;

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // A new version waits until it is asked for: nothing changes under the hand.
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Vignette',
        short_name: 'Vignette',
        description: 'Frame-by-frame character animation: drawing, timing, in-betweens, clean-up and colour.',
        lang: 'en',
        display: 'standalone',
        background_color: '#e4e2dc',
        theme_color: '#e4e2dc',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
        file_handlers: [{ action: '/', accept: { 'application/zip': ['.vignette'] } }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,webp,woff2,wasm}'],
        // The last three are parts of the PDF writer that are never asked for here.
        globIgnores: ['assets/cmu-*', 'assets/html2canvas-*', 'assets/purify*', 'assets/index.es-*'],
        maximumFileSizeToCacheInBytes: 3 * 1024 ** 2,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          { urlPattern: ON_WISH, handler: 'CacheFirst', options: { cacheName: 'dictionary' } },
          {
            urlPattern: /\/api\/demo/,
            handler: 'NetworkFirst',
            options: { cacheName: 'demo', networkTimeoutSeconds: 4 },
          },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2023', outDir: 'dist/web', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': 'http://localhost:4310' } },
});
