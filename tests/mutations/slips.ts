/** Random numbers from 0 to 1 that are the same for the same seed. */
export type Random = () => number;

/** A generator by Marsaglia's xorshift, of 32 bits. */
export function randomOf(seed: number): Random {
  let state = (seed * 2654435761) | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

function oneOf<T>(random: Random, all: readonly T[]): T {
  return all[Math.floor(random() * all.length)] as T;
}

/** What goes wrong on the way from a page to a clipboard, and what somebody may mean to do. */
const pieces = [
  ...['<', '>', '"', "'", '{', '}', '(', ')', '`', '/*', '*/', '<!--', '-->', '\\', ';', ':'],
  ...['</div>', '<p>', '</p>', '<table>', '<li>', '<a href=x>', '<b>', '</script>', '<style>'],
  ...['{~', '{~~', '~}', '{~x~}', 'km-each="x"', 'km-when="x"', 'km-slot="x"', 'km-shell="x"'],
  ...[
    '\u201c',
    '\u00a0',
    '\u0000',
    '\ud800',
    '\udc00',
    '\r',
    '\u2028',
    '//',
    '\ufeff',
    '&#x6',
    '&lt;',
  ],
  ...[
    '<svg>',
    '</svg>',
    '<math>',
    '<template>',
    '</template>',
    '<select>',
    '<plaintext>',
    '<![CDATA[',
  ],
  ...[
    '@font-face { src: url(',
    '@media (',
    '@layer a, b;',
    '@scope (.a) to (',
    '@import "x";',
    '@property --a {',
  ],
  ...[
    'var(--',
    'url("',
    ':is(',
    ':has(> ',
    '::before',
    '!important',
    '--a: ',
    'calc(',
    '&',
    '100vh',
  ],
  ...[
    '=> {',
    '${',
    'await ',
    'import x from "y";',
    'export ',
    'class A { #b',
    'mould.values.',
    '?.',
    '...',
    '/(',
    'eval(',
  ],
  ...[
    '<base href="/x/">',
    '<iframe srcdoc="',
    '<form><form>',
    '<html lang="x">',
    '<frameset>',
    '<noscript>',
  ],
  ...[
    'style="',
    'onclick="',
    'href="javascript:',
    'srcset="a 1x, ',
    'class="',
    'id="x"',
    'for="x"',
  ],
];

type Slip = (text: string, random: Random, others: readonly string[]) => string;

const placeIn = (text: string, random: Random) => Math.floor(random() * (text.length + 1));

function cut(text: string, random: Random): string {
  const at = placeIn(text, random);
  return text.slice(0, at) + text.slice(at + 1 + Math.floor(random() * 60));
}

function twice(text: string, random: Random): string {
  const at = placeIn(text, random);
  const end = at + 1 + Math.floor(random() * 200);
  return text.slice(0, end) + text.slice(at);
}

function put(text: string, random: Random): string {
  const at = placeIn(text, random);
  return text.slice(0, at) + oneOf(random, pieces) + text.slice(at);
}

function many(text: string, random: Random): string {
  const at = placeIn(text, random);
  const piece =
    random() < 0.5 ? oneOf(random, pieces) : text.slice(at, at + 1 + Math.floor(random() * 40));
  return text.slice(0, at) + piece.repeat(2 + Math.floor(random() * 400)) + text.slice(at);
}

function moved(text: string, random: Random): string {
  const [from, to] = [placeIn(text, random), placeIn(text, random)].sort((a, b) => a - b) as [
    number,
    number,
  ];
  const piece = text.slice(from, Math.min(to, from + 300));
  const rest = text.slice(0, from) + text.slice(from + piece.length);
  const at = placeIn(rest, random);
  return rest.slice(0, at) + piece + rest.slice(at);
}

function mixed(text: string, random: Random, others: readonly string[]): string {
  const other = oneOf(random, others);
  const from = placeIn(other, random);
  const at = placeIn(text, random);
  return text.slice(0, at) + other.slice(from, from + Math.floor(random() * 500)) + text.slice(at);
}

function broken(text: string, random: Random): string {
  return text.slice(0, placeIn(text, random));
}

const slips: readonly Slip[] = [cut, cut, twice, put, put, put, many, moved, mixed, broken];

/** A snippet with one to six slips in it. */
export function slipped(text: string, random: Random, others: readonly string[]): string {
  let out = text;
  for (let left = 1 + Math.floor(random() * 6); left > 0; left -= 1) {
    out = oneOf(random, slips)(out, random, others);
  }
  return out;
}

const words = [
  '',
  'Tram 7',
  '<img src=x onerror=hit()>',
  '</script>',
  '"; }',
  '12px',
  'red',
  '/a b',
  'javascript:x',
  '\u0000',
  '\ud800',
  '{~x~}',
  '&amp',
  '-->',
];

/** Values of any sort, for fields that are there and fields that are not. */
export function anyValue(random: Random, depth = 0): unknown {
  const kind = Math.floor(random() * (depth > 3 ? 5 : 8));
  if (kind < 3) return oneOf(random, words);
  if (kind === 3) return Math.floor(random() * 2000) - 500;
  if (kind === 4) return oneOf(random, [true, false, null]);
  if (kind < 7)
    return Array.from({ length: Math.floor(random() * 4) }, () => anyValue(random, depth + 1));
  const names = ['src', 'href', 'text', 'alt', 'family', 'size', 'color', '__proto__', 'row', 'is'];
  return Object.fromEntries(
    names.slice(0, Math.floor(random() * 10)).map((name) => [name, anyValue(random, depth + 1)]),
  );
}
