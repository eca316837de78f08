import { expect, it } from 'vitest';
import { withBrowser } from '../support/browser.ts';
import { documentOf, entries } from '../support/findings-page.ts';

const { pageOf } = withBrowser();

/** How many elements a selector finds, and how many rules a sheet has for one. */
const found = (selector: string) => `document.querySelectorAll(${JSON.stringify(selector)}).length`;
const rules = 'document.styleSheets[0].cssRules';
const declared = `${rules}[0].style.length`;
const ruleFor = (selector: string) =>
  `[...${rules}].filter((one) => one.selectorText === ${JSON.stringify(selector)}).length`;

/** What a browser makes of the example of a finding, and of the same fixed. */
const claims: Readonly<Record<string, readonly [ask: string, wrong: number, fixed: number]>> = {
  'markup/unclosed': [found('body > p b, body > b p'), 1, 0],
  'markup/lost-slash': [found('h3'), 2, 1],
  'markup/self-closed': [found('.signal p'), 1, 0],
  'markup/ends-early': [found('p'), 2, 0],
  'markup/misnested': [found('i'), 2, 1],
  'markup/out-of-table': [found('p + table'), 1, 0],
  // Two start tags make one form.
  'markup/ignored': [found('form'), 1, 1],
  'markup/in-list': [found('ul > li'), 0, 1],
  'markup/part-alone': [found('tr'), 0, 1],
  'markup/odd-character': [found('.note'), 0, 1],
  'markup/dead-reference': ["document.querySelector('label').control ? 1 : 0", 0, 1],
  'style/not-read': [`${rules}.length`, 0, 1],
  'style/unclosed': [`${rules}.length`, 1, 3],
  'style/stray-brace': [ruleFor('.wheel'), 0, 1],
  'style/lost-semicolon': [declared, 0, 5],
  'style/line-comment': [ruleFor('.car'), 0, 1],
  'style/unknown-property': [declared, 0, 1],
  'style/unknown-value': [declared, 0, 1],
  'style/unknown-unit': [declared, 0, 4],
  'style/no-unit': [declared, 0, 1],
  'script/document-write': [found('b'), 1, 0],
};

it.each(Object.entries(claims))('%s is what a browser makes of it', async (code, claim) => {
  const [ask, wrong, fixed] = claim;
  const entry = entries.find((one) => one.code === code);
  if (!entry) throw new Error(`no example of ${code}`);
  expect(await (await pageOf(documentOf(entry.wrong))).evaluate(ask)).toBe(wrong);
  expect(await (await pageOf(documentOf(entry.fixed))).evaluate(ask)).toBe(fixed);
});

/** Findings whose script no browser runs to its end. */
const stopped = [
  'script/not-javascript',
  'script/odd-character',
  'script/unclosed',
  'script/stray-bracket',
  'library/missing',
  'library/no-plugin',
];

it.each(stopped)('%s ends in an error', async (code) => {
  const entry = entries.find((one) => one.code === code);
  if (!entry) throw new Error(`no example of ${code}`);
  // A file that is not there is complained of besides, by the browser itself.
  const { complaints } = await pageOf(documentOf(entry.wrong));
  expect(complaints.filter((one) => !one.startsWith('Failed to load'))).toHaveLength(1);
});
