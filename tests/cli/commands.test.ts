import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demo, folderWith, folderWithRail, keenMould } from '../support/command.ts';

const rail = join(demo, 'snippets', 'notice-rail.html');

describe('import', () => {
  it('makes a mould folder with the paste kept byte for byte', async () => {
    const folder = folderWith();
    const { status, stdout, stderr } = await keenMould(folder, ['import', rail]);
    expect({ status, stdout }).toEqual({ status: 0, stdout: '' });
    expect(stderr).toContain('notice-rail was created from');
    expect(readdirSync(join(folder, 'notice-rail')).sort()).toEqual([
      'mould.json',
      'script.js',
      'snippet',
      'style.css',
      'template.html',
    ]);
    const kept = readFileSync(join(folder, 'notice-rail', 'snippet', 'notice-rail.html'));
    expect(kept.equals(readFileSync(rail))).toBe(true);
  });

  it('keeps bytes that are no UTF-8, and reads them as a browser would', async () => {
    const folder = folderWith();
    const bytes = Buffer.from('<p>Caf\xe9</p>', 'latin1');
    writeFileSync(join(folder, 'a.html'), bytes);
    await keenMould(folder, ['import', 'a.html']);
    expect(readFileSync(join(folder, 'a/snippet/a.html')).equals(bytes)).toBe(true);
    expect(readFileSync(join(folder, 'a/template.html'), 'utf8')).toBe('<p>Café</p>\n');
  });

  it('takes standard input, and panes, and prints one JSON document with --json', async () => {
    const folder = folderWith({ 'a.css': 'p { color: red }' });
    const words = ['import', '--html', '-', '--css', 'a.css', '--name', 'tram', '--json'];
    const { status, stdout, stderr } = await keenMould(folder, words, '<p>Tram</p>');
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    expect(JSON.parse(stdout)).toEqual({
      mould: 'tram',
      name: 'tram',
      files: ['mould.json', 'template.html', 'style.css', 'snippet/snippet.html', 'snippet/a.css'],
      libraries: [],
      findings: [],
      dropped: [],
      fields: 0,
    });
  });

  it('takes a page saved in a folder, with what it shows and loads from beside it', async () => {
    const folder = folderWith();
    const site = join(folder, 'site');
    mkdirSync(join(site, 'parts'), { recursive: true });
    writeFileSync(join(folder, 'secret.svg'), '<svg/>');
    const files = {
      'index.html':
        '<link rel=stylesheet href="parts/a.css"><img src="parts/a%20b.svg?1"><img src="../secret.svg"><script src="parts/a.js"></script>',
      'parts/a.css': 'img { background: url("a b.svg") }',
      'parts/a.js': 'go()',
      'parts/a b.svg': '<svg/>',
    };
    for (const [name, text] of Object.entries(files)) writeFileSync(join(site, name), text);
    const { stdout } = await keenMould(folder, ['import', 'site', '--out', 'm', '--json']);
    expect(JSON.parse(stdout).files).toEqual([
      'mould.json',
      'template.html',
      'style.css',
      'script.js',
      'assets/a b.svg',
      'snippet/parts/a.css',
      'snippet/parts/a.js',
      'snippet/index.html',
    ]);
    const read = (name: string) => readFileSync(join(folder, 'm', name), 'utf8');
    expect(read('template.html')).toBe('<img src="assets/a%20b.svg?1"><img src="../secret.svg">\n');
    expect(read('style.css')).toBe('img { background: url("assets/a%20b.svg") }\n');
    expect(read('script.js')).toBe('go()\n');
  });

  it('takes libraries by address and from files, and from packages of the project', async () => {
    const folder = folderWith({
      'a.html': '<p>a<script src="https://c.example/npm/dial@3.1.0/d.js"></script>',
      'ease.css': 'a { }',
    });
    mkdirSync(join(folder, 'node_modules/dial'), { recursive: true });
    writeFileSync(join(folder, 'node_modules/dial/package.json'), '{ "version": "3.1.9" }');
    writeFileSync(join(folder, 'node_modules/dial/d.js'), 'dial()');
    const named = [
      '--library',
      'ease@2.0.0=ease.css',
      '--library',
      'https://c.example/tilt@1.0.0/t.js',
    ];
    const { stdout } = await keenMould(folder, ['import', 'a.html', ...named, '--json']);
    expect(JSON.parse(stdout).libraries).toEqual([
      { name: 'ease', version: '2.0.0', style: 'assets/ease.css' },
      { name: 'tilt', version: '1.0.0', script: 'https://c.example/tilt@1.0.0/t.js' },
      { name: 'dial', version: '3.1.9', script: 'assets/d.js' },
    ]);
    expect(readFileSync(join(folder, 'a/assets/d.js'), 'utf8')).toBe('dial()');
  });

  it('never overwrites, and leaves nothing half-written', async () => {
    const folder = folderWith({ 'a.html': '<p>a</p>' });
    await keenMould(folder, ['import', 'a.html']);
    writeFileSync(join(folder, 'a/template.html'), '<p>mine</p>');
    const { status, stderr } = await keenMould(folder, ['import', 'a.html']);
    expect({ status, stderr }).toMatchObject({ status: 2 });
    expect(stderr).toContain('a already exists.');
    expect(readFileSync(join(folder, 'a/template.html'), 'utf8')).toBe('<p>mine</p>');
    expect(readdirSync(folder).sort()).toEqual(['a', 'a.html']);
  });
});

