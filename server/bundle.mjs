import { fileURLToPath } from 'node:url'

/** How the server is bundled, for building it once and for building it anew whenever it changes. */
export const bundle = {
  absWorkingDir: fileURLToPath(new URL('.', import.meta.url)),
  entryPoints: ['src/main.ts', 'src/archive-thread.ts', 'src/draw-film.ts'],
  outdir: 'dist',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  // Only our own workspace is bundled; packages are loaded from node_modules.
  plugins: [
    {
      name: 'packages-stay-outside',
      setup: ({ onResolve }) =>
        onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
          kind === 'entry-point' || path.startsWith('@unhurried/') ? undefined : { path, external: true },
        ),
    },
  ],
}
