import vue from '@vitejs/plugin-vue';
import { resolve } from 'node:path';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import Components from 'unplugin-vue-components/vite';
import { defineConfig } from 'vite';
import { evaluated } from './build/evaluated';
import { seatWorker } from './worker/plugin';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    evaluated('src/client/endpoints.ts'),
    seatWorker(),
    vue({ template: { compilerOptions: { isCustomElement: (tag) => tag === 'math-field' } } }),
    // Element Plus one component at a time; our own are imported by hand, so that a reader sees where they come from.
    Components({ dirs: [], dts: false, resolvers: [ElementPlusResolver({ importStyle: 'css' })] }),
  ],
  build: {
    target: 'es2022',
    manifest: true,
    // Everything comes from the server itself: the pages allow no data: addresses for fonts.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    rollupOptions: {
      input: {
        desk: resolve(import.meta.dirname, 'index.html'),
        seat: resolve(import.meta.dirname, 'seat.html'),
      },
    },
  },
  // The server takes changes from its own address only, so the page says that it comes from there.
  server: {
    proxy: {
      '/api': {
        target: 'http://127.0.0.1:4600',
        changeOrigin: true,
        headers: { origin: 'http://127.0.0.1:4600' },
      },
    },
  },
});