describe('cast', () => {
  it('prints the block alone on standard output', async () => {
    const folder = folderWithRail();
    const words = ['cast', 'notice-rail', '--fill', 'heading=A & B', '--id', 'top'];
    const { status, stdout, stderr } = await keenMould(folder, words);
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    expect(stdout).toMatch(
      /^<!-- Notice rail \(notice-rail 1\.0\.0\), by Brindle Vale Tramway, licence MIT -->\n<style>/,
    );
    expect(stdout).toContain('<h2 class="rail__title">A &amp; B</h2>');
  });

  it('fills from files and paths in turn, the later winning', async () => {
    const folder = folderWithRail();
    const sunday = join(demo, 'casts', 'summer-sunday.json');
    writeFileSync(join(folder, 'v.json'), '{ "heading": "From a file", "date": "Today" }');
    const fills = [sunday, 'heading=By path', 'v.json', 'out.0.to.text=Top field'];
    const words = ['cast', 'notice-rail', ...fills.flatMap((one) => ['--fill', one]), '--json'];
    const { stdout } = await keenMould(folder, words);
    const { id, form, parts, findings } = JSON.parse(stdout);
    expect({ id, form, findings }).toEqual({ id: 'summer-sunday', form: 'block', findings: [] });
    expect(parts.html).toContain('>From a file</h2>');
    expect(parts.html).toContain('>Top field <small');
    expect(parts.html).toContain('href="/stops/quarry-end"');
  });

  it('reads a cast that names its mould, and writes a whole document', async () => {
    const folder = folderWithRail();
    const cast = { format: 1, mould: 'notice-rail', values: { notice: 'Car 7 is back' } };
    writeFileSync(join(folder, 'cast.json'), JSON.stringify(cast));
    const words = ['cast', 'cast.json', '--document', '--out', 'page.html'];
    expect(await keenMould(folder, words)).toMatchObject({ status: 0, stdout: '' });
    const page = readFileSync(join(folder, 'page.html'), 'utf8');
    expect(page).toMatch(/^<!doctype html>/);
    expect(page).toContain('<p class="rail__notice">Car 7 is back</p>');
    expect(await keenMould(folder, words)).toMatchObject({ status: 2 });
    expect(await keenMould(folder, [...words, '--replace'])).toMatchObject({ status: 0 });
  });

  it('with a value refused is done with the default, and says so by status 1', async () => {
    const folder = folderWithRail();
    writeFileSync(join(folder, 'v.json'), '{\n  "speed": 900\n}');
    const { status, stdout, stderr } = await keenMould(folder, [
      'cast',
      'notice-rail',
      '--fill',
      'v.json',
    ]);
    expect(status).toBe(1);
    expect(stdout).toContain('"speed":40');
    expect(stderr).toContain(
      'Speed must be at most 200, but the value is 900. The default is used.',
    );
    expect(stderr).toContain('v.json:2:12');
  });
});

