import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { licences } from './scripts/licences.ts';

/** Two libraries ask for a module of Node's when they run there; in a page they find an empty one. */
const withoutNode = () => ({
  name: 'without-node',
  enforce: 'pre' as const,
  resolveId: (id: string) => (/^(node:)?module$/.test(id) ? '\0no-module-of-node' : null),
  load: (id: string) => (id === '\0no-module-of-node' ? 'export const createRequire = undefined; export default {};' : null),
});

export default defineConfig({
  root: 'src/app',
  publicDir: 'public',
  build: { outDir: '../../dist', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
  worker: { format: 'es', plugins: () => [withoutNode()] },
  html: { cspNonce: '%NONCE%' },
  plugins: [
    withoutNode(),
    react(),
    licences(),
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Shuttlecraft',
        short_name: 'Shuttlecraft',
        description: 'Plans, patches and proves multi-microphone recordings.',
        theme_color: '#12181b',
        background_color: '#12181b',
        display: 'standalone',
        icons: [{ src: 'icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,txt,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 6 * 1024 * 1024,
        navigateFallback: '/index.html',
        cleanupOutdatedCaches: true,
      },
    }),
  ],
});
