import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { moulds } from './moulds-plugin.js';

const here = fileURLToPath(new URL('.', import.meta.url));
const pages = ['index', 'departures', 'trams', 'tickets', 'diary', 'sounds'];

export default defineConfig({
  root: here,
  base: './',
  plugins: [
    moulds({
      folder: `${here}../../demo/moulds`,
      content: `${here}content`,
      pages: `${here}pages`,
    }),
  ],
  build: {
    target: 'es2022',
    rollupOptions: { input: pages.map((name) => `${here}${name}.html`) },
  },
});
