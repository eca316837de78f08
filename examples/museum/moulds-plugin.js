import { readdir, readFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { assetsInline, compileMould, deliver } from 'keen-mould';
import { kit } from 'keen-mould/kit';
import { buildPages, openRack, readMould } from 'keen-mould/node';
import { runtime } from 'keen-mould/runtime';

/** `<!-- cast: MOULD from CONTENT (sealed) -->` in a page. */
const marks = /<!-- cast: ([\w-]+)(?: from ([\w-]+))?( sealed)? -->/g;

/**
 * Puts casts into the pages of a Vite site: rendered while it is built, by the module form of each
 * mould; `virtual:element/NAME` is the module that defines one as a custom element.
 */
export function moulds({ folder, content, pages }) {
  let compiled = new Map();
  let out = '';
  const modules = new Map();

  /** The module of a mould, imported as a site would that has it in a file. */
  async function moduleOf(name, isSealed) {
    const key = `${name} ${isSealed}`;
    if (!modules.has(key)) {
      const { mould, maker } = compiled.get(name) ?? {};
      if (!maker) throw new Error(`There is no mould ${name} in ${folder}.`);
      const cast = maker.cast({}, { sealed: isSealed, assetAt: assetsInline([mould]) });
      const { js = '' } = deliver(cast, { form: 'module', runtime, kit }).parts;
      const address = `data:text/javascript;base64,${Buffer.from(js).toString('base64')}`;
      modules.set(key, await import(/* @vite-ignore */ address));
    }
    return modules.get(key);
  }

  async function cast(name, from, isSealed, id) {
    const text = from ? await readFile(join(content, `${from}.json`), 'utf8') : '{}';
    const { render } = await moduleOf(name, isSealed);
    const { parts, findings } = render({ id, values: JSON.parse(text) }, { form: 'placed' });
    for (const one of findings)
      if (one.level === 'error') throw new Error(`${from}.json: ${one.message}`);
    return parts;
  }

  return {
    name: 'moulds',
    configResolved({ root, build }) {
      out = resolve(root, build.outDir);
    },
    async buildStart() {
      const names = (await readdir(folder)).sort();
      const read = await Promise.all(names.map((name) => readMould(join(folder, name))));
      compiled = new Map(
        read.map(({ mould }) => [mould.manifest.name, { mould, maker: compileMould(mould) }]),
      );
      modules.clear();
    },
    resolveId: (id) => (id.startsWith('virtual:element/') ? `\0${id}` : undefined),
    load(id) {
      if (!id.startsWith('\0virtual:element/')) return undefined;
      const { mould, maker } = compiled.get(id.slice('\0virtual:element/'.length));
      const made = maker.cast({}, { sealed: true, assetAt: assetsInline([mould]) });
      return deliver(made, { form: 'element', runtime, kit }).parts.js;
    },
    transformIndexHtml: {
      order: 'pre',
      async handler(html) {
        const layout = await readFile(new URL('layout.html', import.meta.url), 'utf8');
        const [, title = ''] = /<title>(.*?)<\/title>/.exec(html) ?? [];
        const [, main = ''] = /<body>([\s\S]*)<\/body>/.exec(html) ?? [];
        const heads = new Set();
        const ends = new Set();
        let body = main;
        for (const [at, [mark, name, from, sealed]] of [...main.matchAll(marks)].entries()) {
          const parts = await cast(name, from, sealed !== undefined, `${name}-${at + 1}`);
          heads.add(parts.head);
          ends.add(parts.bodyEnd);
          body = body.replace(mark, () => parts.html);
        }
        return layout
          .replaceAll('<!-- title -->', () => title)
          .replace('<!-- head -->', () => [...heads].join(''))
          .replace('<!-- main -->', () => body.trim())
          .replace('<!-- end -->', () => [...ends].join(''));
      },
    },
    /** The branches are pages of casts, put together without a template of this site. */
    async writeBundle() {
      const built = await buildPages([pages], {
        out: join(out, 'branches'),
        rack: openRack(join(out, 'no-rack')),
        replace: true,
      });
      const [wrong] = built.findings.filter(({ level }) => level === 'error');
      if (wrong) this.error(`${wrong.file}:${wrong.line} ${wrong.message}`);
    },
  };
}
