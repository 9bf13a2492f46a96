import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', 'nuxt-security', '@nuxt/eslint'],
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { autoImport: true },
  // Public pages are rendered on the server and work without script; the application behind the sign-in is not.
  routeRules: { '/**': { ssr: false }, '/sign-in': { ssr: true } },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Clear Quill',
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'robots', content: 'noindex' },
      ],
    },
  },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' } },
  typescript: { strict: true, tsConfig: { include: ['../core/**/*.d.ts'], compilerOptions: { noUncheckedIndexedAccess: true, noImplicitOverride: true } } },
  nitro: { preset: 'node-server', compressPublicAssets: true, typescript: { strict: true, tsConfig: { include: ['../core/**/*.d.ts'] } } },
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
      // The default, no-referrer, makes browsers send plain forms with `Origin: null`, which the guard refuses.
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