describe('what cannot be carried out is one sentence, status 2, and nothing on disk', () => {
  const cases: [words: string[], said: string][] = [
    [['import', 'none.html'], 'There is no file none.html.'],
    [['import', '.'], '. has several HTML files and no index.html: a.html, empty.html, zero.html.'],
    [['import', 'empty.html'], 'This paste is empty.'],
    [['import', 'zero.html'], 'zero.html is not a text file: it contains NUL bytes.'],
    [['import'], 'No file was given.'],
    [
      ['import', 'a.html', '--library', 'dial'],
      '--library must be an address, NAME@VERSION=FILE or NAME=page, not dial.',
    ],
    [['import', 'a.html', '--page-styles', 'all'], '--page-styles must be root or drop, not all.'],
    [['import', 'a.html', '--name', '9 lives'], 'The name "9 lives" must begin with a letter'],
    [['import', 'a.html', '--out', 'a.html/b'], 'cannot be written: part of its path is a file'],
    [['import', 'a.html', '--nmae', 'x'], "Unknown option '--nmae'; did you mean --name?"],
    [['improt'], "Unknown command 'improt'; did you mean import?"],
    [['cast'], "Missing required argument 'MOULD|CAST.json'."],
    [['cast', 'none'], 'There is no file none.'],
    [['cast', '.'], '. is not a mould: it has no mould.json.'],
    [['cast', 'values.json'], 'values.json does not name a mould, so it is not a cast'],
    [
      ['cast', 'notice-rail', '--fill', 'headnig=a'],
      'No field is called headnig. Did you mean heading?',
    ],
    [
      ['cast', 'notice-rail', '--fill', 'heading'],
      '--fill heading is neither PATH=VALUE nor an existing file.',
    ],
    [
      ['cast', 'notice-rail', '--fill', 'broken.json'],
      'a property name in double quotes is expected',
    ],
    [['cast', 'notice-rail', '--id', 'a b'], 'A cast cannot have the id "a b".'],
    [
      ['cast', 'notice-rail', '--as', 'blok'],
      'Unknown form blok. Use one of block, panes, placed, frame, element, module, pack.',
    ],
    [['proof', 'notice-rail', '--widths', '360,wide'], '--widths must be whole numbers'],
    [['proof', 'notice-rail', '--out', 'mine'], 'mine contains files that are not from a proof'],
    [
      ['preview', 'notice-rail', '--port', 'x'],
      '--port must be a whole number from 0 to 65535, not x.',
    ],
    [['preview', '.'], '. is not a mould'],
  ];
  // Each leaves the folder as it was, so that all can have the same one.
  let folder: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'keen-mould-'));
    cpSync(join(demo, 'moulds/notice-rail'), join(folder, 'notice-rail'), { recursive: true });
    const files = {
      'a.html': '<p>a</p>',
      'empty.html': ' \n',
      'zero.html': 'a\0b',
      'values.json': '{}',
      'broken.json': '{ "a": 1, }',
    };
    for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
    await keenMould(folder, ['import', 'a.html', '--name', 'mine']);
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  it.each(cases)('keen-mould %j', async (words, said) => {
    const before = readdirSync(folder, { recursive: true }).sort();
    const [{ status, stdout, stderr }, json] = await Promise.all([
      keenMould(folder, words),
      keenMould(folder, [...words, '--json']),
    ]);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    // Lines are broken to the width of the terminal.
    expect(stderr.replace(/\n {8}/g, ' ')).toContain(said);
    expect(readdirSync(folder, { recursive: true }).sort()).toEqual(before);
    expect(JSON.parse(json.stdout).findings[0].message).toContain(said);
  });

  it('a mould that is broken is reported with the lines around the place, by status 1', async () => {
    const folder = folderWithRail();
    const template = join(folder, 'notice-rail/template.html');
    writeFileSync(template, '<section>\n  {~hedaing~}\n</section>');
    const { status, stdout, stderr } = await keenMould(folder, ['cast', 'notice-rail']);
    expect({ status, stdout }).toEqual({ status: 1, stdout: '' });
    expect(stderr).toContain(`notice-rail/template.html:2:3
        1 | <section>
        2 |   {~hedaing~}
          |   ^
        3 | </section>
        Declare it under fields in mould.json, or correct the path.
        template/unknown-field`);
  });
});

it('help fits 80 columns, and names every command', async () => {
  const { status, stdout } = await keenMould(folderWith(), ['--help']);
  expect(status).toBe(0);
  for (const name of ['import', 'cast', 'preview', 'proof', 'demo']) expect(stdout).toContain(name);
  expect(Math.max(...stdout.split('\n').map((line) => line.length))).toBeLessThanOrEqual(80);
});

describe('demo', () => {
  it('makes all it says in the next free folder, and prints it in a few lines', async () => {
    const folder = folderWith({ 'keen-mould-demo': 'mine' });
    const { status, stderr } = await keenMould(folder, ['demo']);
    expect(status).toBe(0);
    expect(readFileSync(join(folder, 'keen-mould-demo'), 'utf8')).toBe('mine');
    const made = ['imported', 'found', 'notice-rail', 'summer-sunday.html', 'proof/sheet.png'];
    made.push('pages/visit.html');
    for (const path of made) {
      expect(stderr).toContain(`keen-mould-demo-2/${path}`);
      expect(existsSync(join(folder, 'keen-mould-demo-2', path))).toBe(true);
    }
    expect(stderr.split('\n').length).toBeLessThan(32);
    const { shots } = JSON.parse(
      readFileSync(join(folder, 'keen-mould-demo-2/proof/facts.json'), 'utf8'),
    );
    expect(shots.map(({ width }: { width: number }) => width)).toEqual([360, 768, 1280]);
    for (const shot of shots) {
      expect(shot).toMatchObject({ overflow: [], consoleErrors: [], failedRequests: [] });
    }
  });
});
