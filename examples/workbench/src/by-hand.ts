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
  /** What stands in its place from then on. */
  readonly binding: string;
}

/** Kinds by how CSS takes a value: the first property that does says which. */
const ofStyle: readonly [kind: string, property: string][] = [
  ['color', 'color'],
  ['length', 'text-indent'],
  ['duration', 'transition-duration'],
];

/** What kind of field could be made of what was marked; a sentence where none could. */
export function proposed(mould: Mould, marked: Marked): Proposed | string {
  const [part] = sources[marked.file];
  const text = mould[part].slice(marked.start, marked.end);
  if (text.trim() === '') return 'Mark a text, a value of style, or a literal of the script.';
  if (marked.file === 'template.html') return inTemplate(mould, text);
  return marked.file === 'style.css' ? inStyle(mould, text) : inScript(mould, text);
}

function inTemplate(mould: Mould, text: string): Proposed | string {
  if (/[<>]|\{~/.test(text))
    return 'Mark words between tags, or the value of one attribute, without tags.';
  const box = document.createElement('textarea');
  box.innerHTML = text;
  const name = freeName(mould, box.value);
  const kind = /^(?:https?:|mailto:|tel:|\.{0,2}\/|#)\S*$/.test(box.value) ? 'link' : 'text';
  const value: Json = kind === 'link' ? { href: box.value } : box.value;
  return {
    name,
    declaration: { kind, default: value },
    binding: `{~${name}${kind === 'link' ? '.href' : ''}~}`,
  };
}

function inStyle(mould: Mould, text: string): Proposed | string {
  const value = text.trim();
  const kind = /^-?[\d.]+$/.test(value)
    ? 'number'
    : ofStyle.find(([, property]) => CSS.supports(property, value))?.[0];
  if (!kind) return `${value} is neither a colour, a length, a time nor a number.`;
  const name = freeName(mould, kind);
  const own = name.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase();
  return {
    name,
    declaration: { kind, default: kind === 'number' ? Number(value) : value },
    binding: text.replace(value, `var(--${own})`),
  };
}

function inScript(mould: Mould, text: string): Proposed | string {
  const value = literal(text.trim());
  if (value === undefined)
    return 'Mark a whole literal: a number, true or false, or a text with its quotes.';
  const kinds: Record<string, string> = { string: 'text', number: 'number', boolean: 'switch' };
  const name = freeName(mould, typeof value === 'string' ? value : 'value');
  const binding = text.replace(text.trim(), `mould.values.${name}`);
  return { name, declaration: { kind: kinds[typeof value] ?? 'text', default: value }, binding };
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
  const bound = source.slice(0, marked.start) + binding + source.slice(marked.end);
  const title = name.replace(/([a-z])([A-Z0-9])/g, '$1 $2').toLowerCase();
  const words = title.charAt(0).toUpperCase() + title.slice(1);
  const whole = redeclared({ ...mould, [part]: bound }, name, { ...declaration, title: words });
  const wrong = compileMould(whole).findings.find(({ level }) => level === 'error');
  return wrong ? `${wrong.message} ${wrong.mend ?? ''}`.trim() : whole;
}
