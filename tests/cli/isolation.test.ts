import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { folderWith, keenMould } from '../support/command.ts';

const host =
  '<!doctype html><html lang="en"><head><title>Site</title><style>p { color: red } .lamp { border: 9px solid lime }</style></head><body><h1>Site</h1><main data-casts></main></body></html>';
const lamp = (script: string) =>
  `<p class="lamp">off</p><button>switch</button>\n<script>${script}</script>`;
const well =
  "document.querySelector('button').onclick = () => { document.querySelector('.lamp').textContent += ' on' }";

/** What a proof says of a snippet, three times in a host. */
async function saidOf(snippet: string, change?: (script: string) => string) {
  const folder = folderWith({ 'host.html': host, 'lamp.html': snippet });
  await keenMould(folder, ['import', 'lamp.html', '--out', 'lamp']);
  const path = join(folder, 'lamp/script.js');
  if (change) writeFileSync(path, change(readFileSync(path, 'utf8')));
  const words = ['proof', 'lamp', '--copies', '3', '--host', 'host.html', '--widths', '500'];
  const ran = await keenMould(folder, [...words, '--fail-on', 'isolation', '--out', 'p']);
  const lines = ran.stderr.split('\n').filter((line) => /^ {2}[✓✕○]/.test(line));
  return { status: ran.status, lines: lines.map((line) => line.trim()), folder };
}

it('a proof of three copies in a host says that each is kept from the other', async () => {
  const { status, lines, folder } = await saidOf(lamp(well));
  expect(lines).toEqual([
    '✓ looks like the paste',
    '✓ behaves like the paste: 1 element tried',
    '✓ three copies do not affect each other: 1 element tried',
    '✓ looks in the host as on an empty page',
    expect.stringMatching(/^✓ the host is unchanged: \d+ styles compared$/),
  ]);
  expect(status).toBe(0);
  expect(readFileSync(join(folder, 'p/report.html'), 'utf8')).toContain('✓ looks like the paste');
});

it('and what is not, with what it shares', async () => {
  const shared = `${well}; localStorage.lamp = 1; addEventListener('click', () => { mould.page.querySelectorAll('.lamp').forEach((one) => { one.textContent += '!' }) });`;
  const { status, lines } = await saidOf(
    lamp(well),
    () => `${shared}\nmould.page.querySelector('h1').style.color = 'blue';`,
  );
  expect(lines).toEqual([
    '✓ looks like the paste',
    expect.stringMatching(/^✕ behaves differently from the paste/),
    expect.stringMatching(/^✕ copies on one page affect each other/),
    '✓ looks in the host as on an empty page',
    expect.stringMatching(/^✕ the host is changed: \d+ styles? of \d+, first h1/),
    '○ it shares with the page: localStorage',
  ]);
  expect(status).toBe(1);
});

it('a mould whose markup was changed since is compared with one cast by itself', async () => {
  const { lines } = await saidOf(
    lamp(`${well}; document.querySelector('.lamp').title = 'a'`),
    (script) => script.replace("title = 'a'", "title = 'b'"),
  );
  expect(lines).toEqual([
    '○ its markup or values are not those of the paste, so copies are compared with one cast by itself',
    '✓ three copies do not affect each other: 1 element tried',
    '✓ looks in the host as on an empty page',
    expect.stringMatching(/^✓ the host is unchanged/),
  ]);
});
