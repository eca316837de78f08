import { spawnSync } from 'node:child_process';
import { cpSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
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

/** A folder with a paste, a mould, a page file and a rack, and a shell in which nothing can be written. */
function withoutRoom() {
  const page = { format: 1, moulds: ['call-out'], casts: [{ mould: 'call-out', id: 'a' }] };
  const folder = folderWith({
    'paste.html': '<p class="a">Depot Gate</p><style>.a { color: red }</style>',
    'page.json': JSON.stringify(page),
  });
  cpSync(join(demo, 'moulds', 'call-out'), join(folder, 'call-out'), { recursive: true });
  const run = (words: readonly string[]) =>
    // A file may be no larger than nothing, which is what a full disk comes to.
    spawnSync('bash', ['-c', 'ulimit -f 0; exec "$@"', '-', process.execPath, program, ...words], {
      cwd: folder,
      encoding: 'utf8',
    });
  return { folder, run };
}

it.each([
  ['import', 'paste.html'],
  ['import', 'paste.html', '--out', 'call-out', '--replace'],
  ['bind', 'call-out', '--take', 'recommended'],
  ['bind', 'call-out', '--rename', 'tone=voice'],
  ['cast', 'call-out', '--out', 'a.html'],
  ['page', 'page.json', '--out', 'site'],
  ['rack', 'add', 'call-out', '--rack', 'shelf'],
])('without room on the disk `%s %s …` says so in a sentence, and all is as it was', (...words) => {
  const { folder, run } = withoutRoom();
  const before = contentOf(folder);
  const { status, stderr } = run(words);
  expect(stderr).toMatch(
    /^error {3}\S+ cannot be written: no file so\s+large\s+is\s+allowed\s+here\.\n/,
  );
  expect(stderr).toContain('Make room');
  expect(status).toBe(2);
  expect(contentOf(folder)).toEqual(before);
});
