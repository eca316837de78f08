import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Cast } from '../../src/core/compile/cast.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const size = (text: string) => (text.trim() === '' ? 0 : gzipSync(text, { level: 9 }).length);

/** A piece of code apart: its scripts, and all the rest. */
function apart(html: string): { script: string; rest: string } {
  const scripts: string[] = [];
  const rest = html.replace(/<script\b[^>]*>([\s\S]*?)<\/script>/g, (_, code: string) => {
    scripts.push(code);
    return '';
  });
  return { script: scripts.join('\n'), rest };
}

/** The snippet and what is delivered of it; a mould that has grown counts as it is by itself. */
function compared(snippet: string, { mould, cast }: { mould: Mould; cast: Cast }) {
  const given = apart(snippet);
  const marks = new RegExp(` data-(?:mould|cast)="[^"]*"|~${cast.id}`, 'g');
  const bare = mould.style + cast.markup.replace(marks, '');
  const delivered = apart(deliver(cast, { form: 'block', runtime }).parts.html ?? '');
  // What the fields hold is content, wherever it stands.
  const script = delivered.script.replace(/"values":\{.*?\}\}, function/s, '}, function');
  return {
    own: Math.max(size(given.rest), size(bare)),
    delivered: size(delivered.rest),
    more: size(script) - Math.max(size(given.script), size(mould.script)),
    isJquery: (mould.manifest.libraries ?? []).some(({ provides }) => provides === 'jQuery'),
    isPacked: Object.keys(mould.files).some((path) => /^assets\/.*\.js$/.test(path)),
    rules: rulesIn(mould.style),
    style: delivered.rest.replace(/\s+/g, ' '),
  };
}

/** Each rule that stands in no other, on one line. */
function rulesIn(style: string): string[] {
  const rules = style.replace(/\/\*.*?\*\//gs, '').match(/[^{};]+\{[^{}]*\}/g) ?? [];
  return rules.map((rule) => rule.replace(/\s+/g, ' ').trim());
}

const light = join(root, 'tests/cases/light');
const pastes = readdirSync(light).map((file) => {
  const text = readFileSync(join(light, file), 'utf8');
  const { mould } = importSnippet([{ name: file, text }]);
  return { name: file, ...compared(text, { mould, cast: compileMould(mould).cast({ id: 'c' }) }) };
});
const demo = join(root, 'demo');
const moulds = await Promise.all(
  readdirSync(join(demo, 'snippets')).map(async (file) => {
    const name = file.replace('.html', '');
    const path = join(demo, 'snippets', file);
    const text = statSync(path).isDirectory()
      ? readdirSync(path)
          .map((one) => {
            const code = /\.(?:html|css|s?css|js)$/.test(one)
              ? readFileSync(join(path, one), 'utf8')
              : '';
            return one.endsWith('.js') ? `<script>${code}</script>` : code;
          })
          .join('\n')
      : readFileSync(path, 'utf8');
    const { mould } = await readMould(join(demo, 'moulds', name));
    return { name, ...compared(text, { mould, cast: compileMould(mould).cast({ id: 'c' }) }) };
  }),
);
const all = [...pastes, ...moulds];

describe('delivered code is about as light as the snippet, gzipped', () => {
  it.each(all)('$name', ({ own, delivered, more, isJquery, isPacked }) => {
    expect(Math.min(delivered / own / 2, (delivered - own) / 350)).toBeLessThanOrEqual(1);
    if (!isPacked) expect(more).toBeLessThanOrEqual(isJquery ? 4000 : 1620);
  });

  it('as a whole', () => {
    const sum = (of: 'own' | 'delivered') => all.reduce((total, one) => total + one[of], 0);
    expect(sum('delivered') / sum('own')).toBeLessThan(1.6);
  });

  it('and keeps at least two rules of three as they were written, but for a mark of the root', () => {
    const kept = all.flatMap(({ rules, style }) => rules.filter((rule) => style.includes(rule)));
    const count = all.reduce((total, { rules }) => total + rules.length, 0);
    expect(kept.length / count).toBeGreaterThan(2 / 3);
  });
});
