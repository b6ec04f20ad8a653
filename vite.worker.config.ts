import { join } from 'node:path';
import { defineConfig } from 'vite';

/** The thread that works out plans, one file beside the built server. */
export default defineConfig({
  ssr: { noExternal: ['@haversack/core'] },
  // what is public belongs to the pages, not to the thread
  publicDir: false,
  build: {
    ssr: 'src/lib/server/work/worker.ts',
    outDir: join(process.env.HAVERSACK_OUT ?? 'build/by-hand', 'server', 'worker'),
    emptyOutDir: true,
    rolldownOptions: { output: { entryFileNames: 'worker.mjs' }, checks: { pluginTimings: false } }
  }
});
