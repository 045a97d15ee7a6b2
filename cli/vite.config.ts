/** Builds the command: one file for each verb, with what it needs of packages inside, so that it starts at once. */
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const root = fileURLToPath(new URL('..', import.meta.url));

export default defineConfig({
  root,
  build: {
    ssr: 'cli/main.ts',
    outDir: 'dist/cli',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
  },
  ssr: {
    noExternal: true,
    // These find their WebAssembly beside themselves.
    external: ['node-liblzma/wasm', '@bokuweb/zstd-wasm'],
  },
});
