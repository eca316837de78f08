import { describe, expect, it } from 'vitest';
import { run } from '../../src/cli/main.ts';
import { wrapWords } from '../../src/cli/terminal.ts';
import type { World } from '../../src/cli/world.ts';
import { folderWith } from '../support/command.ts';

/** Runs the command line in process, in a terminal of our own making. */
async function runIn(words: readonly string[], how: Partial<World> & { isTTY?: boolean } = {}) {
  const written = { stdout: '', stderr: '' };
  const sink = (name: keyof typeof written) => ({
    isTTY: how.isTTY ?? true,
    columns: 80,
    write: (text: string) => {
      written[name] += text;
    },
  });
  const status = await run(
    words,
    {
      stdout: sink('stdout'),
      stderr: sink('stderr'),
      readStdin: async () => new Uint8Array(),
      env: {},
      untilStopped: async () => undefined,
      ...how,
    },
    '1.2.3',
  );
  return { status, ...written };
}

const escapeSign = String.fromCharCode(27);

describe('in a terminal', () => {
  it('prose is on standard output, in colour, and fits 80 columns', async () => {
    const out = `${folderWith()}/mould`;
    const paste = new TextEncoder().encode('.a { color: red }');
    const readStdin = async () => paste;
    const { status, stdout, stderr } = await runIn(['import', '-', '--out', out], { readStdin });
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    expect(stdout).toContain(`${escapeSign}[1m`);
    const plain = stdout.replaceAll(out, 'm').replace(new RegExp(`${escapeSign}\\[\\d+m`, 'g'), '');
    expect(Math.max(...plain.split('\n').map((line) => line.length))).toBeLessThanOrEqual(80);
    expect(plain).toContain('warning This paste has no HTML, only CSS');
  });

  it('colours are left out where the user wants none', async () => {
    const { stderr } = await runIn(['cast', 'none'], { env: { NO_COLOR: '1' } });
    expect(stderr).toContain('error   There is no file none.');
    expect(stderr).not.toContain(escapeSign);
  });

  it('a command alone shows the help, and --version the version', async () => {
    const { status, stdout } = await runIn([]);
    expect({ status, begins: stdout.slice(0, 17) }).toEqual({
      status: 0,
      begins: 'Usage: keen-mould',
    });
    expect(await runIn(['--version'])).toMatchObject({ status: 0, stdout: '1.2.3\n' });
    expect((await runIn(['cast', '--help'])).stdout).toContain('--fill <file|path=value>');
  });
});

describe('lines of words', () => {
  it.each([
    ['a bb ccc', 4, ['a bb', 'ccc']],
    ['longword b', 4, ['longword', 'b']],
    ['', 4, ['']],
  ])('%j in %i columns', (text, columns, lines) => {
    expect(wrapWords(text, columns)).toEqual(lines);
  });
});

describe('a long list is summed up on a screen of 30 lines, with the way to see all', () => {
  const many = Array.from(
    { length: 30 },
    (_, at) =>
      `<section class="c${at}"><h2>Jar ${at}</h2><p>Of <b>clay ${at}</b></p><img src="/${at}.png"></section>`,
  ).join('\n');
  const rules = Array.from(
    { length: 30 },
    (_, at) => `.c${at} { colour: red; width: ${900 + at}px }`,
  );
  const paste = new TextEncoder().encode(`<div>${many}</div><style>${rules.join('\n')}</style>`);
  const plain = (text: string) =>
    text.replace(new RegExp(`${escapeSign}\\[\\d+m`, 'g'), '').split('\n');
  const readStdin = async () => paste;

  async function mouldOf(): Promise<string> {
    const out = `${folderWith()}/jars`;
    await runIn(['import', '-', '--out', out], { readStdin });
    return out;
  }

  it.each(['check', 'bind'])('%s', async (command) => {
    const out = await mouldOf();
    const short = plain((await runIn([command, out])).stdout);
    expect(short.length).toBeLessThanOrEqual(30);
    expect(short.join('\n')).toMatch(/and \d\d more/);
    expect(short.join('\n')).toContain(`keen-mould ${command} ${out} --all`);
    const all = plain((await runIn([command, out, '--all'])).stdout);
    expect(all.length).toBeGreaterThan(120);
    const piped = await runIn([command, out], { isTTY: false });
    // What is read by a program or kept in a file is all of it.
    expect(plain(piped.stderr).length).toBeGreaterThan(120);
  });

  it('with its hints where there is room for them', async () => {
    const out = `${folderWith()}/few`;
    const few = new TextEncoder().encode(`<p>a</p>${'<img src="/a.png">'.repeat(12)}`);
    await runIn(['import', '-', '--out', out], { readStdin: async () => few });
    const { stdout } = await runIn(['check', out]);
    expect(stdout).toContain('and 11 more');
    expect(stdout).toContain('alt=""');
  });
});
