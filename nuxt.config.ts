import tailwindcss from '@tailwindcss/vite'
import { readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const room = (name: string) => fileURLToPath(new URL(`./${name}`, import.meta.url))

/** The addresses of the app's pages, as patterns: all others are answered with 404. */
const pagePatterns = readdirSync(room('app/pages'), { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.vue'))
  .map((file) => `/${file.replace(/\.vue$/, '')}`.replace(/\/index$/, '').replace(/\[\w+\]/g, '[^/]+') || '/')

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  modules: ['@pinia/nuxt'],
  alias: { '@core': room('core'), '@contracts': room('contracts'), '@server': room('server') },
  imports: { presets: [{ from: '@vueuse/core', imports: ['useEventListener', 'onClickOutside', 'useLocalStorage'] }] },
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  devtools: { enabled: false },
  telemetry: false,
  runtimeConfig: { pagePatterns },
  vite: { plugins: [tailwindcss()], build: { chunkSizeWarningLimit: 900, assetsInlineLimit: 0 } },
  // Types of packages that bring none.
  typescript: {
    strict: true,
    typeCheck: false,
    tsConfig: { include: ['../core/packages.d.ts', '../tests/app/**/*'] },
    sharedTsConfig: { include: ['../core/packages.d.ts'] },
  },
  // The development server looks for the entry of a server that renders, which an interface without one does not have.
  $development: {
    vite: {
      environments: { ssr: { build: { rollupOptions: { input: room('node_modules/nuxt/dist/app/entry.js') } } } },
    },
  },
  app: {
    head: {
      title: 'Ink Loom',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
    },
  },
  nitro: {
    typescript: { tsConfig: { include: ['../core/packages.d.ts'] } },
    preset: 'node-server',
    compressPublicAssets: { gzip: true, brotli: false },
    esbuild: { options: { target: 'es2022' } },
    minify: false,
    // Reached only through the “exports” of their packages, by which the tracing does not go.
    externals: {
      traceInclude: ['async-function', 'async-generator-function', 'generator-function'].map(
        (name) => `node_modules/${name}/require.mjs`,
      ),
    },
  },
  // The code of a screen is loaded when somebody turns to it, not for every link that is in view.
  hooks: {
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) file.prefetch = false
    },
  },
  experimental: {
    appManifest: false,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
})
