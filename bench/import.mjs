// What import costs, alone and with the check of what it made, next to the bare parsers on the same
// input, and how it grows with the input.
import { parse as parseScript } from 'acorn';
import { parse as parseStyle } from 'css-tree';
import { parseFragment } from 'parse5';
import { checkMould } from '../dist/core/author/check/check-mould.js';
import { importSnippet } from '../dist/core/author/snippet/import-snippet.js';
import { keep, short } from './keep.mjs';
import { inTurns } from './rounds.mjs';

const rule = (n) =>
  `.car-${n} > b:hover, .car-${n} i::before {\n  color: #b3541e;\n  margin: ${n}px auto;\n  background: url(a.svg) no-repeat;\n}\n`;
const element = (n) =>
  `  <li class="car-${n}" data-n="${n}"><a href="#${n}">Tram <b>${n}</b></a></li>\n`;
const statement = (n) =>
  `function go${n}(a) { return document.querySelector('.car-${n}').title + a; }\n`;
const many = (make, count) => Array.from({ length: count }, (_, n) => make(n)).join('');

const inputs = {
  usual: { style: many(rule, 40), markup: many(element, 30), script: many(statement, 15) },
  style1MB: { style: many(rule, 8500), markup: '<p>a</p>', script: '' },
  elements10k: { style: '', markup: `<ul>\n${many(element, 3333)}</ul>`, script: '' },
  script1MB: { style: '', markup: '<p>a</p>', script: many(statement, 12000) },
};

const results = {};
for (const [name, { style, markup, script }] of Object.entries(inputs)) {
  const text = `<style>\n${style}</style>\n${markup}\n<script>\n${script}</script>\n`;
  const { imported, checked } = await inTurns({
    parsers: () => {
      parseFragment(text, { sourceCodeLocationInfo: true });
      parseStyle(style, { positions: true });
      parseScript(script, { ecmaVersion: 'latest' });
    },
    imported: () => importSnippet([{ name: 'a.html', text }]),
    checked: () => checkMould(importSnippet([{ name: 'a.html', text }]).mould),
  });
  results[name] = {
    kB: Math.round(text.length / 1000),
    toParsers: short(imported.ratio),
    checkedToParsers: short(checked.ratio),
    importMs: short(imported.ms),
  };
}

keep('import', results);
