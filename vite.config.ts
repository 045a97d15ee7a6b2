import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify from 'vite-plugin-vuetify';

/** Serves the generated sample while developing, as the server does when built. */
function sampleFiles(): Plugin {
  return {
    name: 'sample-files',
    async configureServer(server) {
      const { default: express } = await import('express');
      server.middlewares.use(
        '/sample',
        express.static(fileURLToPath(new URL('sample/out', import.meta.url))) as never,
      );
    },
  };
}

/** The program is kept by the browser: it opens without the server. A new version waits until it is asked for. */
const withoutNetwork = VitePWA({
  registerType: 'prompt',
  injectRegister: false,
  manifest: {
    name: 'Aspen Ridge',
    short_name: 'Aspen Ridge',
    description: 'Maps Linux distributions to what they are built on, and records what each one changes.',
    start_url: '/',
    display: 'standalone',
    theme_color: '#1f3a34',
    background_color: '#f6f3ec',
    icons: [{ src: 'favicon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
  },
  workbox: {
    globPatterns: ['**/*.{html,js,css,woff2,wasm,svg}'],
    maximumFileSizeToCacheInBytes: 20_000_000,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//, /^\/sample\//],
    // Kept by the page (updateStore.ts); the server's is taken where it answers.
    runtimeCaching: [
      {
        urlPattern: ({ url }) => url.pathname === '/sample/catalogue.json',
        handler: 'NetworkFirst',
        options: { cacheName: 'sample' },
      },
    ],
    inlineWorkboxRuntime: true,
    sourcemap: false,
  },
});

/** Sizes of text in pixels follow the size that is set for all text (--text-scale, App.vue). */
const scaledText = {
  postcssPlugin: 'scaled-text',
  Declaration(declaration: { prop: string; value: string }) {
    const { prop, value } = declaration;
    if (prop !== 'font-size' && prop !== 'font') return;
    declaration.value = value.replace(
      /(?<![\w(])(\d*\.?\d+)px(?! \* var)/,
      'calc($1px * var(--text-scale, 1))',
    );
  },
};

export default defineConfig({
  root: 'web',
  plugins: [vue(), vuetify({ autoImport: true }), sampleFiles(), withoutNetwork],
  css: { postcss: { plugins: [scaledText] } },
  worker: { format: 'es' },
  // Mirrors are fetched by the server: run npm start beside this to have it.
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1200,
    // How long plugins take says nothing to whoever starts the program.
    rolldownOptions: { checks: { bundlerTimings: false } },
  },
});
