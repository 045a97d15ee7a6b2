import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
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

export default defineConfig({
  root: 'web',
  plugins: [vue(), vuetify({ autoImport: true }), sampleFiles()],
  worker: { format: 'es' },
  // Mirrors are fetched by the server: run npm start beside this to have it.
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1200,
  },
});
