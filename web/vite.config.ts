import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  optimizeDeps: { include: ['antd', '@ant-design/icons', 'recharts', 'react-redux'] },
  server: {
    host: '127.0.0.1',
    proxy: { '/api': { target: process.env['API_URL'] ?? 'http://127.0.0.1:4310', ws: true } },
  },
});
