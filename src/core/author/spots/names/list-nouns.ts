import type { Proposal } from '../atom.ts';
import { onlyText } from '../markup/only-text.ts';
import { childrenOf, type TreeElement, within } from '../tree.ts';
import { cellNames } from './cell-names.ts';
import { contentWord } from './content-words.ts';
import type { RowNoun, TitleLook } from './titles.ts';
import { singular } from './words.ts';

/** What one row of a list is called, the best first. */
export function listNouns(list: Proposal, look: TitleLook, row: RowNoun | undefined): string[] {
  const { of: element, rows, found } = list;
  if (!element) return [singular(look.words.of(list.names[0] ?? '') || 'row')];
  // A mark of the current one, or a look that some rows have, says nothing of what all are.
  const fields = (rows?.fields ?? []).filter(
    ({ kind, section, isCarried }) =>
      !isCarried && section === 'Content' && !/^(?:note|switch|choice)$/.test(kind),
  );
  const parts = elementsAt(found, element, look);
  // One of several chosen, and what is shown for it.
  const areTabs = (parts.length > 1 && parts.some(isChoice)) || parts.some(holdsTab);
  const around = element.parent ? look.words.ofElement(element.parent).filter(isNoun) : [];
  const nouns = [
    ...(areTabs ? ['tab'] : []),
    ...(row ? [] : byGroupLabel(element, look)),
    ...parts.flatMap((one) => look.words.ofElement(withSharedNames(one)).filter(isNoun)),
    ...byTable(element),
    // What stands before rows in rows is said for each of those.
    ...(row ? [] : byLabel(element, look)),
    ...around.filter((words) => singular(words) !== words && isNoun(singular(words))),
    ...byContent(fields),
    ...bySurroundings(element, look),
    ...(row && /(?:plan|product)$/.test(row.noun) && element.name === 'li' ? ['feature'] : []),
    ...byShape(element, fields, look),
    ...around,
  ];
  // Rows in rows are something else than what they are in.
  const said = nouns.map((words) => singular(words)).filter((noun) => noun !== row?.noun);
  return [...new Set([...said, 'row'])];
}

/** WAI-ARIA 1.2, tab and tabpanel. */
function holdsTab(element: TreeElement): boolean {
  return [...within(element)].some(({ attributes }) =>
    /^tab(?:panel)?$/.test(attributes.get('role')?.text ?? ''),
  );
}

function isOption({ name, attributes }: TreeElement): boolean {
  return name === 'input' && /^(?:radio|checkbox)$/.test(attributes.get('type')?.text ?? '');
}

function isOnlyText(fields: readonly Proposal[]): boolean {
  return fields.every(({ kind }) => /^(?:text|richtext|multiline|link)$/.test(kind));
}

function isChoice({ name, attributes }: TreeElement): boolean {
  return name === 'input' && attributes.get('type')?.text === 'radio';
}

/** What the first row is made of, wherever its parts stand. */
function elementsAt(
  found: Proposal['found'],
  element: TreeElement,
  { tree }: TitleLook,
): readonly TreeElement[] {
  const others = found.filter(({ row, as }) => row === 0 && as === 'tag');
  const starts = new Set(others.map(({ start }) => start));
  return [element, ...tree.elements.filter((one) => one !== element && starts.has(one.start))];
}

/** A row with no more names than others have as well: those of its own tell it apart. */
export function withSharedNames(row: TreeElement): TreeElement {
  const others = (row.parent ? childrenOf(row.parent) : []).filter(
    (one) => one !== row && one.name === row.name,
  );
  const attributes = new Map([...row.attributes].filter(([name]) => name !== 'id'));
  if (others.length === 0) return { ...row, attributes };
  const classes = row.classes.filter(
    (name) => others.filter((one) => one.classes.includes(name)).length * 2 >= others.length,
  );
  return { ...row, attributes, classes };
}

/** Words of looks, and of what is around rows, name none of them. */
export function isNoun(words: string): boolean {
  return !/^(?:one|heading|text|main|quiet|second|dark|light|old|accent|line|gap|space|size|badge|label|menu|table|background|small print|current|new|gone|shut|closed|popular|featured|best|card|box|tile|column|button|icon|pane)$/.test(
    words,
  );
}

