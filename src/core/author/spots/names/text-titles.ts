import { isJsonObject, type Json } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';
import {
  attributeTitles,
  frameTitle,
  inlineTitles,
  labelTitles,
  withNoun,
} from './attribute-titles.ts';
import { cellNames } from './cell-names.ts';
import { contentWord } from './content-words.ts';
import { isNoun } from './list-nouns.ts';
import { isButton, isInButton, isPill, isPressed } from './pressed.ts';
import type { RowNoun, TitleLook } from './titles.ts';

/** What an element is for (HTML Standard, 4), as people who fill forms say it. */
const roles: Readonly<Record<string, string>> = {
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  h5: 'heading',
  h6: 'heading',
  button: 'button',
  a: 'link',
  area: 'link',
  img: 'picture',
  image: 'picture',
  svg: 'icon',
  video: 'film',
  audio: 'sound',
  iframe: 'embedded page',
  label: 'label',
  legend: 'legend',
  caption: 'heading',
  figcaption: 'caption',
  summary: 'heading',
  cite: 'source',
  blockquote: 'quote',
  q: 'quote',
  time: 'time',
  address: 'address',
  small: 'note',
  dt: 'label',
  dd: 'value',
  option: 'option',
  th: 'heading',
  optgroup: 'group',
  output: 'value',
};

function roleOf(element: TreeElement): string {
  const { name, parent, attributes } = element;
  if (name === 'time' && /^\d{4}-\d\d/.test(attributes.get('datetime')?.text ?? '')) return 'date';
  // A caption that stands before all else is a heading.
  if (name === 'figcaption' && parent?.children.find(({ node }) => node === 'element') === element)
    return 'heading';
  // A raised word of some length is a mark: new, sold out.
  const words =
    name === 'sup' ? (element.children[0]?.node === 'text' ? element.children[0].text : '') : '';
  if (name === 'sup') return words.trim().length > 3 ? 'badge' : 'unit';
  return roles[name] ?? '';
}

/** Words by which a class says what its element is, so that nothing need be added. */
const whole =
  /(?:heading|introduction|slogan|text|description|small print|note|caption|warning|hint|tip|label|message|quote|author|role|name|price|amount|unit|period|date|day|month|year|time|hours|length|duration|temperature|number|quantity|value|percent|address|place|phone|e-mail|category|badge|ribbon|button|link|picture|portrait|logo|brand|thumbnail|icon|film|benefit|feature|figure|person|question|answer)$/;

/** Titles that say no more than what sort of thing it is. */
const vague = /^(?:text|link|picture|label|icon|value|film)$/;

/** Titles of a field in markup, the best first. */
export function textTitles(
  one: Proposal,
  element: TreeElement,
  look: TitleLook,
  row: RowNoun | undefined,
): readonly string[] {
  const base = baseTitles(one, element, look, row);
  const sections = sectionsOf(element, look, row);
  const [first = ''] = base;
  const apart = sections
    .filter((section) => !first.includes(section))
    .map((section) => `${section} ${first}`);
  const isVague = vague.test(first) && one.kind !== 'switch' && one.kind !== 'choice';
  const ordered = isVague
    ? [...base.slice(1), ...apart, first]
    : [first, ...apart, ...base.slice(1)];
  return [...new Set(ordered)].filter((title) => title !== '');
}

function baseTitles(
  one: Proposal,
  element: TreeElement,
  look: TitleLook,
  row: RowNoun | undefined,
): string[] {
  const attribute = /\/attr:([\w-]+)$|^attr:([\w-]+)$/.exec(one.slot);
  const name = attribute?.[1] ?? attribute?.[2];
  if (name !== undefined) return attributeTitles(name, one, element, look);
  if (/style:/.test(one.slot)) return inlineTitles(one, element, look, row);
  if (one.kind === 'switch' || one.kind === 'choice') return stateTitles(one, element, look);
  const words = look.words.ofElement(element);
  const [said = ''] = words;
  if (one.kind === 'image') return pictureTitles(element, words, look, row);
  if (one.kind === 'icon')
    return [...(isInButton(element) ? ['button icon'] : []), withNoun('icon', said)];
  if (one.kind === 'media') return [isBackground(element) ? 'background film' : 'film'];
  if (one.kind === 'link') return linkTitles(one, element, words, look, row);
  return wordTitles(one, element, words, row, look);
}

