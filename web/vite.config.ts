import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const FONTS = [
  '@fontsource-variable/atkinson-hyperlegible-next',
  '@fontsource-variable/noto-sans',
  '@fontsource/noto-sans-symbols-2',
];

/** The licences of the fonts, beside them. */
const fontLicences = (): Plugin => ({
  name: 'font-licences',
  generateBundle() {
    for (const font of FONTS) {
      const source = readFileSync(new URL(`../node_modules/${font}/LICENSE`, import.meta.url));
      const name = font.replace(/^.*\//, '');
      this.emitFile({ type: 'asset', fileName: `licences/${name}.txt`, source });
    }
  },
});

// What the sign-in takes, and nothing that it does not.
const FRONT_DOOR =
  /web\/src\/(features\/auth\/(FrontDoor|SignInForm|caution)|widgets\/(Field|field-problem|at-rest|lazily)|app\/(palette|kept-room|problems|owed-sign-out))|visit-engine\/reload-store|contract\/src\/(problem-kind|labels\/rules)|idb-keyval|units\/defined/;

// A dialog opens on a press: what it is made of, half of all forms, comes with the first one and not with the page.
const COMMON = /(core|contract|web)\/src(?!\/widgets\/Dialog\.tsx)/;

// Read for what they export alone, though they do not say so of themselves: a part of a form that a field refers to by name
// would else bring the whole form.
const WITHOUT_EFFECTS = /node_modules\/(@rc-component|@ant-design)\//;

export default defineConfig({
  plugins: [
    react(),
    fontLicences(),
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
      strategies: 'injectManifest',
      srcDir: 'src/workers',
      filename: 'sw.ts',
      injectManifest: {
        globPatterns: ['**/*.{js,css,html,woff2,wasm,svg}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  resolve: {
    alias: [
      {
        find: /^\.\.\/tooltip\/UniqueProvider$/,
        replacement: fileURLToPath(new URL('src/app/no-shared-tooltip.tsx', import.meta.url)),
      },
    ],
  },
  worker: { format: 'es' },
  build: {
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    // What each page fetches is held to a budget by `npm run check`.
    manifest: true,
    rolldownOptions: {
      treeshake: {
        moduleSideEffects: [{ test: WITHOUT_EFFECTS, sideEffects: false }],
      },
      output: {
        // What nearly every page needs comes in a few files, not in a hundred; all else goes with the pages that need it.
        codeSplitting: {
          groups: [
            { name: 'react', test: /node_modules\/(react|react-dom|scheduler)\//, priority: 4 },
            { name: 'door', test: FRONT_DOOR, priority: 3 },
            { name: 'common', test: COMMON, minShareCount: 40, priority: 2 },
          ],
        },
      },
    },
  },
  optimizeDeps: { include: ['antd', '@ant-design/icons', 'recharts', 'react-redux'] },
  server: {
    host: '127.0.0.1',
    proxy: { '/api': { target: process.env['API_URL'] ?? 'http://127.0.0.1:4310', ws: true } },
  },
});
