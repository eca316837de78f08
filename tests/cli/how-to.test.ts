import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { folderWith, keenMould } from '../support/command.ts';

const doc = (name: string) =>
  readFileSync(new URL(`../../docs/${name}.md`, import.meta.url), 'utf8');

/** A command as a shell takes it apart: words, and quotes within them. */
const wordsOf = (line: string) =>
  (line.replace(/\s+#.*$/, '').match(/(?:[^\s"]|"[^"]*")+/g) ?? []).map((one) =>
    one.replaceAll('"', ''),
  );

it('runs every command of the how-tos, one after the other, as they stand', async () => {
  const [, snippet = ''] = /```html\n(<style>[\s\S]*?)```/.exec(doc('guide')) ?? [];
  const folder = folderWith({ 'stop-sign.html': snippet });
  const blocks = [...doc('how-to').matchAll(/^```sh\n([\s\S]*?)^```/gm)].map(
    ([, code = '']) => code,
  );
  const commands = blocks.join('').trim().split('\n');
  expect(commands.length).toBeGreaterThan(15);
  for (const line of commands) {
    const [program, ...words] = wordsOf(line);
    const { status, stderr } = await keenMould(folder, words);
    expect([program, line, status, status === 0 ? '' : stderr]).toEqual([
      'keen-mould',
      line,
      0,
      '',
    ]);
  }
}, 180_000);
