import { copyFileSync, mkdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import { aliases } from './aliases.mjs'

const root = fileURLToPath(new URL('.', import.meta.url))
/** What the first screen after the sign-in is made of. */
const FIRST = ['app/pages/wire.vue', 'app/layouts/default.vue'].map((file) => `${root}${file}`)
/** Lists of what there is: who imports one takes little of it. */
const LISTS = /\/(?:index|lucide-vue|headlessui\.esm)\.(?:ts|m?js)$/
/** Words that it does not say. */
const OTHER_WORDS =
  /\/shared\/((?!platform\/frameWords|reading\/words)[a-z]+\/(?:[a-z]+W|w)ords|platform\/glossary)\.ts$/

interface Graph {
  getModuleInfo: (id: string) => { importedIds: readonly string[] } | null
  getModuleIds: () => Iterable<string>
}
let ofFirst: Set<string> | null = null

/**
 * Puts what the first screen needs, and what that needs, into one file: eighty requests for a few hundred
 * bytes each cost it more than the bytes, and each had to wait for the one that names it. What other screens
 * say and show stays apart.
 */
function firstView(id: string, { getModuleInfo, getModuleIds }: Graph): string | undefined {
  if (!ofFirst) {
    ofFirst = new Set([...getModuleIds()].filter((one) => FIRST.includes(one.split('?')[0]!)))
    for (const one of ofFirst)
      if (!LISTS.test(one)) for (const next of getModuleInfo(one)?.importedIds ?? []) ofFirst.add(next)
  }
  const [, words] = OTHER_WORDS.exec(id) ?? []
  // Results and reports are read by the same screens: one file, and one request.
  const file = words?.replace('reports/', 'results/').replace('/', '-')
  return file ? `words-${file}` : ofFirst.has(id) ? 'first' : undefined
}

const VIEWER = `${root}.api-viewer`
/** Of the viewer's package two files are needed, and its licences. */
function takeViewer(): void {
  const from = dirname(createRequire(import.meta.url).resolve('swagger-ui-dist/package.json'))
  mkdirSync(VIEWER, { recursive: true })
  for (const file of [
    'swagger-ui-bundle.js',
    'swagger-ui-bundle.js.LICENSE.txt',
    'swagger-ui.css',
    'LICENSE',
  ])
    copyFileSync(`${from}/${file}`, `${VIEWER}/${file}`)
}
takeViewer()

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', 'nuxt-security', '@nuxt/eslint'],
  alias: { '#core': aliases['#core']!, '#server': aliases['#server']! },
  css: ['~/assets/main.css'],
  // What all screens are made of is there by itself; whatever belongs to a subject is imported, so that one
  // sees who knows whom.
  components: [{ path: '~/base', pathPrefix: false }],
  imports: { dirs: ['base'] },
  pinia: { storesDirs: [] },
  // Public pages are rendered on the server and work without script; the application behind the sign-in is
  // not.
  routeRules: {
    '/**': { ssr: false },
    // They work without script.
    '/sign-in': { ssr: true },
    '/forgotten': { ssr: true },
    '/new-password/**': { ssr: true },
  },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Clear Quill',
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'robots', content: 'noindex' },
        { name: 'theme-color', content: '#24365e' },
      ],
      link: [
        { rel: 'manifest', href: '/manifest.webmanifest' },
        { rel: 'icon', type: 'image/svg+xml', href: '/icons/icon.svg' },
        { rel: 'apple-touch-icon', href: '/icons/touch-180.png' },
      ],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    $client: {
      build: {
        rollupOptions: {
          output: { manualChunks: firstView },
          // Words that a screen does not say are left out of it, and so is the request for them.
          treeshake: {
            manualPureFunctions: ['inWords'],
            moduleSideEffects: (id: string) => !OTHER_WORDS.test(id),
          },
        },
      },
    },
  },
  // A screen’s script is fetched when one goes towards it, not for every link in sight.
  experimental: { defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  hooks: {
    // What other screens need is fetched when they are opened, not in the way of the first one.
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
  },
  typescript: {
    strict: true,
    tsConfig: {
      include: ['../core/**/*.d.ts'],
      compilerOptions: { noUncheckedIndexedAccess: true, noImplicitOverride: true },
    },
  },
  nitro: {
    preset: 'node-server',
    compressPublicAssets: true,
    // Drawn with in a thread, whose file no bundler of Nitro's looks at.
    externals: { traceInclude: ['node_modules/@napi-rs/canvas/index.js'] },
    // The packed browser extension, built before (scripts/extension.mjs), and what shows the interface for
    // programs.
    publicAssets: [
      { dir: `${root}.extension/packed`, baseURL: '/extension', maxAge: 0 },
      { dir: VIEWER, baseURL: '/api-viewer', maxAge: 3_600 },
    ],
    serverAssets: [{ baseName: 'report-fonts', dir: `${root}.report-fonts` }],
    typescript: { strict: true, tsConfig: { include: ['../core/**/*.d.ts'] } },
  },
  // The built server's own beginning; the development server has Nitro's.
  $production: { nitro: { entry: fileURLToPath(new URL('server/entry.ts', import.meta.url)) } },
  eslint: { config: { stylistic: false } },
  security: {
    rateLimiter: false,
    xssValidator: false,
    corsHandler: false,
    // Bodies are counted as they are read (server/body.ts); a size that a header states proves nothing.
    requestSizeLimiter: false,
    headers: {
      crossOriginEmbedderPolicy: false,
      strictTransportSecurity: false,
      // The default, no-referrer, makes browsers send plain forms with `Origin: null`, which the guard
      // refuses.
      referrerPolicy: 'same-origin',
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'base-uri': ["'none'"],
        'connect-src': ["'self'"],
        'font-src': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'object-src': ["'none'"],
        'script-src': ["'self'", "'strict-dynamic'", "'nonce-{{nonce}}'"],
        'script-src-attr': ["'none'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'worker-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
    },
  },
})
