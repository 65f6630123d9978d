import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  build: { target: 'es2023', outDir: 'dist/web', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': 'http://localhost:4310' } },
});
