import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [react(), compression({ algorithms: ['brotliCompress'], threshold: 512 })],
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false },
  server: { host: '127.0.0.1', port: 4170, proxy: { '/api': 'http://127.0.0.1:4171' } },
});
