import { isJsonObject, type JsonObject } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';
import { contentWord } from './content-words.ts';
import type { RowNoun } from './titles.ts';

/** Titles of a text in a row that no class says what it is, the best first. */
export function rowTextTitles(
  one: Proposal,
  element: TreeElement,
  role: string,
  { noun, fields }: RowNoun,
  content: string | undefined,
): string[] {
  const texts = fields.filter(
    ({ kind, isCarried }) => !isCarried && /^(?:text|richtext|multiline)$/.test(kind),
  );
  if (texts.length === 1 && noun && !/^(?:small|sup)$/.test(element.name))
    return [noun, `${noun} text`];
  const name = texts.find((text) => isAlt(text, fields));
  if (name === one) return ['name'];
  if (name && texts[texts.indexOf(name) + 1] === one && !isLong(one)) return ['role'];
  if (noun === 'person' && texts[1] === one) return ['role'];
  if (noun === 'question' && !isFirst(one, texts)) return ['answer'];
  const isCaption = texts.length === 1 && fields.some(({ kind }) => kind === 'image');
  if (isCaption && /^(?:picture|slide|)$/.test(noun)) return ['caption'];
  if (/^(?:b|strong)$/.test(element.name))
    return [(isFirst(one, texts) || isBegun(element)) && content !== 'number' ? 'name' : 'value'];
  if (noun && isLong(one) && !isFirst(one, texts)) return [`${noun} description`];
  if (role !== '') return [role];
  if (content === 'number') return ['number'];
  return noun ? [`${noun} text`] : ['text'];
}

/** Rows that have a name rather than a title. */
export const isNamed = /(?:person|member|plan|product|sponsor|partner|work|service|film|place)$/;

/** True for words at the beginning of a text that goes on after them. */
function isBegun(element: TreeElement): boolean {
  const { children = [] } = element.parent ?? {};
  const others = children.filter((one) => one.node !== 'text' || /\S/.test(one.text));
  return others[0] === element && others.some(({ node }) => node === 'text');
}

/** True for what stands before all others in a row. */
function isFirst(one: Proposal, all: readonly Proposal[]): boolean {
  const startOf = ({ found }: Proposal) => found[0]?.start ?? Infinity;
  return all.every((other) => startOf(one) <= startOf(other));
}

/** True for the words that a picture beside them is described by: it shows who or what is named. */
function isAlt({ values }: Proposal, fields: readonly Proposal[]): boolean {
  const pictures = fields.filter(({ kind }) => kind === 'image');
  return pictures.some((picture) => {
    const shown = picture.values.flatMap((value, row) => {
      const alt = isJsonObject(value ?? null) ? (value as JsonObject).alt : undefined;
      return typeof alt === 'string' && alt !== '' ? [alt === values[row]] : [];
    });
    return shown.length > 0 && shown.every((isSame) => isSame);
  });
}

/** What a time or a text beside a price is in a row; undefined for other texts. */
export function pairTitle(one: Proposal, { fields }: RowNoun): string | undefined {
  const times = fields.filter((each) => each.kind === 'text' && wordOf(each) === 'time');
  if (times.length === 2 && times.includes(one)) return one === times[0] ? 'opens' : 'closes';
  const there = one.values.filter((value) => value !== undefined && value !== '');
  const isPer = there.length > 0 && there.every((value) => per.test(String(value)));
  return isPer && fields.some((each) => wordOf(each) === 'price') ? 'period' : undefined;
}

/** `per evening`, `a month`, `/ year`. */
const per = /^(?:\/|(?:per|an?|each|pro|je|par|por|al|per il|in het)\s)\s*\p{L}+$/iu;

function wordOf({ values }: Proposal): string | undefined {
  return contentWord(values.flatMap((value) => (typeof value === 'string' ? [value] : [])));
}

/** A sentence rather than a name or a mark. */
function isLong({ values }: Proposal): boolean {
  const texts = values.filter((value) => typeof value === 'string' && value !== '');
  return texts.length > 0 && texts.every((text) => String(text).split(/\s+/).length > 3);
}
