import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { folderWith, keenMould } from '../support/command.ts';

const doc = (name: string) =>
  readFileSync(new URL(`../../docs/${name}.md`, import.meta.url), 'utf8');

/** A command as a shell takes it apart: words, and quotes within them. */
const wordsOf = (line: string) =>
  (line.replace(/\s+# .*$/, '').match(/(?:[^\s"']|"[^"]*"|'[^']*')+/g) ?? []).map((one) =>
    one.replace(/"([^"]*)"|'([^']*)'/g, '$1$2'),
  );

/** Files that a page tells its reader to save. */
function filesIn(page: string): Record<string, string> {
  const told = page.matchAll(/\b[Ss]ave (?:it|this) as `([^`]+)`:\n\n```\w+\n([\s\S]*?)^```/gm);
  return Object.fromEntries([...told].map(([, name = '', text = '']) => [name, text]));
}

it.each(['start', 'how-to', 'by-hand'])(
  'runs every command of docs/%s.md, one after the other, as they stand',
  async (name) => {
    const page = doc(name);
    const [, snippet = ''] = /```html\n(<style>[\s\S]*?)```/.exec(doc('guide')) ?? [];
    const folder = folderWith({ 'stop-sign.html': snippet, ...filesIn(page) });
    const blocks = [...page.matchAll(/^```sh\n([\s\S]*?)^```/gm)].map(([, code = '']) => code);
    const commands = blocks.join('').trim().split('\n');
    expect(commands.length).toBeGreaterThan(6);
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
  },
  180_000,
);
