import type { Proposal } from '../atom.ts';
import { type Styled, usesOfProperty } from '../style/detector.ts';
import type { TreeElement } from '../tree.ts';
import { commentAt } from './comment-words.ts';
import { isPressed } from './pressed.ts';
import type { TitleLook } from './titles.ts';

/** What a property sets, as people say it. */
const measures: readonly (readonly [RegExp, string, string?])[] = [
  [/^content$/, 'text', 'text'],
  [/^font-size$|^font$/, 'text size'],
  [/^font-family$/, 'typeface', 'typeface'],
  [/radius$/, 'corner radius', 'corner radius'],
  [/gap$/, 'gap', 'gap'],
  [/^grid-template/, 'column width', 'column width'],
  [/^max-width$/, 'width', 'maximum width'],
  [/width$/, 'width', 'width'],
  [/height$/, 'height', 'height'],
  [/^(?:padding|margin)/, 'space', 'space'],
  [/^border|^outline|mask$/, 'thickness', 'thickness'],
  [/^transition/, 'time', 'time'],
  [/^animation/, 'duration', 'duration'],
  [/^background|mask-image/, 'background picture', 'background picture'],
  [/^text-align$/, 'alignment', 'alignment'],
  [/^opacity$/, 'opacity', 'opacity'],
];

/** Titles of a field in style that is no colour, the best first. */
export function styleTitles(one: Proposal, look: TitleLook): readonly string[] {
  const [place] = one.found;
  const styled = place && styledAt(look.styled, place.start);
  if (!styled) return [];
  const { property } = styled.declaration;
  if (one.kind === 'typeface' && !property.startsWith('--')) {
    const said = styled.subject.isRoot ? [] : subjectWords(styled, look);
    return [...said.map((words) => `${words} typeface`), 'typeface'];
  }
  if (!property.startsWith('--')) {
    const all = one.found.flatMap(({ in: part, start }) =>
      part === 'style' ? (styledAt(look.styled, start) ?? []) : [],
    );
    return measured(property, all, look);
  }
  const comment = commentAt(look.style.text, styled.declaration.offset);
  const words = /^--(?:[a-z]+-)?[a-z]$/.test(property) ? '' : look.words.of(property.slice(2));
  const uses = usesOfProperty(look.styled, property);
  const byUse = uses[0] ? measured(uses[0].declaration.property, uses, look) : [];
  const isWhole =
    /(?:size|width|height|gap|space|radius|speed|delay|pause|interval|duration|time|length|number|picture)$/.test(
      words,
    );
  const noun = byUse[0] === undefined ? undefined : nounIn(byUse[0]);
  const both = words && noun && !byUse[0]?.includes(words) ? [`${words} ${noun}`] : [];
  if (isWhole) return [words, ...byUse];
  const told = comment && look.words.isEnglish ? [comment] : [];
  const own = words ? [words] : [];
  const byProperty = noun === undefined ? [...own, ...byUse] : [...byUse, ...own];
  return [...(words ? both : []), ...told, ...byProperty];
}

/** The declaration that a place in style is in. */
export function styledAt(styled: readonly Styled[], start: number): Styled | undefined {
  return styled.find(
    ({ declaration: { offset, valueOffset, value } }) =>
      start >= offset && start <= valueOffset + value.length,
  );
}

/** What a title says is measured, where it says that; else the words of the author say more. */
function nounIn(title: string): string | undefined {
  return measures.map(([, what]) => what).find((what) => title.endsWith(what));
}

/** What a measure is of: the words of what its rule styles, and what the property sets. */
function measured(property: string, uses: readonly Styled[], look: TitleLook): string[] {
  const plain = property.replace(/^-(?:webkit|moz|ms|o)-/, '');
  const found = measures.find(([is]) => is.test(plain));
  const isFade = /^transition/.test(property) && /opacity/.test(uses[0]?.declaration.value ?? '');
  const isSquare =
    uses.some(({ declaration }) => declaration.property === 'width') &&
    uses.some(({ declaration }) => declaration.property === 'height');
  const what = isFade ? 'fade time' : isSquare ? 'size' : (found?.[1] ?? plain.replace(/-/g, ' '));
  const [use] = uses;
  if (!use) return [what];
  if (use.subject.isRoot) return [isSquare ? what : (found?.[2] ?? what)];
  const own = subjectWords(use, look);
  if (what === 'text' && use.subject.classes.every((name) => look.words.of(name) === ''))
    return shownTitles(use, own, look);
  const row = /size$|height$|width$|radius$/.test(what) ? rowNounOf(use, look) : '';
  const said = row === '' || own.some((words) => words.includes(row)) ? own : [row, ...own];
  return [...said.map((words) => `${words} ${what}`), what];
}

/** What a rule without words of its own adds as content (CSS Content 3). */
function shownTitles(
  { declaration, subject }: Styled,
  own: readonly string[],
  look: TitleLook,
): string[] {
  const { tree, styled, words } = look;
  const isSign = !/[\p{L}\p{N}]/u.test(declaration.value.replace(/\\[\da-f]+/gi, ''));
  const element = styledElement(subject, tree);
  // A sign between things that repeat keeps them apart.
  if (isSign && element && look.rows?.some(({ row }) => isIn(element, row))) return ['separator'];
  const what = isSign ? 'sign' : 'text';
  const role = element && isPressed(element, styled) ? [`button ${what}`] : [];
  const around = [...aroundWords(declaration, words).reverse(), ...own].map(
    (said) => `${said} ${what}`,
  );
  return [...role, ...around, what];
}

/** What a selector says before its last compound and within it. */
export function aroundWords({ rule }: Styled['declaration'], words: TitleLook['words']): string[] {
  const names = rule?.written[0]?.match(/(?<=\.)[A-Za-z_][\w-]*/g) ?? [];
  return names.map(words.of).filter((said) => said !== '');
}

/** The first element that the last compound of a rule chooses. */
export function styledElement({ classes, id, type }: Styled['subject'], tree: TitleLook['tree']) {
  if (classes.length === 0 && id === undefined && type === undefined) return undefined;
  return tree.elements.find(
    (one) =>
      classes.every((name) => one.classes.includes(name)) &&
      (id === undefined || one.attributes.get('id')?.text === id) &&
      (type === undefined || one.name === type),
  );
}

function isIn(element: TreeElement, row: TreeElement): boolean {
  return row.start <= element.start && element.end <= row.end;
}

/** What the row of a list is called that all a rule styles stands in; '' for none. */
function rowNounOf({ subject }: Styled, { tree, rows = [] }: TitleLook): string {
  const element = styledElement(subject, tree);
  const around = rows.filter(({ row }) => element && isIn(element, row));
  return around.at(-1)?.noun ?? '';
}

/** What a rule styles, in words of the trade or of the code. */
export function subjectWords({ subject }: Styled, look: TitleLook): string[] {
  const byClass = [...subject.classes, subject.id ?? ''].map((name) => look.words.of(name));
  const byType = subject.type === undefined ? '' : (typed[subject.type] ?? '');
  return [...new Set([...byClass, byType].filter((words) => words !== ''))];
}

const typed: Readonly<Record<string, string>> = {
  a: 'link',
  button: 'button',
  img: 'picture',
  video: 'film',
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  caption: 'heading',
  figcaption: 'caption',
  label: 'label',
  th: 'table heading',
  thead: 'table heading',
  small: 'note',
  svg: 'icon',
  input: 'box',
  blockquote: 'quote',
  cite: 'source',
  summary: 'question',
  footer: 'footer',
  header: 'header',
  nav: 'menu',
};
