import { build } from 'esbuild'

await build({
  entryPoints: ['src/main.ts', 'src/archive-thread.ts'],
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
})
