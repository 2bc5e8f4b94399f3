import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    // The shell opens and the last data stay readable without a connection; what is recorded waits in the outbox.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: 'script',
      manifest: {
        name: 'Diatribon, the wear book',
        short_name: 'Diatribon',
        start_url: '/floor',
        display: 'standalone',
        background_color: '#faf8f3',
        theme_color: '#faf8f3',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/go\//, /^\/metrics/],
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          {
            // All but streams, files and what is too fresh to be kept. Written into the worker as it stands here.
            urlPattern: ({ url, request }) =>
              request.method === 'GET' &&
              /^\/api\//.test(url.pathname) &&
              !/^\/api\/(live|logbook\/(export|whole)|reports|export|health|presence|docs|openapi)/.test(url.pathname),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'read-api',
              expiration: { maxEntries: 400, maxAgeSeconds: 14 * 24 * 3600 },
              cacheableResponse: { statuses: [200] },
            },
          },
        ],
      },
    }),
  ],
  // The manifest tells what a first view carries.
  build: { target: 'es2022', sourcemap: false, assetsInlineLimit: 0, manifest: true },
  server: {
    proxy: {
      // With the address that the browser asked for: the server takes writes from its own pages alone.
      '/api': { target: process.env.DIATRIBON_API ?? 'http://127.0.0.1:4310', changeOrigin: false },
    },
  },
})
