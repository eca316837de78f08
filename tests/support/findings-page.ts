import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** A piece of code on the page of findings. */
export interface Example {
  readonly language: string;
  readonly text: string;
}

/** An entry of the page that shows an example and the same fixed. */
export interface Entry {
  readonly code: string;
  readonly level: string | undefined;
  readonly isFixed: boolean;
  readonly wrong: Example;
  readonly fixed: Example;
}

const page = readFileSync(
  fileURLToPath(new URL('../../docs/findings.md', import.meta.url)),
  'utf8',
);

/** Entries that have examples, in the order of the page. */
export const entries: readonly Entry[] = page.split(/^### /m).flatMap((entry) => {
  const code = /^`([^`]+)`/.exec(entry)?.[1] ?? '';
  const blocks = [...entry.matchAll(/^```(html|css|js)\n(.*?)^```/gms)];
  const [wrong, fixed] = blocks.map(([, language = '', text = '']) => ({ language, text }));
  const level = /^`.*`\n(Error|Warning|Note)/.exec(entry)?.[1]?.toLowerCase();
  const isFixed = /fixed automatically/.test(entry);
  return wrong && fixed ? [{ code, level, isFixed, wrong, fixed }] : [];
});

/** A document of an example, as somebody would try it. */
export function documentOf({ language, text }: Example): string {
  const body = { css: `<style>${text}</style>`, js: `<script>${text}</script>` }[language] ?? text;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"></head><body>\n${body}</body></html>`;
}
