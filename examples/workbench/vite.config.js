import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const manifest = new URL('../../package.json', import.meta.url);
const { exports } = JSON.parse(readFileSync(manifest, 'utf8'));

/** Within this repository the package is found by its own name; elsewhere npm puts it in place. */
const ownPackage = {
  name: 'own-package',
  enforce: 'pre',
  resolveId(id) {
    const [, path] = /^keen-mould(\/.*)?$/.exec(id) ?? [id, null];
    return path === null
      ? null
      : fileURLToPath(new URL(exports[`.${path ?? ''}`].default, manifest));
  },
};

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  base: './',
  plugins: [ownPackage],
  build: { target: 'es2022', chunkSizeWarningLimit: 1500 },
});
