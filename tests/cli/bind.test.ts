import { mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { folderWith, keenMould } from '../support/command.ts';

const paste = `<div class="stop">
  <h2>Weir Bridge</h2>
  <ul><li>Toilets</li><li>Step-free</li></ul>
  <a href="tel:01632960217">01632 960217</a>
</div>
<style>
.stop { padding: 12px; background: #1f4437 }
.stop a { color: #d8b25f }
</style>
`;

async function imported(...words: readonly string[]) {
  const folder = folderWith({ 'stop.html': paste });
  const ran = await keenMould(folder, ['import', 'stop.html', ...words]);
  const read = (name: string) => readFileSync(join(folder, 'stop', name), 'utf8');
  return { folder, ran, read };
}

it('lists what could be a field in groups, with the line and the place marked', async () => {
  const { folder, read } = await imported();
  const before = read('mould.json');
  const { status, stdout, stderr } = await keenMould(folder, ['bind', 'stop']);
  expect({ status, stdout }).toEqual({ status: 0, stdout: '' });
  expect(stderr).toContain('stop: 7 spots, 5 recommended');
  expect(stderr).toContain(`  + heading       text      Weir Bridge
      a heading
      template.html:2  <h2>Weir Bridge</h2>
                           ~~~~~~~~~~~`);
  expect(stderr).toMatch(/\n {2}\+ items +list +2 rows\n.*\n {4}\+ each row +text +Toilets\n/);
  expect(stderr).toMatch(/\nLook\n[\s\S]*\+ background +color +#1f4437\n/);
  expect(Math.max(...stderr.split('\n').map(({ length }) => length))).toBeLessThanOrEqual(80);
  expect(read('mould.json')).toBe(before);
});

it('binds what is asked for under names of one’s own, says what it replaced, and takes it back', async () => {
  const { folder, read } = await imported();
  const [json, template, style] = ['mould.json', 'template.html', 'style.css'].map(read);
  const words = ['bind', 'stop', '--take', 'heading=stop,items', '--take', 'background=tint'];
  const { status, stderr } = await keenMould(folder, words);
  expect(status).toBe(0);
  expect(stderr).toContain('stop is bound.\n  template.html:2:7  Weir Bridge\n');
  expect(stderr).toContain('tint is bound.\n  style.css:1:36  #1f4437\n');
  expect(stderr).toContain('(row 2)  <li>Step-free</li>');
  expect(read('template.html')).toContain(
    '<h2>{~stop~}</h2>\n  <ul><li km-each="items">{~items~}</li></ul>',
  );
  expect(read('style.css')).toContain('background: var(--tint)');
  expect(Object.keys(JSON.parse(read('mould.json')).fields.properties)).toEqual([
    'stop',
    'items',
    'tint',
  ]);
  for (const field of ['items', 'tint', 'stop']) {
    const dropped = await keenMould(folder, ['bind', 'stop', '--drop', field]);
    expect(dropped).toMatchObject({ status: 0 });
    expect(dropped.stderr).toContain(`${field} is restored.`);
  }
  expect(['mould.json', 'template.html', 'style.css'].map(read)).toEqual([json, template, style]);
});

it('prints one JSON document of what could be a field and of what is one', async () => {
  const { folder } = await imported('--bind');
  const { stdout, stderr } = await keenMould(folder, ['bind', 'stop', '--json']);
  expect(stderr).toBe('');
  const { spots, bound, findings } = JSON.parse(stdout);
  expect(findings).toEqual([]);
  expect(
    spots.map(({ id, recommended }: { id: string; recommended: boolean }) => [id, recommended]),
  ).toEqual([
    ['headingLevel', false],
    ['padding', false],
  ]);
  expect(
    bound.map(({ field, kind }: { field: string; kind: string }) => `${kind} ${field}`),
  ).toEqual([
    'text heading',
    'list items',
    'link telephone',
    'color background',
    'color linkColor',
  ]);
  expect(bound[2].places.map(({ replaced }: { replaced: string }) => replaced)).toEqual([
    'tel:01632960217',
    '01632 960217',
  ]);
});

it('lists the fields of an import with --bind as --fill takes them, with their values', async () => {
  const { folder, ran } = await imported('--bind');
  expect(ran.status).toBe(0);
  expect(ran.stderr).toMatch(
    /It has 5 fields:\n {2}heading +text +Weir Bridge\n {2}items +list +2 rows\n {2}items\.0 +text +Toilets\n/,
  );
  const { stdout } = await keenMould(folder, ['cast', 'stop', '--fill', 'items=["Café"]']);
  expect(stdout).toContain('<ul><li>Café</li></ul>');
});

it.each([
  [['--take', 'headig'], 'No spot is called headig. Did you mean heading?'],
  [['--take', 'heading=9'], '"9" is not a valid field name.'],
  [['--drop', 'colour'], 'No field is called colour.'],
])('refuses %j in one sentence and changes nothing', async (words, message) => {
  const { folder, read } = await imported();
  const before = read('mould.json');
  const { status, stderr } = await keenMould(folder, ['bind', 'stop', ...words]);
  expect(status).toBe(2);
  expect(stderr).toContain(message);
  expect(read('mould.json')).toBe(before);
});

it('leaves the folder that it is called in where it is, there and everywhere under it', async () => {
  const folder = folderWith({ 'stop.html': paste });
  const at = join(folder, 'stop');
  mkdirSync(at);
  const { ino } = statSync(at);
  const run = async (...words: readonly string[]) => (await keenMould(at, words)).status;
  expect(await run('import', '../stop.html', '--out', '.')).toBe(0);
  expect(await run('bind', '.', '--take', 'recommended,heading=title')).toBe(0);
  expect(await run('bind', '.', '--rename', 'title=heading')).toBe(0);
  const bound = readFileSync(join(at, 'template.html'), 'utf8');
  mkdirSync(join(at, 'assets'));
  writeFileSync(join(at, 'assets', 'own.txt'), 'mine');
  expect(await run('bind', '.', '--drop', 'heading')).toBe(0);
  expect(bound).toContain('<h2>{~heading~}</h2>');
  expect(readFileSync(join(at, 'template.html'), 'utf8')).toContain('<h2>Weir Bridge</h2>');
  expect(await run('bind', '.', '--rename', 'background=ground')).toBe(0);
  expect(readFileSync(join(at, 'style.css'), 'utf8')).toContain('background: var(--ground)');
  expect(await run('import', '../stop.html', '--out', '.', '--replace')).toBe(0);
  expect(readdirSync(at).sort()).toEqual(
    ['assets', 'mould.json', 'snippet', 'style.css', 'template.html', 'ties.json'].sort(),
  );
  expect(statSync(at).ino).toBe(ino);
});

it('says what nearly became a list or a field, and what stood in the way', async () => {
  const paste =
    '<form><p class="f"><label>Name</label><input name="who"></p><p class="f"><label>Day</label><input name="day"></p></form>\n<style>\n.f { color: #123456 }\n.f { color: #654321 }\n</style>\n';
  const folder = folderWith({ 'a.html': paste });
  await keenMould(folder, ['import', 'a.html', '--out', 'm']);
  const { status, stderr } = await keenMould(folder, ['bind', 'm', '--why']);
  expect(status).toBe(0);
  expect(stderr.trim().split('\n')).toEqual([
    'Not made into a list',
    '  2 alike: each asks for something else',
    expect.stringMatching(/^ {6}template\.html:1 {2}<form><p class="f"><label>Name/),
    expect.stringMatching(/^ +~+$/),
    '',
    'Not recommended',
    '  color: another rule of the same elements sets color again',
    '      style.css:1  .f { color: #123456 }',
    '                               ~~~~~~~',
  ]);
  const { stdout: json } = await keenMould(folder, ['bind', 'm', '--why', '--json']);
  const { nearly } = JSON.parse(json);
  expect(nearly.map(({ what, id, rows }: never) => [what, id, rows])).toEqual([
    ['list', undefined, 2],
    ['field', 'color', undefined],
  ]);
  await keenMould(folder, ['bind', 'm', '--take', 'recommended']);
  const { stderr: none } = await keenMould(folder, ['bind', 'm', '--why']);
  expect(none).toContain('Not made into a list');
});