/** What a text is. */
function wordTitles(
  one: Proposal,
  element: TreeElement,
  words: readonly string[],
  row: RowNoun | undefined,
  look: TitleLook,
): string[] {
  const role = roleOf(element);
  const texts = one.values.flatMap((value) =>
    typeof value === 'string' ? [plain(value)] : typeof value === 'number' ? [String(value)] : [],
  );
  const content = contentWord(texts);
  const typed = words.filter((each) => whole.test(each));
  const others = words.filter((each) => !whole.test(each));
  const noun = row?.noun ?? '';
  const cell = /^t[dh]$/.test(element.name) ? headingOf(element) : undefined;
  if (cell) return [cell];
  const [column = ''] = element.name === 'th' ? cellNames(element) : [];
  if (!row && / column$/.test(column)) return [`${column} heading`];
  if (role === 'heading' && element.name !== 'th') {
    const isQuestion = content === 'question' && element.name === 'summary';
    const [own] = typed.filter((each) => !/^(?:heading|text)$/.test(each));
    if (isQuestion) return ['question'];
    return [own ?? (noun ? `${noun} ${isNamed.test(noun) ? 'name' : 'title'}` : 'heading')];
  }
  if (isButton(element)) {
    // What is pressed to see a row is called after it.
    const ofRow = /^(?:tab|filter|slide|question)$/.test(noun) ? [`${noun} label`] : [];
    return [...ofRow, ...buttonTitles(typed, others)];
  }
  if (role === 'label' && element.name === 'label') return labelTitles(element, look);
  const [own] = typed;
  if (own !== undefined && own !== 'text') {
    const around = noun && /^(?:name|description|picture)$/.test(own) ? [`${noun} ${own}`] : [];
    return [own, ...around];
  }
  const [other] = others;
  if (other !== undefined) {
    const full =
      content && !other.includes(content) && content !== 'question' && content !== 'number'
        ? `${other} ${content}`
        : other;
    return [full, ...(role ? [`${other} ${role}`] : [`${other} text`])];
  }
  if (content !== undefined && content !== 'question' && content !== 'number') return [content];
  if (/^(?:span|small|b|strong|em|div)$/.test(element.name) && isPill(element.classes))
    return ['badge'];
  if (row) return rowTexts(one, element, role, row, content);
  return [placeIn(element, texts[0] ?? '', look), role || 'text'];
}

function rowTexts(
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
  if (noun === 'person' && texts[1] === one) return ['role'];
  if (noun === 'question' && !isFirst(one, texts)) return ['answer'];
  const isCaption = texts.length === 1 && fields.some(({ kind }) => kind === 'image');
  if (isCaption && /^(?:picture|slide|)$/.test(noun)) return ['caption'];
  if (/^(?:b|strong)$/.test(element.name))
    return [isFirst(one, texts) && content !== 'number' ? 'name' : 'value'];
  if (role !== '') return [role];
  if (content === 'number') return ['number'];
  return noun ? [`${noun} text`] : ['text'];
}

/** Rows that have a name rather than a title. */
const isNamed = /(?:person|member|plan|product|sponsor|partner|work|service|film|place)$/;

/** True for what stands before all others in a row. */
function isFirst(one: Proposal, all: readonly Proposal[]): boolean {
  const startOf = ({ found }: Proposal) => found[0]?.start ?? Infinity;
  return all.every((other) => startOf(one) <= startOf(other));
}

/** What a text is by where it stands among the others. */
function placeIn(element: TreeElement, text: string, { tree }: TitleLook): string {
  if (roles[element.name] && element.name !== 'small') return roles[element.name] ?? '';
  const words = text.split(/\s+/).length;
  const headings = tree.elements.filter(({ name }) => /^h[1-6]$/.test(name));
  const [heading] = headings;
  const last = tree.elements.findLast(
    (one) => one.isHtml && one.children.some(({ node }) => node === 'text') && !isButton(one),
  );
  const isLast = last !== undefined && (last === element || contains(element, last));
  if (heading && element.start < heading.start) return words <= 6 ? 'small heading' : 'text';
  if (element.name === 'small') return isLast ? 'small print' : 'note';
  const before =
    heading &&
    tree.elements.filter((one) => one.start > heading.start && one.start < element.start);
  const isNext = before?.every((one) => !hasOwnText(one) || contains(heading as TreeElement, one));
  if (isNext && words > 3) return 'introduction';
  if (isLast && words > 2) return 'closing line';
  return 'text';
}