/** What the first column of a table is headed with. */
function byTable({ name, children }: TreeElement): string[] {
  const [first] = children.filter((one) => one.node === 'element');
  if (name !== 'tr' || !first) return [];
  const [heading = ''] = cellNames(first);
  return isShort(heading) && !/ column$|^(?:text|note)$/.test(heading)
    ? [heading.toLowerCase()]
    : [];
}

/** What labels the rows: what holds them says so, or a heading just before it does. */
function byLabel(element: TreeElement, { words }: TitleLook): string[] {
  if (!words.isEnglish) return [];
  for (let one = element.parent; one && one.name !== ''; one = one.parent) {
    const label = one.attributes.get('aria-label')?.text ?? labelBefore(one);
    if (label !== undefined) {
      const said = label.toLowerCase().trim();
      return isShort(said) && /^[a-z' -]+$/.test(said) && singular(said) !== said ? [said] : [];
    }
    if (one.children.filter(({ node }) => node === 'element').length > 1) return [];
  }
  return [];
}

/** The heading that stands before an element, with no more than text between them. */
export function headingBefore({ parent, start }: TreeElement): TreeElement | undefined {
  const before = (parent ? childrenOf(parent) : []).filter((one) => one.start < start);
  const last = before.findLast(({ name }) => name !== 'p');
  return last && /^h[1-6]$/.test(last.name) ? last : undefined;
}

/** WAI-ARIA 1.2: what a group is labelled with for people is what they call it. */
function byGroupLabel({ parent }: TreeElement, { words }: TitleLook): string[] {
  const label = parent?.attributes.get('aria-label')?.text.toLowerCase().trim() ?? '';
  const said = label.replace(/^(?:the|our|your|all|choose an?|select an?)\s+/, '');
  const isOne = /^(?:radiogroup|listbox)$/.test(parent?.attributes.get('role')?.text ?? '');
  const isName = words.isEnglish && isShort(said) && /^[a-z' -]+$/.test(said) && isNoun(said);
  return isName && (isOne || singular(said) !== said) ? [said] : [];
}

function labelBefore(element: TreeElement): string | undefined {
  const heading = headingBefore(element);
  return heading ? onlyText(heading)?.text : undefined;
}

function isShort(words: string): boolean {
  return words !== '' && words.split(/\s+/).length < 3 && words.length < 24;
}

function byContent(fields: readonly Proposal[]): string[] {
  const texts = fields.filter(({ kind }) => kind !== 'image' && kind !== 'icon');
  const words = texts.map(contentOf);
  if (words.includes('day')) {
    return words.some((word) => word === 'hours' || word === 'time')
      ? ['opening time', 'day']
      : fields.length < 4
        ? ['day']
        : [];
  }
  if (words[0] === 'year') return ['event'];
  return words.includes('question') ? ['question'] : [];
}

/** Words for rows that classes and ids of all that is around them are known by. */
const rowWords =
  /(?:^| )(?:person|member|plan|product|sponsor|partner|quote|event|question|step|benefit|feature|figure|slide|logo|fact|service|post|review|ingredient|filter|tab|opening time|work)$/;

function bySurroundings(element: TreeElement, { words }: TitleLook): string[] {
  const found: string[] = [];
  for (let one = element.parent; one && one.name !== ''; one = one.parent) {
    const names = [...one.classes, one.attributes.get('id')?.text ?? ''];
    const said = names.map((name) => words.of(name));
    const nouns = said.map(singular);
    // `latest-episodes` holds episodes.
    const isPlural = (at: number) => nouns[at] !== said[at] && (said[at]?.length ?? 0) > 5;
    found.push(
      ...nouns.filter((noun, at) => rowWords.test(noun) || (isPlural(at) && isNoun(noun))),
    );
  }
  return found;
}

const byName: Readonly<Record<string, string>> = {
  details: 'question',
  blockquote: 'quote',
  option: 'option',
  img: 'picture',
  video: 'film',
  audio: 'sound',
  figure: 'picture',
  section: 'section',
  dt: 'fact',
};

const byRole: Readonly<Record<string, string>> = { tab: 'tab', tabpanel: 'tab', radio: 'choice' };

function byShape(element: TreeElement, fields: readonly Proposal[], look: TitleLook): string[] {
  const kinds = new Set(fields.map(({ kind }) => kind));
  const inside = [...within(element)];
  const holds = (name: RegExp) => inside.some((one) => one !== element && name.test(one.name));
  if (holds(/^(?:blockquote|q)$/)) return ['quote'];
  const own = byName[element.name] ?? byRole[element.attributes.get('role')?.text ?? ''];
  // What holds more of its own sort is a group of these.
  if (own)
    return [inside.some((one) => one !== element && one.name === element.name) ? 'group' : own];
  if (element.name === 'label' || inside.some(isOption)) return ['choice'];
  if (element.name === 'button') return [choosesOthers(element, look) ? 'filter' : 'button'];
  if (element.parent?.name === 'ol') return ['step'];
  if (fields.length > 0 && fields.every(({ kind }) => kind === 'link')) return ['link'];
  if (kinds.has('link') && kinds.has('icon') && !kinds.has('text')) return ['link'];
  if (kinds.has('image') && fields.every(({ kind }) => kind === 'image' || kind === 'link')) {
    return [/^(?:a|li)$/.test(element.name) ? 'logo' : 'picture'];
  }
  if (kinds.has('media')) return ['film'];
  if (fields.some(isDated) && fields.length > 2) return ['event'];
  if (isPriced(fields, look)) return [kinds.has('image') ? 'product' : 'plan'];
  if (isOfPerson(inside)) return ['person'];
  if (element.name === 'li' && isInMenu(element)) return ['link'];
  if (element.name === 'li' && kinds.has('icon')) return ['fact'];
  if (/^(?:li|a)$/.test(element.name) && kinds.has('link') && fields.length < 3) return ['link'];
  if (element.name === 'li') return [isOnlyText(fields) ? 'point' : 'item'];
  if (element.name === 'tr') return ['row'];
  if (kinds.has('list') && fields.length < 3) return ['column'];
  if (holds(/^h[1-6]$/)) return [kinds.has('icon') ? 'benefit' : 'card'];
  return kinds.has('image') ? ['picture'] : [];
}

function isInMenu(element: TreeElement): boolean {
  for (let one = element.parent; one; one = one.parent) if (one.name === 'nav') return true;
  return false;
}

/** True for the day or the date of something. */
function isDated(field: Proposal): boolean {
  return field.kind === 'date' || field.of?.name === 'time';
}

function isPriced(fields: readonly Proposal[], { words }: TitleLook): boolean {
  const isSaid = ({ of }: Proposal) =>
    [of, of?.parent].some((one) => one && words.ofElement(one).some((said) => /price$/.test(said)));
  const isPrice = (field: Proposal) => isSaid(field) || contentOf(field) === 'price';
  return fields.some(isPrice) && fields.length > 2;
}

function contentOf({ values }: Proposal): string | undefined {
  return contentWord(values.flatMap((value) => (typeof value === 'string' ? [value] : [])));
}

/** True where a picture is described by the very name that stands beside it. */
function isOfPerson(inside: readonly TreeElement[]): boolean {
  const picture = inside.find(({ name }) => name === 'img');
  const alt = picture?.attributes.get('alt')?.text.trim() ?? '';
  const isName = /^\p{Lu}[\p{L}.'-]+(?: \p{L}[\p{L}.'-]*){1,3}$/u.test(alt);
  return isName && inside.some((one) => onlyText(one)?.text.trim() === alt);
}

/** True for what chooses among other elements by a word that they carry as well. */
function choosesOthers(button: TreeElement, { tree }: TitleLook): boolean {
  const beside = button.parent ? childrenOf(button.parent) : [];
  const wordsOf = ({ attributes }: TreeElement) =>
    [...attributes.values()].flatMap(({ name, text }) =>
      name.startsWith('data-') ? text.split(/[\s,]+/) : [],
    );
  const own = new Set(beside.flatMap(wordsOf).filter((word) => /^[\p{L}][\p{L}-]+$/u.test(word)));
  return tree.elements.some(
    (one) => !beside.includes(one) && wordsOf(one).some((word) => own.has(word)),
  );
}
