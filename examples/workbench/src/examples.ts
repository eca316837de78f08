import type { Mould } from 'keen-mould';

/** Finished moulds of the demo, in one piece that is loaded when the shelf is opened. */
const texts = import.meta.glob<string>(
  '../../../demo/moulds/*/{mould.json,template.html,style.css,script.js,samples/*.json,words/*.json,ties.json,snippet/*.{html,css,scss,js}}',
  { query: '?raw', import: 'default', eager: true },
);
const pictures = import.meta.glob<string>(
  '../../../demo/moulds/*/{assets,snippet}/**/*.{svg,wav,webm,js}',
  {
    query: '?url',
    import: 'default',
    eager: true,
  },
);

const sources = {
  'mould.json': 'manifestText',
  'template.html': 'template',
  'style.css': 'style',
  'script.js': 'script',
} as const;

/** All examples, by title. */
export async function exampleMoulds(): Promise<readonly Mould[]> {
  const folders = new Map<string, Record<string, string | Uint8Array>>();
  const put = (path: string, content: string | Uint8Array) => {
    const [, name = '', file = ''] = /moulds\/([^/]+)\/(.+)$/.exec(path) ?? [];
    folders.set(name, { ...folders.get(name), [file]: content });
  };
  for (const [path, text] of Object.entries(texts)) put(path, text);
  const fetched = Object.entries(pictures).map(async ([path, address]) => {
    const response = await fetch(address);
    put(path, new Uint8Array(await response.arrayBuffer()));
  });
  await Promise.all(fetched);
  return [...folders.values()].map(mouldOf).sort((a, b) => titled(a).localeCompare(titled(b)));
}

function mouldOf(all: Readonly<Record<string, string | Uint8Array>>): Mould {
  const parts = { manifestText: '', template: '', style: '', script: '' };
  const files: Record<string, string | Uint8Array> = {};
  for (const [path, content] of Object.entries(all)) {
    if (Object.hasOwn(sources, path))
      parts[sources[path as keyof typeof sources]] = String(content);
    else files[path] = content;
  }
  return { ...parts, manifest: JSON.parse(parts.manifestText), files };
}

function titled({ manifest }: Mould): string {
  return manifest.title ?? manifest.name;
}
