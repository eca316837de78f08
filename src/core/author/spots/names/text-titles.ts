import { isJsonObject, type Json } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';
import { hasWords, type TreeElement, type TreeNode } from '../tree.ts';
import {
  attributeTitles,
  frameTitle,
  inlineTitles,
  labelTitles,
  withNoun,
} from './attribute-titles.ts';
import { cellNames } from './cell-names.ts';
import { contentWord } from './content-words.ts';
import { fileWord } from './file-words.ts';
import { fragmentTitle } from './fragment-titles.ts';
import { isNoun, withSharedNames } from './list-nouns.ts';
import { placeTitle, roles } from './place-titles.ts';
import { isButton, isInButton, isPill, isPressed } from './pressed.ts';
import { isNamed, pairTitle, rowTextTitles } from './row-text-titles.ts';
import type { RowNoun, TitleLook } from './titles.ts';
import { singular } from './words.ts';

function roleOf(element: TreeElement): string {
  const { name, parent, attributes } = element;
  if (name === 'time' && /^\d{4}-\d\d/.test(attributes.get('datetime')?.text ?? '')) return 'date';
  // A caption that stands before all else is a heading.
  if (name === 'figcaption' && parent?.children.find(({ node }) => node === 'element') === element)
    return 'heading';
  // A raised word of some length is a mark: new, sold out.
  const words =
    name === 'sup' ? (element.children[0]?.node === 'text' ? element.children[0].text : '') : '';
  if (name === 'sup') return /^\p{L}{3,}/u.test(words.trim()) ? 'badge' : 'unit';
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
  const words = look.words.ofElement(element).filter((each) => !isState(each, look, row));
  const [said = ''] = words;
  if (one.kind === 'image') return pictureTitles(element, words, look, row);
  if (one.kind === 'icon')
    return [...(isInButton(element) ? ['button icon'] : []), withNoun('icon', said)];
  if (one.kind === 'media')
    return [isBackground(element) ? 'background film' : (fileWord(one) ?? 'film')];
  if (one.kind === 'link') return linkTitles(one, element, words, look, row);
  const whole = wholeOf(element);
  return wordTitles(one, whole, [...words, ...look.words.ofElement(whole)], row, look);
}

/** True for what only some rows are called. */
function isState(said: string, { words }: TitleLook, row: RowNoun | undefined): boolean {
  return (row?.fields ?? []).some(
    ({ kind, names }) => kind === 'switch' && names.some((name) => words.of(name) === said),
  );
}

/** A column is spoken of by what stands over it. */
function columnTitles(column: string, heading: string): string[] {
  const isName = /^\p{L}+(?: \p{L}+)?$/u.test(heading);
  return [...(isName ? [`${heading.toLowerCase()} column`] : []), `${column} heading`];
}

/** True for what no longer holds (HTML Standard, 4.5.5 and 4.7.2). */
function isGone(element: TreeElement): boolean {
  for (let one: TreeElement | undefined = element; one; one = one.parent)
    if (/^(?:s|del|strike)$/.test(one.name)) return true;
  return false;
}

/** The heading or the cell of which an element marks all the words. */
function wholeOf(element: TreeElement): TreeElement {
  const { parent } = element;
  const isAll = parent?.children.every((node) => node === element || isBlank(node));
  return parent && isAll && wholes.test(parent.name) ? parent : element;
}

const wholes = /^(?:h[1-6]|t[hd]|d[td]|caption|figcaption|summary|legend)$/;

