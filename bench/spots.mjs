// What finding and binding fields costs in a snippet of some 2 000 lines, next to the bare parsers on
// the same input. The snippet is the set of tests/spots/cases, one piece after the other.
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parse as parseScript } from 'acorn';
import { parse as parseStyle } from 'css-tree';
import { parseFragment } from 'parse5';
import { bindSpots } from '../dist/core/author/bind/bind-spots.js';
import { findSpots } from '../dist/core/author/bind/find-spots.js';
import { importSnippet } from '../dist/core/author/snippet/import-snippet.js';
import { keep, short } from './keep.mjs';
import { inTurns } from './rounds.mjs';

const cases = fileURLToPath(new URL('../tests/spots/cases/', import.meta.url));
const pieces = readdirSync(cases).map((name) =>
  readFileSync(`${cases}${name}/snippet.html`, 'utf8'),
);
const all = pieces.join('\n');
const inside = (tag) =>
  [...all.matchAll(new RegExp(`<${tag}(?![^>]*\\ssrc=)[^>]*>([\\s\\S]*?)</${tag}>`, 'g'))].map(
    ([, text]) => text,
  );
const markup = all.replace(/<(script|style)[^>]*>[\s\S]*?<\/\1>\s*/g, '');
// A declaration a line, as most people write them; each script in a function of its own.
const style = inside('style')
  .join('\n')
  .replace(/;\s*(?=\S)/g, ';\n')
  .replace(/\{\s*/g, '{\n');
const script = inside('script')
  .map((text) => `(async () => {\n${text}\n})();`)
  .join('\n');
const text = `${markup}\n<style>\n${style}\n</style>\n<script>\n${script}\n</script>\n`;

const { mould } = importSnippet([{ name: 'all.html', text }]);
const { found, bound } = await inTurns({
  parsers: () => {
    parseFragment(mould.template, { sourceCodeLocationInfo: true });
    parseStyle(mould.style, { positions: true });
    parseScript(mould.script, { ecmaVersion: 'latest' });
  },
  found: () => findSpots(mould),
  bound: () => bindSpots(mould, 'recommended'),
});
const results = {
  lines: text.split('\n').length,
  kB: Math.round(text.length / 1000),
  fields: bindSpots(mould, 'recommended').ties.length,
  findToParsers: short(found.ratio),
  bindToParsers: short(bound.ratio),
  findMs: short(found.ms),
};
keep('spots', results);
