import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitepress';

const page = (text, link) => ({ text, link: `/${link}` });

export default defineConfig({
  title: 'Keen Mould',
  description: 'Turns a snippet of HTML, CSS and JavaScript into a reusable widget with editable fields.',
  lang: 'en',
  cacheDir: fileURLToPath(new URL('../../.cache/docs', import.meta.url)),
  outDir: fileURLToPath(new URL('../../.cache/docs-site', import.meta.url)),
  rewrites: { 'start.md': 'index.md' },
  // What is outside of docs/ is there in the repository alone.
  ignoreDeadLinks: [/^(?:\.\/)?\.\.\//, /LICENSE|CHANGELOG/],
  vue: { template: { compilerOptions: { isCustomElement: (tag) => tag.startsWith('km-') } } },
  vite: {
    resolve: {
      alias: { 'keen-mould/elements': fileURLToPath(new URL('../../dist/ui/index.js', import.meta.url)) },
    },
  },
  themeConfig: {
    search: { provider: 'local' },
    outline: { level: [2, 3] },
    sidebar: [
      {
        text: 'Begin',
        items: [
          page('Start here', ''),
          page('Guide', 'guide'),
          page('How to', 'how-to'),
          page('Examples', 'examples'),
          page('Workbench', 'workbench'),
          page('Museum', 'museum'),
        ],
      },
      {
        text: 'Widgets',
        items: [
          page('Jobs from end to end', 'jobs'),
          page('How fields are found', 'spots'),
          page('By hand', 'by-hand'),
          page('Fields', 'fields'),
          page('Bindings', 'bindings'),
          page('Preview', 'preview'),
          page('Proof', 'proof'),
          page('Delivery', 'delivery'),
          page('Pages', 'pages'),
        ],
      },
      {
        text: 'Your own product',
        items: [
          page('In your own product', 'embedding'),
          page('Form and frames, live', 'live'),
          page('Calls, one by one', 'api'),
        ],
      },
      {
        text: 'Reference',
        items: [
          page('Reference', 'reference'),
          page('Findings', 'findings'),
          page('Isolation', 'isolation'),
          page('Safety', 'safety'),
          page('Figures', 'figures'),
          page('Inside', 'inside'),
        ],
      },
    ],
  },
});
