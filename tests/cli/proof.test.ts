import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import type { Shot } from '../../src/node/proof/shot.ts';
import { folderWith, keenMould } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

/** A mould with a fault or two, and what it is tried in. */
async function folderWithBoard(): Promise<string> {
  const folder = folderWith({
    'host.html':
      '<!doctype html><html><body><h1>Site</h1><main data-casts style="width: 300px"></main></body></html>',
  });
  const mould = mouldOf({
    fields: { heading: { type: 'string', default: 'Trams' } },
    reaches: ['https://tiles.example'],
    template:
      '<section><h2>{~heading~}</h2><p class="fine">small</p><a href="/x">more</a><img src="https://tiles.example/a.png" alt="Map" width="40" height="30"></section>',
    style:
      'section { width: 120px; color: #000 } .fine { font-size: 9px } a:hover { color: #ddd; background: #fff } @keyframes go { to { opacity: 0.5 } } h2 { animation: go 1s 1s forwards }',
    files: { 'snippet/board.html': '<p>as pasted</p>' },
  });
  await writeMould(join(folder, 'board'), mould);
  return folder;
}

const shotsIn = ({ stdout }: { stdout: string }) => (JSON.parse(stdout) as { shots: Shot[] }).shots;

describe('proof', () => {
  it('shows copies in a host, in a state, at moments, beside the paste', async () => {
    const folder = await folderWithBoard();
    const ran = await keenMould(folder, [
      'proof',
      'board',
      '--json',
      '--widths',
      '360',
      '--copies',
      '2x3',
      '--host',
      'host.html',
      '--state',
      'hover',
      '--at',
      '500ms,3s',
      '--beside',
      '--rtl',
      '--scheme',
      'dark',
      '--out',
      'p',
    ]);
    expect(ran.status).toBe(0);
    const shots = shotsIn(ran);
    expect(shots.map(({ atMs, png }) => [atMs, png])).toEqual([
      [500, join('p', 'board-360-500ms.png')],
      [3000, join('p', 'board-360-3000ms.png')],
    ]);
    const [first] = shots;
    expect(first?.smallText).toHaveLength(6);
    expect(first?.contrast.map(({ element }) => element)).toEqual(Array(6).fill('a'));
    expect(first?.notAsked).toEqual(['https://tiles.example/a.png']);
    expect(first?.failedRequests).toEqual([]);
    expect(readdirSync(join(folder, 'p')).filter((name) => name.includes('paste'))).toHaveLength(2);
    expect(ran.stderr).toMatch(/proof 1 of 1: board at 360 px/);
  });

  it('ends with 1 where a limit is passed, and not for what the mould accepts with a reason', async () => {
    const folder = await folderWithBoard();
    const words = ['proof', 'board', '--widths', '600', '--out', 'p', '--fail-on'];
    const failed = await keenMould(folder, [...words, 'overflow,smallText']);
    expect(failed.status).toBe(1);
    expect(failed.stdout + failed.stderr).toContain(
      'Found 1 of smallText, and --fail-on allows none.',
    );
    const accepted = [
      { fact: 'smallText', what: '.fine', why: 'Nobody reads it here.' },
      { fact: 'overflow' },
    ];
    writeFileSync(join(folder, 'board/accepted.json'), JSON.stringify({ format: 1, accepted }));
    const passed = await keenMould(folder, [...words, 'any', '--json']);
    expect(passed.status).toBe(0);
    expect(shotsIn(passed)[0]?.accepted).toEqual([
      {
        fact: 'smallText',
        text: 'text is 9 px high',
        code: 'section > p.fine',
        why: 'Nobody reads it here.',
      },
    ]);
    expect(passed.stdout).toContain('an entry needs fact, what and why');
    expect(readFileSync(join(folder, 'p/report.html'), 'utf8')).toContain('Nobody reads it here.');
    const again = await keenMould(folder, [
      'proof',
      'board',
      '--widths',
      '600',
      '--against',
      'p',
      '--out',
      'q',
      '--fail-on',
      'changes',
    ]);
    expect([again.status, again.stderr]).toEqual([
      0,
      expect.stringContaining('no picture has changed'),
    ]);
  });

  it.each([
    [['--copies', '0'], '--copies must be a number or a grid such as 3x2'],
    [['--at', 'soon'], '--at must be times up to 600s'],
    [['--state', 'pressed'], '--state must be one of rest, hover, focus, visited'],
    [['--fail-on', 'overflows'], '--fail-on must be one of any, changes, isolation, consoleErrors'],
    [['--against', 'nowhere'], 'nowhere contains no proof to compare with'],
    [['--host', 'none.html'], 'none.html'],
  ])('refuses %j in words', async (words, said) => {
    const { status, stderr } = await keenMould(await folderWithBoard(), [
      'proof',
      'board',
      ...words,
    ]);
    expect(status).toBe(2);
    expect(stderr).toContain(said);
  });

  it('that is stopped ends soon and leaves nothing behind', async () => {
    const folder = await folderWithBoard();
    const program = fileURLToPath(new URL('../../dist/bin/keen-mould.js', import.meta.url));
    const widths = Array.from({ length: 60 }, (_, at) => 300 + at).join();
    const child = spawn(
      process.execPath,
      [program, 'proof', 'board', '--widths', widths, '--out', 'p'],
      { cwd: folder },
    );
    let said = '';
    child.stderr.on('data', (text) => {
      if (said === '') setTimeout(() => child.kill('SIGINT'), 500);
      said += text;
    });
    const status = await new Promise((done) => child.on('close', done));
    expect(status).toBe(2);
    expect(said).toContain('The proof was stopped, and nothing was written.');
    expect(existsSync(join(folder, 'p'))).toBe(false);
  });
});
