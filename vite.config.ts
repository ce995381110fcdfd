import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  root: 'src/app',
  publicDir: 'public',
  build: { outDir: '../../dist', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 700 },
  worker: { format: 'es' },
  html: { cspNonce: '%NONCE%' },
  plugins: [
    react(),
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
        globPatterns: ['**/*.{js,css,html,svg,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 6 * 1024 * 1024,
        navigateFallback: '/index.html',
        cleanupOutdatedCaches: true,
      },
    }),
  ],
});