function hasOwnText({ children }: TreeElement): boolean {
  return children.some(({ node }) => node === 'text');
}

function contains(a: TreeElement, b: TreeElement): boolean {
  return a.start <= b.start && b.end <= a.end;
}

function linkTitles(
  one: Proposal,
  element: TreeElement,
  words: readonly string[],
  look: TitleLook,
  row: RowNoun | undefined,
): string[] {
  if (element.name === 'form') return ['form address'];
  if (element.name === 'iframe') return [frameTitle(element)];
  const hrefs = one.values.flatMap((value) =>
    isJsonObject(value ?? null) ? [String((value as { href?: Json }).href ?? '')] : [],
  );
  const all = (scheme: RegExp) => hrefs.length > 0 && hrefs.every((href) => scheme.test(href));
  const typed = words.filter((each) => whole.test(each));
  const others = words.filter((each) => !whole.test(each));
  if (isPressed(element, look.styled)) return buttonTitles(typed, others);
  if (all(/^tel:/)) return ['phone', 'phone link'];
  if (all(/^mailto:/)) return ['e-mail', 'e-mail link'];
  const [said] = typed.filter((each) => each !== 'link');
  if (said) return [said.endsWith('button') ? said : `${said} link`];
  if (
    row?.noun &&
    row.fields.filter(({ isCarried, kind }) => !isCarried && kind !== 'note').length === 1
  )
    return [row.noun];
  const [other] = others;
  const section = sectionsOf(element, look, row)[0];
  return ['link', ...(other ? [`${other} link`] : []), ...(section ? [`${section} link`] : [])];
}

function buttonTitles(typed: readonly string[], others: readonly string[]): string[] {
  const [said] = typed.filter((each) => each.endsWith('button') && each !== 'button');
  const [other] = others;
  return [...(said ? [said] : []), 'button', ...(other ? [`${other} button`] : [])];
}

function pictureTitles(
  element: TreeElement,
  words: readonly string[],
  look: TitleLook,
  row: RowNoun | undefined,
): string[] {
  const around = element.parent ? look.words.ofElement(element.parent) : [];
  const kinds = /(?:^| )(logo|portrait|thumbnail|icon)$/;
  const [said] = [...words, ...around].filter((each) => kinds.test(each));
  if (said) return [said];
  if (/logo/i.test(element.attributes.get('src')?.text ?? '')) return ['logo'];
  if (row?.noun === 'logo') return ['logo'];
  const [other] = words.filter((each) => each !== 'picture' && isNoun(each));
  return ['picture', ...(other ? [withNoun('picture', other)] : [])];
}

function stateTitles(one: Proposal, element: TreeElement, look: TitleLook): string[] {
  if (one.slot.endsWith('level')) return ['heading level'];
  const read = one.names.map((name) => look.words.of(name)).filter((words) => words !== '');
  const [said] = look.words.ofElement(element);
  if (one.kind === 'choice') return [...read, 'look', ...(said ? [`${said} look`] : [])];
  return [...read, ...one.names];
}

/** What the columns of a table are headed with, where a heading says so. */
function headingOf(element: TreeElement): string | undefined {
  const [first] = cellNames(element);
  return first && !/ column$|^(?:text|note)$/.test(first) ? first.toLowerCase() : undefined;
}

/** The words of what an element stands in, from the inside out. */
function sectionsOf(element: TreeElement, look: TitleLook, row: RowNoun | undefined): string[] {
  const found: string[] = [];
  if (row?.noun) found.push(row.noun);
  for (let one = element.parent; one && one.name !== ''; one = one.parent) {
    const [said] = look.words.ofElement(one);
    if (said && isNoun(said) && !whole.test(said) && !found.includes(said)) found.push(said);
  }
  return found.slice(0, 3);
}

function isBackground({ attributes }: TreeElement): boolean {
  return attributes.has('autoplay') && attributes.has('muted');
}

/** A text without its markup. */
function plain(text: string): string {
  return text
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}