function isBlank(node: TreeNode): boolean {
  return node.node === 'text' && !/\S/.test(node.text);
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
  const fragment = fragmentTitle(one, element, look);
  if (fragment) return [fragment];
  const pair = row && pairTitle(one, row);
  if (pair) return [pair];
  const noun = row?.noun ?? '';
  const measure = measureOf(one, element, look);
  if (measure !== '') return [measure];
  const typed = words.filter((each) => whole.test(each));
  const others = words.filter((each) => !whole.test(each));
  const cell = /^t[dh]$/.test(element.name) ? headingOf(element) : undefined;
  if (cell) return [cell];
  const [column = ''] = element.name === 'th' ? cellNames(element) : [];
  if (!row && / column$/.test(column)) return columnTitles(column, texts[0] ?? '');
  if (content === 'price' && isGone(element)) return ['old price'];
  if (role === 'heading' && element.name !== 'th') {
    const isQuestion = content === 'question' && element.name === 'summary';
    const [own] = typed.filter((each) => !/^(?:heading|text)$/.test(each));
    if (isQuestion) return ['question'];
    return [own ?? (noun ? `${noun} ${isNamed.test(noun) ? 'name' : 'title'}` : 'heading')];
  }
  if (isButton(element) || isWordOfButton(element)) {
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
  if (row) return rowTextTitles(one, element, role, row, content);
  const place = placeTitle(element, texts[0] ?? '', look);
  const around = place === 'text' || place === 'closing line' ? typeAround(element, look) : '';
  return [around || place, role || 'text'];
}

/** A number that a custom property of its row has as well is what that is called. */
function measureOf({ slot, joined = [] }: Proposal, element: TreeElement, look: TitleLook): string {
  const said = [slot, ...joined].flatMap((each) => {
    const [, name] = /style:--([\w-]+)$/.exec(each) ?? [];
    const words = name === undefined ? '' : look.words.of(name);
    return words === '' ? [] : [words];
  })[0];
  if (said === undefined) return '';
  return isDegrees(element) && !said.includes('temperature') ? `${said} temperature` : said;
}

function isDegrees({ children }: TreeElement): boolean {
  return children.some((node) => node.node === 'text' && /\d\s?°/.test(node.text));
}

/** What the elements around a text say that all in them is, such as small print. */
function typeAround({ parent }: TreeElement, { words }: TitleLook): string {
  for (let one = parent, depth = 0; one && one.name !== '' && depth < 2; depth += 1) {
    const said = words.ofElement(one).find((each) => inherited.test(each));
    if (said) return said;
    one = one.parent;
  }
  return '';
}

const inherited = /(?:small print|caption|introduction|note|warning|hint|quote|address|price)$/;

/** True for the only words of what is pressed. */
function isWordOfButton({ parent, name }: TreeElement): boolean {
  return (
    parent !== undefined &&
    isButton(parent) &&
    /^(?:span|b|strong|em)$/.test(name) &&
    parent.children.filter((one) => !isBlank(one) && hasWordsIn(one)).length === 1
  );
}

function hasWordsIn(node: TreeNode): boolean {
  return node.node === 'text' ? /\S/.test(node.text) : hasWords(node);
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
  const [scheme] = schemes.filter(([is]) => all(is)).map(([, words]) => words);
  if (isPressed(element, look.styled))
    return [...buttonTitles(typed, others), ...(scheme ? [`${scheme} button`] : [])];
  if (scheme) return [scheme, `${scheme} link`];
  if (/^(?:logo|sponsor|partner|brand)$/.test(row?.noun ?? '') && all(/^https?:/))
    return ['website', `${row?.noun} link`];
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

const schemes = [
  [/^tel:/, 'phone'],
  [/^mailto:/, 'e-mail'],
] as const;

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
  const file = element.attributes.get('src')?.text ?? '';
  if (/logo/i.test(file) || (!row && leadsHome(element))) return ['logo'];
  const [, moment] = /[^a-z](before|after)(?:[^a-z/][^/]*)?$/i.exec(`/${file}`) ?? [];
  if (moment) return [`picture ${moment.toLowerCase()}`];
  if (row?.noun === 'logo') return ['logo'];
  const [other] = words.filter((each) => each !== 'picture' && isNoun(each));
  return ['picture', ...(other ? [withNoun('picture', other)] : [])];
}

/** A picture that leads to the first page of a site is its logo. */
function leadsHome({ parent }: TreeElement): boolean {
  return (
    parent?.name === 'a' &&
    /^(?:\.?\/|index\.html?)$/.test(parent.attributes.get('href')?.text ?? '')
  );
}

function stateTitles(one: Proposal, element: TreeElement, look: TitleLook): string[] {
  if (one.slot.endsWith('level')) return ['heading level'];
  // What sets some apart says more than what they all are, in whatever language.
  const [modifier = ''] = one.names;
  const isApart = one.kind === 'switch' && look.words.of(modifier) === '';
  const read = isApart
    ? [modifier]
    : one.names.map((name) => look.words.of(name)).filter((words) => words !== '');
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
    const [said] = look.words.ofElement(row ? withSharedNames(one) : one);
    const noun = row && said ? singular(said) : said;
    if (one.name === 'figcaption') found.push('caption');
    else if (noun && isNoun(noun) && !whole.test(noun) && !found.includes(noun)) found.push(noun);
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
