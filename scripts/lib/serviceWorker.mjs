// @ts-check
import { randomUUID } from 'node:crypto'
import { generateSW } from 'workbox-build'

/** Pictures of takes that a device keeps to look at without a network, small and large. */
const KEPT = { thumb: 300, full: 40 }

/**
 * Writes the worker that keeps the application on a device: its shell and scripts as they were built, pictures as they
 * are looked at. What is asked of the server is kept by the page itself (`app/services/kept.ts`). A new version waits
 * until it is asked for, so that none comes under an open run.
 *
 * @param {string} folder where the public files were built
 */
export async function writeServiceWorker(folder) {
  const { warnings } = await generateSW({
    globDirectory: folder,
    globPatterns: ['_nuxt/**/*.{js,css}', 'look.css', 'icon.svg', 'manifest.webmanifest', 'icons/*', 'recipes/*.avif'],
    additionalManifestEntries: [
      // The page of every address; with each build it is another.
      { url: '/', revision: randomUUID() },
      { url: '/fonts/archivo-latin-wdth-normal.woff2', revision: null },
    ],
    dontCacheBustURLsMatching: /^_nuxt\//,
    navigateFallback: '/',
    navigateFallbackDenylist: [/^\/api\//, /^\/sign-in/],
    cleanupOutdatedCaches: true,
    sourcemap: false,
    swDest: `${folder}/sw.js`,
    runtimeCaching: Object.entries(KEPT).map(([size, maxEntries]) => ({
      urlPattern: new RegExp(`/api/pictures/[^/]+/${size}$`),
      handler: /** @type {const} */ ('CacheFirst'),
      options: { cacheName: `pictures-${size}`, expiration: { maxEntries } },
    })),
  })
  for (const warning of warnings) console.warn(warning)
}
