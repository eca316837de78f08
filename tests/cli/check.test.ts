import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { demo, folderWith, folderWithRail, keenMould } from '../support/command.ts';

const openDay = join(demo, 'snippets', 'open-day.html');

async function withOpenDay(): Promise<string> {
  const folder = folderWith();
  await keenMould(folder, ['import', openDay]);
  return folder;
}

describe('check', () => {
  it('says what is wrong, where with the lines around it, and how to fix it', async () => {
    const folder = await withOpenDay();
    const { status, stdout, stderr } = await keenMould(folder, ['check', 'open-day']);
    expect({ status, stdout }).toEqual({ status: 1, stdout: '' });
    expect(stderr).toContain('open-day/template.html:8:29');
    expect(stderr).toMatch(/ 8 \| .*open-day__mark.*\n +\| +\^\n/);
    expect(stderr).toContain('markup/unclosed');
    expect(stderr).toMatch(
      /open-day: \d+ errors, \d+ warnings, \d+ notes\n {2}check --fix can fix \d+ of these/,
    );
  });

  it('ends with 0 where nothing is wrong, and prints one JSON document with --json', async () => {
    const folder = folderWithRail();
    const words = ['check', 'notice-rail', '--json'];
    const { status, stdout, stderr } = await keenMould(folder, words);
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    const { moulds } = JSON.parse(stdout);
    expect(moulds).toMatchObject([{ name: 'notice-rail' }]);
    for (const { level, file } of moulds[0].findings) {
      expect(level).toBe('note');
      expect(existsSync(join(folder, file))).toBe(true);
    }
  });

  it('--fix makes the safe mends, and touches no file that needs none', async () => {
    const folder = await withOpenDay();
    const at = (name: string) => readFileSync(join(folder, 'open-day', name), 'utf8');
    const manifest = at('mould.json');
    const words = ['check', 'open-day', '--fix', '--json'];
    const { stdout } = await keenMould(folder, words);
    const [{ findings, fixed }] = JSON.parse(stdout).moulds;
    expect(fixed.map(({ code }: { code: string }) => code)).toContain('markup/odd-character');
    expect(findings.filter(({ fixable }: { fixable?: boolean }) => fixable)).toEqual([]);
    expect(at('template.html')).toContain('<h2 class="open-day__title">');
    expect(at('style.css')).toContain("/* members' corner */");
    expect(at('style.css')).toContain('.open-day {');
    expect(at('mould.json')).toBe(manifest);
    const again = JSON.parse((await keenMould(folder, words)).stdout).moulds[0];
    expect(again.fixed).toEqual([]);
  });

  it('--host looks for what fields of kind target name', async () => {
    const folder = folderWithRail();
    const path = join(folder, 'notice-rail', 'mould.json');
    const manifest = JSON.parse(readFileSync(path, 'utf8'));
    manifest.fields.properties.weekdays = { kind: 'target', default: '.fares--weekday' };
    writeFileSync(path, JSON.stringify(manifest));
    const findingsOn = async (html: string) => {
      writeFileSync(join(folder, 'host.html'), html);
      const words = ['check', 'notice-rail', '--host', 'host.html', '--json'];
      const { stdout } = await keenMould(folder, words);
      return JSON.parse(stdout).moulds[0].findings.map(({ code }: { code: string }) => code);
    };
    expect(await findingsOn('<div class="fares--sunday"></div>')).toContain('field/no-target');
    expect(await findingsOn('<div class="fares--weekday"></div>')).not.toContain('field/no-target');
  });

  it('checks several moulds, and cannot check what is none', async () => {
    const folder = await withOpenDay();
    mkdirSync(join(folder, 'bare'));
    const { status, stderr } = await keenMould(folder, ['check', 'open-day', 'bare']);
    expect(status).toBe(2);
    expect(stderr).toContain('call/no-mould');
  });
});

describe('import --replace', () => {
  const newer = () =>
    readFileSync(join(demo, 'snippets', 'notice-rail.html'), 'utf8')
      .replace('Trams today', 'Trams tomorrow')
      .replace(/ *<p class="rail__date">.*<\/p>\n/, '');

  it('brings a newer paste, keeps the fields, and tells what has no place any more', async () => {
    const folder = folderWithRail();
    const home = join(folder, 'notice-rail');
    mkdirSync(join(home, 'samples'), { recursive: true });
    writeFileSync(join(home, 'samples', 'long.json'), '{}');
    writeFileSync(join(home, '.own'), 'mine');
    const manifest = readFileSync(join(home, 'mould.json'), 'utf8');
    writeFileSync(join(folder, 'notice-rail.html'), newer());
    const { status, stderr } = await keenMould(folder, ['import', 'notice-rail.html', '--replace']);
    expect(status).toBe(0);
    expect(stderr).toContain('was updated from');
    expect(stderr).toContain('snippet/not-carried');
    expect(readFileSync(join(home, 'mould.json'), 'utf8')).toBe(manifest);
    expect(readFileSync(join(home, 'template.html'), 'utf8')).not.toContain('rail__date');
    expect(readFileSync(join(home, 'snippet/notice-rail.html'), 'utf8')).toBe(newer());
    expect(readFileSync(join(home, 'samples/long.json'), 'utf8')).toBe('{}');
    expect(readFileSync(join(home, '.own'), 'utf8')).toBe('mine');
    // Nothing of the work in between is left behind.
    expect(readdirSync(folder).sort()).toEqual(['notice-rail', 'notice-rail.html']);
  });

  it('leaves a mould as it is without it, and where the new paste cannot be read', async () => {
    const folder = folderWithRail();
    const before = readFileSync(join(folder, 'notice-rail/template.html'), 'utf8');
    writeFileSync(join(folder, 'notice-rail.html'), newer());
    const refused = await keenMould(folder, ['import', 'notice-rail.html']);
    expect(refused.status).toBe(2);
    expect(refused.stderr).toContain('--replace');
    writeFileSync(join(folder, 'notice-rail.tsx'), 'const a = (b: string) => <b>{b}</b;');
    const words = ['import', '--js', 'notice-rail.tsx', '--replace', '--out', 'notice-rail'];
    expect((await keenMould(folder, words)).status).toBe(2);
    expect(readFileSync(join(folder, 'notice-rail/template.html'), 'utf8')).toBe(before);
  });
});
