import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { demo, folderWith } from '../support/command.ts';

const program = fileURLToPath(new URL('../../dist/bin/keen-mould.js', import.meta.url));

/** Every file of a folder, hidden ones too, with what it holds. */
function contentOf(folder: string): Record<string, string> {
  const paths = readdirSync(folder, { recursive: true, encoding: 'utf8' });
  const files = paths.filter((path) => statSync(join(folder, path)).isFile());
  return Object.fromEntries(
    files.map((path) => [path, readFileSync(join(folder, path), 'base64')]),
  );
}

const changing: (readonly string[])[] = [
  ['import', 'paste.html'],
  ['import', 'paste.html', '--out', 'call-out', '--replace'],
  ['bind', 'call-out', '--take', 'recommended'],
  ['bind', 'call-out', '--rename', 'tone=voice'],
  ['check', 'flawed', '--fix'],
  ['cast', 'call-out', '--out', 'a.html'],
  ['page', 'page.json', '--out', 'site'],
  ['rack', 'add', 'call-out', '--rack', 'shelf'],
];

/** A folder with pastes, moulds and a page file. */
function project(): string {
  const page = { format: 1, moulds: ['call-out'], casts: [{ mould: 'call-out', id: 'a' }] };
  const folder = folderWith({
    'paste.html': '<p class="a">Depot Gate</p><style>.a { color: red }</style>',
    'page.json': JSON.stringify(page),
  });
  cpSync(join(demo, 'moulds', 'call-out'), join(folder, 'call-out'), { recursive: true });
  mkdirSync(join(folder, 'flawed'));
  const manifest = { format: 1, name: 'flawed', version: '1.0.0', fields: { type: 'object' } };
  writeFileSync(join(folder, 'flawed/mould.json'), JSON.stringify(manifest));
  writeFileSync(join(folder, 'flawed/template.html'), '<p class=“a”>Depot Gate</p>');
  return folder;
}

it.each(changing)(
  'without room on the disk `%s %s …` says so in a sentence, and all is as it was',
  (...words) => {
    const cwd = project();
    const before = contentOf(cwd);
    // A file may be no larger than nothing, which is what a full disk comes to.
    const shell = ['-c', 'ulimit -f 0; exec "$@"', '-', process.execPath, program, ...words];
    const { status, stderr } = spawnSync('bash', shell, { cwd, encoding: 'utf8' });
    expect(stderr).toMatch(
      /^error {3}\S+ cannot be written: the\s+file\s+is\s+too\s+large\s+for\s+this\s+system\.\n/,
    );
    expect(stderr).toContain('Free some disk space');
    expect(status).toBe(2);
    expect(contentOf(cwd)).toEqual(before);
  },
);

it.each(changing)(
  'where one may not write `%s %s …` says so in a sentence, and all is as it was',
  (...words) => {
    const cwd = project();
    const before = contentOf(cwd);
    const isRoot = process.getuid?.() === 0;
    // To the superuser nothing is closed: it becomes nobody, with a program that nobody may read.
    const away = folderWith();
    const dist = program.replace(/bin\/keen-mould\.js$/, '');
    cpSync(join(dist, 'bin'), join(away, 'bin'), { recursive: true });
    cpSync(join(dist, 'generated/kit.js'), join(away, 'generated/kit.js'));
    writeFileSync(join(away, 'package.json'), '{ "type": "module", "version": "0.0.0" }');
    spawnSync('chmod', ['-R', 'a+rX', away, cwd]);
    spawnSync('chmod', ['-R', 'a-w', cwd]);
    const { status, stderr } = spawnSync(
      process.execPath,
      [join(away, 'bin/keen-mould.js'), ...words],
      { cwd, encoding: 'utf8', ...(isRoot ? { uid: 65534, gid: 65534 } : {}) },
    );
    spawnSync('chmod', ['-R', 'u+w', cwd]);
    expect(stderr).toMatch(
      /^error {3}\S+ cannot be written: you\s+do\s+not\s+have\s+permission\.\n/,
    );
    expect(stderr).toMatch(/Change\s+the\s+permissions/);
    expect(status).toBe(2);
    expect(contentOf(cwd)).toEqual(before);
  },
);

describe.each([
  ['call-out', 'import', 'paste.html', '--out', 'call-out', '--replace'],
  ['call-out', 'bind', 'call-out', '--take', 'recommended'],
  ['flawed', 'check', 'flawed', '--fix'],
])('stopped while it writes %s, `%s %s …`', (mould, ...words) => {
  /** With so much to be copied that the writing can be seen to go on. */
  const large = () => {
    const folder = project();
    mkdirSync(join(folder, mould, 'assets'), { recursive: true });
    for (let at = 0; at < 200; at += 1) {
      writeFileSync(join(folder, mould, 'assets', `${at}.txt`), 'x');
    }
    return folder;
  };

  let done: Record<string, string> | undefined;
  const whenDone = () => {
    const folder = large();
    spawnSync(process.execPath, [program, ...words], { cwd: folder });
    return contentOf(folder);
  };

  it.each([
    ['SIGINT', 130],
    ['SIGTERM', 143],
    ['SIGKILL', null],
  ] as const)('by %s leaves all as it was before, or whole', async (signal, ending) => {
    done ??= whenDone();
    const folder = large();
    const before = contentOf(folder);
    const isDraft = () => readdirSync(folder).some((name) => name.endsWith('.tmp'));
    const child = spawn(process.execPath, [program, ...words], { cwd: folder });
    let said = '';
    child.stderr.on('data', (text) => {
      said += text;
    });
    const watching = setInterval(() => {
      if (isDraft()) child.kill(signal);
    }, 1);
    const [status] = await once(child, 'close');
    clearInterval(watching);
    expect([0, ending]).toContain(status);
    // Nothing can be cleared by what is killed; it is hidden.
    const seen = Object.entries(contentOf(folder)).filter(([path]) => !path.startsWith('.'));
    expect(status === 0 ? [done] : [before, done]).toContainEqual(Object.fromEntries(seen));
    if (signal === 'SIGKILL') return;
    expect(isDraft()).toBe(false);
    if (status !== 0)
      expect(said).toContain('Stopped. Every file is either unchanged or complete.');
  });
});
