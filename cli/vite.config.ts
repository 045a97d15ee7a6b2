/** Builds the command: one file for each verb, with what it needs of packages inside, so that it starts at once. */
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';

const root = fileURLToPath(new URL('..', import.meta.url));

/** The commands are part of the program: what would run others as commands is not loaded, which takes about as long as all the rest of it. */
const noOtherPrograms: Plugin = {
  name: 'no-other-programs',
  enforce: 'pre',
  resolveId: (id, importer) =>
    id === 'node:child_process' && importer?.includes('/commander/') ? '\0no-other-programs' : null,
  load: (id) => (id === '\0no-other-programs' ? 'export default {};' : null),
};

export default defineConfig({
  root,
  plugins: [noOtherPrograms],
  build: {
    ssr: 'cli/main.ts',
    outDir: 'dist/cli',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      output: {
        // Names stay, for what is told of a fault; comments, spaces and dead code go.
        minify: { compress: true, mangle: false, codegen: { removeWhitespace: true } },
        // Node loads these sooner than modules.
        format: 'cjs',
        entryFileNames: '[name].cjs',
        chunkFileNames: 'assets/[name]-[hash].cjs',
      },
    },
  },
  ssr: {
    noExternal: true,
    // These find their WebAssembly beside themselves.
    external: ['node-liblzma/wasm', '@bokuweb/zstd-wasm'],
  },
});
