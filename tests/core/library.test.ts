import { describe, expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { findNeeds } from '../../src/core/author/needs/find-needs.ts';
import { type ImportOptions, importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { mouldOf } from '../support/mould.ts';

const bytes = Uint8Array.of(1);
const text =
  '<p>a<script src="https://c.example/npm/dial@3.1.0/dist/dial.min.js"></script><script src="https://c.example/b.js"></script>';

function librariesWith(options: ImportOptions) {
  const { mould, findings } = importSnippet([{ name: 'a.html', text }], options);
  const assets = Object.keys(mould.files).filter((path) => path.startsWith('assets/'));
  return { libraries: mould.manifest.libraries, assets, codes: findings.map(({ code }) => code) };
}

describe('modules that a script imports', () => {
  const modules = (markup: string, options: ImportOptions = {}) => {
    const { mould } = importSnippet([{ name: 'a.html', text: markup }], options);
    return { libraries: mould.manifest.libraries, script: mould.script, template: mould.template };
  };

  it('become libraries by name and version, and the script asks for them by name', () => {
    const { libraries, script } = modules(
      `<p>a<script type="module">import { x } from "https://c.example/npm/dial@3.1.0/+esm";
import y from 'https://c.example/npm/dial@3.1.0/more/y.js'; x(y);</script>`,
    );
    expect(libraries).toEqual([
      { name: 'dial', version: '3.1.0', module: 'https://c.example/npm/dial@3.1.0/+esm' },
      {
        name: 'dial/more/y.js',
        version: '3.1.0',
        module: 'https://c.example/npm/dial@3.1.0/more/y.js',
      },
    ]);
    expect(script).toBe("import { x } from 'dial';\nimport y from 'dial/more/y.js'; x(y);\n");
  });

  it('are found by an import map, which goes', () => {
    const { libraries, script, template } = modules(
      `<script type="importmap">{ "imports": { "dial": "https://c.example/d.js", "t/": "https://c.example/t/" } }</script>
<p>a</p><script type="module">import d from 'dial'; import { e } from 't/e.js'; import f from 'f'; d(e, f);</script>`,
    );
    expect(libraries).toEqual([
      { name: 'dial', module: 'https://c.example/d.js' },
      { name: 't/e.js', module: 'https://c.example/t/e.js' },
    ]);
    expect(script).toContain("import f from 'f'");
    expect(template).toBe('<p>a</p>\n');
  });

  it('come along from files beside the snippet', () => {
    const local = (path: string) => (path === 'lib/tick.js' ? { bytes, text: '' } : undefined);
    const { libraries, script } = modules(
      "<p>a<script type=module>import { tick } from './lib/tick.js';tick()</script>",
      { local },
    );
    expect(libraries).toEqual([{ name: 'tick', module: 'assets/tick.js' }]);
    expect(script).toBe("import { tick } from 'tick';tick()\n");
  });

  it('come along with what they import in turn, from where each lies', () => {
    const files: Record<string, string> = {
      'js/app.js': "import { tick } from '../lib/tick.js';\nimport('../lib/late.js');\ntick();",
      'lib/tick.js': "import tock from './tock.js';\nexport const tick = tock;",
      'lib/tock.js': "export { tick as other } from './tick.js';\nexport default () => 1;",
    };
    const local = (path: string) => {
      const text = files[path];
      return text === undefined ? undefined : { bytes, text };
    };
    const html = '<p>a</p><script type="module" src="js/app.js"></script>';
    const { mould } = importSnippet([{ name: 'index.html', text: html }], { local });
    expect(mould.manifest.libraries).toEqual([{ name: 'tick', module: 'assets/tick.js' }]);
    expect(mould.script).toContain(`import { tick } from 'tick';\nimport("./lib/late.js");`);
    const asset = (name: string) => new TextDecoder().decode(mould.files[name] as Uint8Array);
    expect(asset('assets/tick.js')).toContain('from "./tock.js"');
    expect(asset('assets/tock.js')).toContain('from "./tick.js"');
  });
});

describe('libraries', () => {
  it('come along from a package that the project has, in the version it has', () => {
    const asked: string[] = [];
    const { libraries, assets, codes } = librariesWith({
      installed: (name, path) => {
        asked.push(`${name} ${path}`);
        return name === 'dial' ? { version: '3.4.0', bytes } : undefined;
      },
    });
    expect(asked).toEqual(['dial dist/dial.min.js']);
    expect(libraries?.[0]).toEqual({
      name: 'dial',
      version: '3.4.0',
      script: 'assets/dial.min.js',
    });
    expect(assets).toEqual(['assets/dial.min.js']);
    expect(codes).toEqual(['snippet/vendored', 'snippet/remote-file']);
  });

  it('stay where they are when the project has another major version', () => {
    const { libraries, codes } = librariesWith({ installed: () => ({ version: '4.0.0', bytes }) });
    expect(libraries?.[0]?.script).toMatch(/^https:/);
    expect(codes).toEqual(['snippet/remote-file', 'snippet/remote-file']);
  });

  it('named beside the snippet come first, or take the place of its own', () => {
    const { libraries, assets } = librariesWith({
      libraries: [
        { name: 'ease', part: 'style', from: 'https://c.example/ease.css' },
        { name: 'dial', version: '3.2.0', part: 'script', from: { fileName: 'd.js', bytes } },
      ],
    });
    expect(libraries).toEqual([
      { name: 'ease', style: 'https://c.example/ease.css' },
      { name: 'dial', version: '3.2.0', script: 'assets/d.js' },
      { name: 'b', script: 'https://c.example/b.js' },
    ]);
    expect(assets).toEqual(['assets/d.js']);
  });
});

it('a library that the page has by itself is known by its name, and no file is loaded for it', () => {
  const paste = '<p>a<script src="https://c.example/jquery@3.7.1/jquery.js"></script>';
  const libraries = [{ name: 'jquery', part: 'script' as const }];
  const { mould } = importSnippet([{ name: 'a.html', text: paste }], { libraries });
  expect(mould.manifest.libraries).toEqual([{ name: 'jquery', provides: 'jQuery' }]);
  expect(findNeeds(mould)).toMatchObject({ libraries: ['jquery'], loads: [] });
});

describe('web fonts', () => {
  it('are kept as fonts, whether a link or an import asks for them', () => {
    const sans = 'https://f.example/css2?family=Depot+Sans:wght@400;700&family=Rail%20Mono';
    const markup = `<link href="${sans.replace('&', '&amp;')}" rel="stylesheet">
<style>@import url('https://f.example/css?family=Signal|Depot+Sans');
@import "own.css";
p { font: 1em Signal }</style><p>a</p>`;
    const { mould } = importSnippet([{ name: 'a.html', text: markup }]);
    const signal = 'https://f.example/css?family=Signal|Depot+Sans';
    expect(mould.manifest.fonts).toEqual([
      { family: 'Depot Sans', style: sans },
      { family: 'Rail Mono', style: sans },
      { family: 'Signal', style: signal },
    ]);
    expect(mould.manifest.libraries).toBeUndefined();
    expect(mould.style).toBe('@import "own.css";\np { font: 1em Signal }\n');
    const sheets = compileMould(mould)
      .cast()
      .libraries.map(({ style }) => style);
    expect(sheets).toEqual([sans, signal]);
  });
});

describe('an embed code', () => {
  it.each([
    '<iframe src="https://films.example/tram" title="Film"></iframe>',
    '<script async src="https://widgets.example/board.js"></script>',
    '<p>Board</p>\n<script src="https://widgets.example/board.js" data-stop="mill"></script>',
  ])('stays in the markup: %s', (text) => {
    const { mould } = importSnippet([{ name: 'a.html', text }]);
    expect(mould.template.trim()).toBe(text);
    expect(mould.manifest.libraries).toBeUndefined();
    expect(checkMould(mould).map(({ code }) => code)).toEqual(['address/remote']);
  });

  it('is none where a script is a library, or runs on markup of the snippet', () => {
    const urls = ['https://c.example/dial@3.1.0/dial.js', 'https://c.example/b.js'];
    const text = `<p>a</p>${urls.map((url) => `<script src="${url}"></script>`).join('')}`;
    const { mould } = importSnippet([{ name: 'a.html', text }]);
    expect(mould.manifest.libraries).toHaveLength(2);
    expect(mould.template).toBe('<p>a</p>\n');
  });
});

it('a sheet that is given brings the fonts and pictures it names, and is not called remote any more', () => {
  const files: Readonly<Record<string, string>> = {
    'webfonts/i.woff2': 'font',
    'css/dot.svg': '<svg/>',
  };
  const beside = (path: string) =>
    files[path] === undefined
      ? undefined
      : { bytes: new TextEncoder().encode(files[path]), text: files[path] };
  const css =
    '@font-face { font-family: I; src: url(../webfonts/i.woff2) } .i { background: url("dot.svg") }';
  const from = {
    fileName: 'all.css',
    bytes: new TextEncoder().encode(css),
    path: 'css/all.css',
    beside,
  };
  const text =
    '<link rel="stylesheet" href="https://c.example/icons@6.1.0/css/all.css"><i class="i"></i>';
  const { mould, findings } = importSnippet([{ name: 'a.html', text }], {
    libraries: [{ name: 'icons', version: '6.1.0', part: 'style', from }],
  });
  expect(Object.keys(mould.files).sort()).toEqual([
    'assets/all.css',
    'assets/dot.svg',
    'assets/i.woff2',
    'snippet/a.html',
  ]);
  const sheet = new TextDecoder().decode(mould.files['assets/all.css'] as Uint8Array);
  expect(sheet).toContain('url(assets/i.woff2)');
  expect(mould.manifest.libraries).toEqual([
    { name: 'icons', version: '6.1.0', style: 'assets/all.css' },
  ]);
  expect(findings.map(({ code }) => code)).not.toContain('snippet/remote-file');
  expect(compileMould(mould).findings.map(({ code }) => code)).not.toContain('style/open-sheet');
  expect(compileMould(mould).cast({ id: 'c' }).mouldStyle).toContain('assets/i.woff2');
});

it('gives a sealed cast the type that a framework’s far sheet sets for its page', () => {
  const style = 'https://cdn.example/bootstrap/3.3.7/css/bootstrap.min.css';
  const mould = mouldOf({ template: '<p class="well">x</p>' });
  const manifest = { ...mould.manifest, libraries: [{ name: 'bootstrap', style }] };
  const compiled = compileMould({ ...mould, manifest, manifestText: JSON.stringify(manifest) });
  const { reset } = compiled.cast({ id: 'c' }, { sealed: true });
  expect(reset).toContain(':where([data-mould-root]) { font: 14px / 1.42857143');
  expect(compiled.cast({ id: 'c' }).reset).not.toContain('1.42857143');
});
