import { compileMould, type Json, type Mould } from 'keen-mould';
import { redeclared } from './fields.ts';
import { fieldsOf } from './paste.ts';

/** The sources that fields are bound in, by the file that each is. */
export const sources = {
  'template.html': ['template', 'html'],
  'style.css': ['style', 'css'],
  'script.js': ['script', 'js'],
} as const;

export type SourceFile = keyof typeof sources;

/** A stretch of a source that was marked by hand. */
export interface Marked {
  readonly file: SourceFile;
  readonly start: number;
  readonly end: number;
}

/** A field to make of what was marked. */
export interface Proposed {
  readonly name: string;
  readonly declaration: Readonly<Record<string, Json>>;
  /** What stands in its place from then on, under a name. */
  readonly binding: (name: string) => string;
}

/** Kinds by a property of CSS that takes their values. */
const ofStyle: readonly (readonly [kind: string, property: string])[] = [
  ['color', 'color'],
  ['length', 'text-indent'],
  ['duration', 'transition-duration'],
  ['shape', 'clip-path'],
  ['typeface', 'font-family'],
];

/** What fields could be made of what was marked, the likeliest first; a sentence where none. */
export function proposed(mould: Mould, marked: Marked): readonly Proposed[] | string {
  const [part] = sources[marked.file];
  const source = mould[part];
  const text = source.slice(marked.start, marked.end);
  if (text.trim() === '') return 'Select a text, an element, a CSS value or a script literal.';
  const found = {
    'template.html': () => inTemplate(mould, source, marked),
    'style.css': () => inStyle(mould, text),
    'script.js': () => inScript(mould, text),
  }[marked.file]();
  if (typeof found === 'string') return found;
  const sound = found.filter((one) => typeof withField(mould, marked, one) !== 'string');
  if (sound.length > 0) return sound;
  const [first] = found;
  return first ? (withField(mould, marked, first) as string) : 'There is nothing to bind here.';
}

