import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The thread beside the server is built by itself: it is no page and no route. Packages stay packages. */
export default defineConfig({
  resolve: { alias: { $core: at('./src/core'), $lib: at('./src/lib') } },
  build: {
    ssr: at('./src/lib/server/thread/worker.ts'),
    outDir: 'build/thread',
    target: 'node20',
    rolldownOptions: { output: { entryFileNames: 'worker.js' } },
  },
});
