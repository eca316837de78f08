import type { Proposal } from '../atom.ts';
import { hasWords, type TreeElement, within } from '../tree.ts';
import { contentWord } from './content-words.ts';
import { fileWord } from './file-words.ts';
import { isNoun } from './list-nouns.ts';
import { isButton } from './pressed.ts';
import type { RowNoun, TitleLook } from './titles.ts';

const attributeWords: Readonly<Record<string, string>> = {
  placeholder: 'hint',
  title: 'tooltip',
  'aria-label': 'label',
  'aria-description': 'description',
  'aria-valuetext': 'value text',
  datetime: 'date',
  alt: 'description',
  value: 'value',
  action: 'form address',
  src: 'address',
  cite: 'source',
  label: 'label',
};

/** Titles of a field that an attribute is filled by. */
export function attributeTitles(
  name: string,
  one: Proposal,
  element: TreeElement,
  look: TitleLook,
): string[] {
  // Where there are no words to read, a tooltip is all that says what it is.
  const isAlone = name === 'title' && !hasWords(element);
  const known = isAlone ? 'label' : attributeWords[name];
  const file = fileWord(one);
  if (file || one.kind === 'media') return [file ?? 'film'];
  if (name === 'aria-label' && element.attributes.get('role')?.text === 'img')
    return ['picture description'];
  if (name.startsWith('data-') || known === undefined) {
    const words = look.words.of(name.replace(/^data-/, ''));
    const content = contentWord(
      one.values.flatMap((value) => (value === undefined || value === null ? [] : [String(value)])),
    );
    const isSaid = content !== undefined && !/^(?:number|question|time)$/.test(content);
    if (one.kind === 'date' && words && !/\b(?:date|day|time)\b/.test(words))
      return [`${words} date`];
    return [words || (isSaid ? content : '') || name.replace(/^data-/, '').replace(/-/g, ' ')];
  }
  if (name === 'action') return [known];
  if (name === 'src' && element.name === 'iframe') return [frameTitle(element)];
  if (isButton(element) && name === 'value') return ['button', 'button text'];
  if (name === 'value' && element.attributes.get('type')?.text === 'range') return ['start value'];
  if (name === 'placeholder' || element.name === 'input') {
    const about = boxName(element, look);
    return [about ? `${about} ${known}` : known];
  }
  const [said = isButton(element) ? 'button' : ''] = look.words.ofElement(element).filter(isNoun);
  return [known, ...(said ? [withNoun(known, said)] : [])];
}

/** What types of boxes ask for (HTML Standard, 4.10.5). */
const asked: Readonly<Record<string, string>> = {
  email: 'e-mail',
  tel: 'phone',
  url: 'address',
  date: 'date',
  search: 'search',
  password: 'password',
  range: 'slider',
};

/** What a box of a form asks for: by its type, its name, or the label. */
function boxName({ attributes }: TreeElement, { words }: TitleLook): string {
  const type = attributes.get('type')?.text ?? '';
  const byType = asked[type];
  if (byType) return byType;
  for (const name of ['name', 'id', 'autocomplete']) {
    const said = words.of(attributes.get(name)?.text ?? '');
    if (said) return said;
  }
  return '';
}

/** A label is called after what its box asks for. */
export function labelTitles(element: TreeElement, look: TitleLook): string[] {
  const id = element.attributes.get('for')?.text;
  const box =
    (id === undefined ? undefined : look.tree.ids.get(id)) ??
    [...within(element)].find(({ name }) => /^(?:input|select|textarea)$/.test(name));
  const about = box ? boxName(box, look) : '';
  return [about ? `${about} label` : 'label'];
}

/** Titles of a value in inline style. */
export function inlineTitles(
  one: Proposal,
  element: TreeElement,
  look: TitleLook,
  row: RowNoun | undefined,
): string[] {
  const property = /style:([\w-]+)/.exec(one.slot)?.[1] ?? '';
  // A single letter may stand for anything.
  const words = property.startsWith('--')
    ? property.length > 3
      ? look.words.of(property.slice(2))
      : ''
    : property.replace(/-/g, ' ');
  const [said = ''] = look.words.ofElement(element);
  if (one.kind === 'color') {
    const what =
      words === '' || /^(?:background|color|border|fill|stroke|background color)$/.test(words)
        ? 'colour'
        : withNoun('colour', words);
    const ofRow = what === 'colour' && row?.noun ? [`${row.noun} colour`] : [];
    return [...ofRow, what, ...(said ? [`${said} ${what}`] : [])];
  }
  if (one.kind === 'image') return ['background picture'];
  if (one.kind === 'number' && /^(?:left|top|right|bottom)$/.test(property)) return ['position'];
  if (one.kind === 'number' && /^(?:width|height)$/.test(property)) return ['percent', 'size'];
  return [words || 'value', ...(said ? [`${said} ${words}`] : [])];
}

/** What a page within the page shows, as far as its address says. */
export function frameTitle({ attributes }: TreeElement): string {
  return /map/i.test(attributes.get('src')?.text ?? '') ? 'map address' : 'embedded page';
}

/** Words with a noun at their end. */
export function withNoun(noun: string, words: string): string {
  return words === '' || words.endsWith(noun) ? words || noun : `${words} ${noun}`;
}
