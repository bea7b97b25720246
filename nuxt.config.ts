import { dirname, join } from 'node:path'
import { createRequire } from 'node:module'
import { chunking } from './scripts/lib/chunks.mjs'

const { resolve } = createRequire(import.meta.url)
const fontFiles = join(dirname(resolve('@fontsource-variable/archivo/wdth.css')), 'files')

/** Which file of the page a module belongs in, once all are known. */
let chunkOf: ReturnType<typeof chunking> | undefined

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
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' },
        { rel: 'stylesheet', href: '/look.css' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
        { rel: 'apple-touch-icon', href: '/icons/icon-192.png' },
      ],
    },
  },
  css: ['~/assets/main.css'],
  // Only what a page of ours shows of the library is styled and sent.
  ui: { fonts: false, colorMode: false, experimental: { componentDetection: true } },
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
  // A page comes when it is asked for: what every link would fetch ahead weighs more than all that is read.
  experimental: { appManifest: false, defaults: { nuxtLink: { prefetch: false } } },
  hooks: {
    async 'nitro:build:public-assets'(nitro) {
      const { writeServiceWorker } = await import('./scripts/lib/serviceWorker.mjs')
      await writeServiceWorker(nitro.options.output.publicDir)
    },
    'build:manifest'(manifest) {
      for (const entry of Object.values(manifest)) {
        entry.prefetch = false
        entry.dynamicImports = []
      }
    },
  },
  compatibilityDate: '2026-11-01',
  nitro: {
    // The letters under one address, for sign-in and application alike.
    publicAssets: [{ dir: fontFiles, baseURL: '/fonts', maxAge: 31_536_000 }],
    compressPublicAssets: { gzip: true, brotli: true },
    errorHandler: '~~/server/error.ts',
    typescript: { strict: true },
    // The practice bench speaks over WebSocket.
    experimental: { websocket: true },
  },
  vite: {
    define: { __VUE_OPTIONS_API__: 'false' },
    worker: { format: 'es' },
    build: {
      rollupOptions: {
        // Nothing in these is done by importing it: a page that wants one name of them does not load the rest.
        treeshake: { moduleSideEffects: id => !/\/(core|shared)\/[^?]*\.ts$/.test(id) },
        // A hundred small files cost more to ask for than they hold; much larger, unrelated pages are merged.
        output: {
          experimentalMinChunkSize: 10_000,
          onlyExplicitManualChunks: true,
          manualChunks(id, { getModuleIds, getModuleInfo }) {
            chunkOf ??= chunking([...getModuleIds()], getModuleInfo)
            return chunkOf(id)
          },
        },
      },
    },
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
