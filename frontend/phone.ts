import { createHash } from 'node:crypto'
import type { Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

/** What the phone keeps to open without a network: the client's page and what it loads, nothing of the clinic's. */
const kept = new Set<string>()

/** The page itself changes with what it loads. */
const build = (): string => createHash('sha256').update([...kept].sort().join()).digest('hex').slice(0, 16)

/** Notes every file that the client's page can load, with its styles and fonts. */
const notePhone: Plugin = {
  name: 'note-phone',
  generateBundle(_, bundle) {
    const chunks = Object.values(bundle).filter((one) => one.type === 'chunk')
    const reach = (file: string): void => {
      const found = bundle[file]
      if (kept.has(file) || found?.type !== 'chunk') return
      kept.add(file)
      const { importedAssets, importedCss } = found.viteMetadata ?? { importedAssets: new Set<string>(), importedCss: new Set<string>() }
      for (const one of [...importedAssets, ...importedCss]) if (!one.endsWith('.woff')) kept.add(one)
      for (const one of [...found.imports, ...found.dynamicImports]) reach(one)
    }
    const entry = chunks.find((one) => one.isEntry && one.name === 'home')
    if (entry) reach(entry.fileName)
    for (const file of Object.keys(bundle)) if (file.endsWith('.woff2')) kept.add(file)
  },
}

/** The client's side opens, reloads and plays without a network; its worker reaches nothing but /h/. */
export function phone(): Plugin[] {
  return [
    notePhone,
    ...VitePWA({
      injectRegister: null,
      manifest: false,
      scope: '/h/',
      filename: 'static/phone-worker.js',
      workbox: {
        globPatterns: ['static/assets/*'],
        globIgnores: [],
        manifestTransforms: [async (entries) => ({ manifest: entries.filter(({ url }) => url === '/h/' || kept.has(url.slice(1))).map((one) => (one.url === '/h/' ? { ...one, revision: build() } : one)) })],
        additionalManifestEntries: [{ url: '/h/', revision: '' }],
        modifyURLPrefix: { 'static/': '/static/' },
        navigateFallback: '/h/',
        navigateFallbackAllowlist: [/^\/h\//],
        runtimeCaching: [{
          urlPattern: ({ url }) => url.pathname.startsWith('/api/pictures/'), handler: 'CacheFirst',
          options: { cacheName: 'pictures', expiration: { maxEntries: 600 }, cacheableResponse: { statuses: [200] } },
        }],
        inlineWorkboxRuntime: true,
        skipWaiting: true,
        clientsClaim: true,
        cleanupOutdatedCaches: true,
        sourcemap: false,
      },
    }),
  ]
}
