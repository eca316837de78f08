import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

/** Within this repository the package is found by its own name; elsewhere npm puts it in place. */
const ownPackage = {
  name: 'own-package',
  enforce: 'pre',
  resolveId: (id) =>
    /^keen-mould(?:\/|$)/.test(id) ? fileURLToPath(import.meta.resolve(id)) : null,
};

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  base: './',
  plugins: [ownPackage],
  build: { target: 'es2022', chunkSizeWarningLimit: 1500 },
});
