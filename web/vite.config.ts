import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
    // The application itself is kept in the browser, so that a reload without a network opens it; nothing of any client.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Tidy Quill',
        short_name: 'Tidy Quill',
        description: 'Plans and records laser hair and tattoo removal',
        display: 'standalone',
        start_url: '/',
        theme_color: '#22303C',
        background_color: '#F4F0E6',
        icons: [{ src: '/quill.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,wasm,svg}'],
        navigateFallback: '/index.html',
        // A client's own pages are never kept on a phone.
        navigateFallbackDenylist: [/^\/(api|answer|diary|healthz)/],
        cleanupOutdatedCaches: true,
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  worker: { format: 'es' },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  optimizeDeps: { include: ['antd', '@ant-design/icons', 'recharts', 'react-redux'] },
  server: {
    host: '127.0.0.1',
    proxy: { '/api': { target: process.env['API_URL'] ?? 'http://127.0.0.1:4310', ws: true } },
  },
});
