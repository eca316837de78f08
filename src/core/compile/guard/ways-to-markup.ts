import type { GuardedCode } from './text-guard.ts';

/** Attributes that take any text and neither run it nor load what it names. */
const harmless =
  'aria-[\\w-]+|role|class|id|title|alt|lang|dir|placeholder|value|hidden|disabled|tabindex|data-[\\w-]+|' +
  'd|points|width|height|x|y|x[12]|y[12]|cx|cy|r|rx|ry|fill|stroke[\\w-]*|transform|viewBox|style|name|type|for';

const literal = (names: string) => `(['"\`])(?:${names})\\1`;

/** Words by which a script hands a text to a parser of HTML (DOM Parsing and Serialization). */
const parses = new RegExp(
  [
    '\\b(?:inner|outer)HTML\\b',
    '\\binsertAdjacentHTML\\b',
    '\\bsetHTML\\w*',
    '\\bwriteln?\\b',
    '\\bparse(?:FromString|HTML)\\b',
    '\\bcreateContextualFragment\\b',
    '\\bsrcdoc\\b',
    '\\.\\s*html\\b',
    // A member whose name is only known when it runs may be any of these.
    '\\]\\s*=(?![=>])',
    `\\bsetAttribute(?:NS)?\\s*\\(\\s*(?!${literal(harmless)})`,
  ].join('|'),
);

/** Words by which a script runs a text, or makes of it what is run. */
const runs: readonly RegExp[] = [
  /\beval\s*\(/,
  /\bFunction\s*\(/,
  /\bimport\s*\(/,
  /\bset(?:Timeout|Interval)\s*\(\s*(?:['"`]|mould\b)/,
  /\bcreateElement(?:NS)?\s*\([^)]*\bscript\b/i,
  /\bsetAttribute(?:NS)?\s*\(\s*['"`](?:on\w+|srcdoc)/i,
  /\.srcdoc\s*=/,
  /\bnew\s+(?:Shared)?Worker\b/,
  /['"`]\s*(?:javascript:|data:text\/html)/i,
  // What was a sign of its own before is one of HTML afterwards.
  /\b(?:decodeURI(?:Component)?|unescape|atob)\s*\(/,
];

/** Words by which a script takes text out of elements. */
const takes =
  /\b(?:textContent|innerText|outerText|nodeValue|wholeText)\b(?!\s*=[^=])|\b(?:dataset|getAttribute\w*|attributes|FormData)\b|\.\s*(?:text|attr|data|val|prop|title|alt|placeholder|value|label|caption|ariaLabel|href|src|content)\b(?!\s*=[^=])/;

/** True where some of the code can make markup of a text. A library may do anything. */
export function makesMarkup({ script, handlers, libraries }: GuardedCode): boolean {
  return (
    libraries.length > 0 ||
    [script, ...handlers].some((code) => parses.test(code) || runs.some((one) => one.test(code)))
  );
}

/** Words by which a script makes an address of a text. */
const leads = /\b(?:href|src|action|formAction|location|open|assign|poster|data)\b|\bsetAttribute/;

/** True where some of the code can make an address of a text. */
export function makesAddresses({ script, handlers }: GuardedCode): boolean {
  return [script, ...handlers].some((code) => leads.test(code));
}

/** True where some of the code takes text out of elements. */
export function readsText({ script, handlers, libraries }: GuardedCode): boolean {
  const isKnown = (name: string) => /^jquery$/i.test(name);
  return (
    !libraries.every(isKnown) ||
    [script, ...handlers].some((code) => takes.test(withoutValues(code)))
  );
}

/** Reads of values are none of elements. */
function withoutValues(code: string): string {
  return code.replace(/\bmould\s*\.\s*values(?:\s*\.\s*[\w$]+)+/g, 'values');
}

/** Where a script runs a text as code, or turns it into other text first. */
export function runsText(script: string): number | undefined {
  const found = runs.map((one) => script.search(one)).filter((at) => at >= 0);
  return found.length > 0 ? Math.min(...found) : undefined;
}
