import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: '../src/VelvetFold.Web/wwwroot', emptyOutDir: true },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: { environment: 'jsdom', setupFiles: './src/test-setup.ts', include: ['src/**/*.test.{ts,tsx}'], testTimeout: 30_000 },
});
