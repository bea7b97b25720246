export default defineNuxtConfig({
  modules: ['@nuxt/ui', '@pinia/nuxt', '@nuxt/eslint'],
  // The development server of this version wants a server entry; pages are still drawn in the browser alone.
  $development: { ssr: true, routeRules: { '/**': { ssr: false } } },
  // The plan is computed in the page; there is nothing to render before it has its set-up.
  ssr: false,
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Epiro',
      meta: [
        { name: 'description', content: 'Plans, runs and learns from high-speed studio photographs.' },
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
    },
  },
  css: ['~/assets/main.css'],
  ui: { fonts: false, colorMode: false },
  spaLoadingTemplate: 'loading.html',
  // On static files too, which no middleware sees; a worker is held by the policy of its own file.
  routeRules: {
    '/**': {
      headers: {
        'content-security-policy': "default-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'",
        'x-content-type-options': 'nosniff',
        'x-frame-options': 'DENY',
        'referrer-policy': 'no-referrer',
        'cross-origin-opener-policy': 'same-origin',
        'cross-origin-resource-policy': 'same-origin',
      },
    },
  },
  experimental: { appManifest: false },
  compatibilityDate: '2026-11-01',
  nitro: {
    compressPublicAssets: { gzip: true },
    errorHandler: '~~/server/error.ts',
    typescript: { strict: true },
    // The practice bench speaks over WebSocket.
    experimental: { websocket: true },
  },
  vite: {
    worker: { format: 'es' },
    // A hundred small files cost more to ask for than they hold.
    build: { rollupOptions: { output: { experimentalMinChunkSize: 40_000 } } },
  },
  typescript: {
    strict: true,
    tsConfig: {
      include: ['../tests/components/**/*', '../tests/stores/**/*'],
      compilerOptions: { types: ['jest', 'node'] },
    },
  },
  telemetry: false,
  icon: {
    provider: 'server',
    fallbackToApi: false,
    serverBundle: { collections: ['lucide'] },
    clientBundle: { scan: true, sizeLimitKb: 256 },
  },
})
