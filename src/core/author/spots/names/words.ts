/** Short forms that people write in names, with what they stand for. */
const short: Readonly<Record<string, string>> = {
  bg: 'background',
  btn: 'button',
  clr: 'color',
  col: 'column',
  cta: 'button',
  desc: 'description',
  dur: 'duration',
  fg: 'text color',
  hd: 'heading',
  hdr: 'header',
  head: 'heading',
  hl: 'highlight',
  img: 'picture',
  image: 'picture',
  info: 'information',
  lbl: 'label',
  msg: 'message',
  nav: 'menu',
  h: 'heading',
  num: 'number',
  ico: 'icon',
  pic: 'picture',
  prev: 'back',
  sec: 'section',
  sub: 'subheading',
  txt: 'text',
  thumb: 'thumbnail',
  src: 'address',
  href: 'address',
  url: 'address',
  ms: '',
  img2: 'picture',
};

/** Words that a name in camel, kebab or snake case consists of, in lower case, short forms read. */
export function wordsOf(name: string): readonly string[] {
  const known = read.get(name);
  if (known) return known;
  const words = plainLetters(name)
    .split(/[^A-Za-z0-9]+/)
    .filter((one) => one !== '')
    .map((one) => one.toLowerCase());
  const all = words.flatMap((one) => (short[one] ?? one).split(' ')).filter((one) => one !== '');
  // Names of fields are tried by the hundred; those of a piece are a few.
  if (read.size > 5000) read.clear();
  read.set(name, all);
  return all;
}

const read = new Map<string, readonly string[]>();

/** Words apart, in letters without marks. Most names have none, and are asked for often. */
function plainLetters(name: string): string {
  if (!/[^\x20-\x7E]/.test(name)) return name.replace(/([a-z\d])([A-Z])/g, '$1 $2');
  return name
    .replace(/([\p{Ll}\p{N}])(\p{Lu})/gu, '$1 $2')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '');
}

/** A name for a field: `accentColor`; '' where the words hold none. */
export function camelName(words: string): string {
  const [first = '', ...rest] = dropRepeats(wordsOf(words));
  const name = first + rest.map((one) => one.charAt(0).toUpperCase() + one.slice(1)).join('');
  return name
    .replace(/^\d+/, '')
    .replace(/^./, (one) => one.toLowerCase())
    .slice(0, 40);
}

/** A title for a form: `Accent color`. */
export function titleWords(words: string): string {
  const text = dropRepeats(wordsOf(words))
    .map((word) => (word === 'color' ? 'colour' : word))
    .join(' ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** `color color` means `color`. */
function dropRepeats(words: readonly string[]): string[] {
  return words.filter((one, index) => one !== words[index - 1]);
}

/** More than one of something: `fare` → `fares`. */
export function plural(word: string): string {
  if (/(?:ea|oa|el|al|ie)f$/.test(word)) return `${word.slice(0, -1)}ves`;
  if (/(?:s|x|z|ch|sh)$/.test(word)) return /[^s]s$/.test(word) ? word : `${word}es`;
  return /[^aeiou]y$/.test(word) ? `${word.slice(0, -1)}ies` : `${word}s`;
}

/** One of several: `fares` → `fare`. */
export function singular(word: string): string {
  if (/(?:ea|oa|el|al)ves$/.test(word)) return word === 'leaves' ? 'leaf' : `${word.slice(0, -3)}f`;
  if (/ies$/.test(word)) return `${word.slice(0, -3)}y`;
  if (/(?:ss|us|is)$/.test(word)) return word;
  return word.replace(/(?<=(?:ch|sh|x|z|s))es$|s$/, '');
}
