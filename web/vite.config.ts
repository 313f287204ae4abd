import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { sizes } from './sizes.ts';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), sizes()],
  worker: { format: 'es' },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 1500,
    sourcemap: false,
  },
});