const address = /^(?:https?:|mailto:|tel:|\.{0,2}\/|#)\S*$/;

function inTemplate(mould: Mould, source: string, { start, end }: Marked) {
  const text = source.slice(start, end);
  if (/^\s*<[a-z]/i.test(text)) return ofElement(mould, text);
  if (/[<>]|\{~/.test(text))
    return 'Select text between tags, the value of one attribute, or one whole element.';
  const before = source.slice(0, start);
  const tag = before.lastIndexOf('<') > before.lastIndexOf('>');
  const [, quote] = /=\s*(["'])(?:(?!\1).)*$/s.exec(before.slice(before.lastIndexOf('<'))) ?? [];
  if (tag && (quote === undefined || text.includes(quote)))
    return 'Inside a tag, select the value of one attribute, without its quotes.';
  const box = document.createElement('textarea');
  box.innerHTML = text;
  const { value } = box;
  const [, attribute = ''] = /\s([\w:-]+)=["']$/.exec(before) ?? [];
  const isWhole = attribute !== '' && /^["']/.test(source.slice(end));
  const all: (readonly [kind: string, value: Json])[] = [
    ...(isWhole && /^(?:src|poster)$/.test(attribute) ? [['image', { src: value }] as const] : []),
    ...(address.test(value) ? [['link', { href: value }] as const] : []),
    ...(/^\d{4}-\d\d-\d\d$/.test(value.trim()) ? [['date', value.trim()] as const] : []),
    ...(/^-?\d+(?:\.\d+)?$/.test(value.trim()) ? [['number', Number(value)] as const] : []),
    ['text', value],
    ['multiline', value],
    ...(attribute === '' ? [['richtext', text] as const] : []),
  ];
  const name = freeName(mould, value);
  return all.map(
    ([kind, held]): Proposed => ({
      name,
      declaration: { kind, default: held },
      binding: (one) => `{~${one}~}`,
    }),
  );
}

/** An element may come and go, be written so many times, or have its content filled in. */
function ofElement(mould: Mould, text: string): readonly Proposed[] | string {
  const box = document.createElement('template');
  box.innerHTML = text;
  const [element] = box.content.children;
  const open = /^\s*<[a-z][^\s/>]*/i.exec(text)?.[0] ?? '';
  if (!element || box.content.textContent?.trim() !== element.textContent?.trim())
    return 'Select one whole element, from its start tag to its end tag.';
  const tag = element.localName;
  const name = freeName(mould, element.className || tag);
  const around = /^(\s*<(?:"[^"]*"|'[^']*'|[^'">])*>)([\s\S]*)(<\/[^>]+>\s*)$/.exec(text);
  const [, start = '', inner = '', close = ''] = around ?? [];
  return [
    {
      name,
      declaration: { kind: 'switch', default: true },
      binding: (one) => `${open} km-when="${one}"${text.slice(open.length)}`,
    },
    {
      name,
      declaration: { type: 'integer', minimum: 0, maximum: 24, default: 1 },
      binding: (one) => `${open} km-each="${one}"${text.slice(open.length)}`,
    },
    ...(around && !/\{~|km-/.test(inner)
      ? [
          {
            name,
            declaration: { kind: 'richtext', default: inner.trim() },
            binding: (one: string) => `${start}{~${one}~}${close}`,
          },
        ]
      : []),
  ];
}

function inStyle(mould: Mould, text: string): readonly Proposed[] | string {
  const value = text.trim();
  const [, picture] = /^url\(\s*["']?([^"')]+)["']?\s*\)$/.exec(value) ?? [];
  const isNumber = /^-?[\d.]+$/.test(value);
  const kinds = picture
    ? ['image']
    : isNumber
      ? ['number']
      : ofStyle.filter(([, property]) => CSS.supports(property, value)).map(([kind]) => kind);
  // Any word is the name of a typeface as well.
  const likely = kinds.length > 1 ? kinds.filter((kind) => kind !== 'typeface') : kinds;
  const isWord = likely[0] === 'typeface' && !/[,"' ]/.test(value);
  if (likely.length === 0 || isWord)
    return `${value} is not a colour, length, time, number, font or image.`;
  return likely.map((kind): Proposed => {
    const held: Record<string, Json> = {
      number: Number(value),
      typeface: { family: value },
      image: { src: picture ?? '' },
    };
    return {
      name: freeName(mould, kind),
      declaration: { kind, default: held[kind] ?? value },
      binding: (one) =>
        text.replace(value, `var(--${inStyleNamed(one)}${kind === 'typeface' ? '-family' : ''})`),
    };
  });
}

function inStyleNamed(name: string): string {
  return name.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase();
}

function inScript(mould: Mould, text: string): readonly Proposed[] | string {
  const value = literal(text.trim());
  if (value === undefined)
    return 'Select a whole literal: a number, true, false, or a string with its quotes.';
  const kinds =
    typeof value === 'number'
      ? ['number', 'duration']
      : typeof value === 'boolean'
        ? ['switch']
        : ['text', ...(CSS.supports('color', value) ? ['color'] : [])];
  const name = freeName(mould, typeof value === 'string' ? value : 'value');
  return kinds.map(
    (kind): Proposed => ({
      name,
      declaration: { kind, default: kind === 'duration' ? `${value}ms` : value },
      binding: (one) => text.replace(text.trim(), `mould.values.${one}`),
    }),
  );
}

function literal(text: string): string | number | boolean | undefined {
  if (/^-?\d+(?:\.\d+)?$/.test(text)) return Number(text);
  if (text === 'true' || text === 'false') return text === 'true';
  const [, quote, inner = ''] = /^(["'])((?:(?!\1)[^\\\n])*)\1$/.exec(text) ?? [];
  return quote ? inner : undefined;
}

/** A name after the first words, that no field has yet. */
function freeName(mould: Mould, words: string): string {
  const [first = '', ...others] = (words.match(/[A-Za-z][A-Za-z0-9]*/g) ?? []).slice(0, 2);
  const rest = others.map((word) => word.charAt(0).toUpperCase() + word.slice(1));
  const wanted =
    `${first.charAt(0).toLowerCase()}${first.slice(1)}${rest.join('')}`.slice(0, 24) || 'field';
  const taken = fieldsOf(mould);
  let name = wanted;
  for (let at = 2; Object.hasOwn(taken, name); at += 1) name = `${wanted}${at}`;
  return name;
}

/** The mould with that field in it, or the sentence that says why there can be none. */
export function withField(
  mould: Mould,
  marked: Marked,
  { name, declaration, binding }: Proposed,
): Mould | string {
  const [part] = sources[marked.file];
  const source = mould[part];
  const bound = source.slice(0, marked.start) + binding(name) + source.slice(marked.end);
  const title = name.replace(/([a-z])([A-Z0-9])/g, '$1 $2').toLowerCase();
  const words = title.charAt(0).toUpperCase() + title.slice(1);
  const whole = redeclared({ ...mould, [part]: bound }, name, { ...declaration, title: words });
  const wrong = compileMould(whole).findings.find(({ level }) => level === 'error');
  return wrong ? `${wrong.message} ${wrong.hint ?? ''}`.trim() : whole;
}

/** Why a name cannot be had for a new field. */
export function nameTaken(mould: Mould, name: string): string | undefined {
  if (!/^[A-Za-z][A-Za-z0-9_-]{0,79}$/.test(name))
    return `${JSON.stringify(name)} is not a valid field name. Start with a letter, then use letters, digits and hyphens.`;
  return Object.hasOwn(fieldsOf(mould), name)
    ? `A field called ${name} already exists.`
    : undefined;
}
