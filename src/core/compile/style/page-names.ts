import type { CssNode } from 'css-tree';
import type MagicString from 'magic-string';
import { keyword, tokenize, tokenTypes, walk } from '../../text/css-tree.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import { atRuleNamed, isAtRule, type NameKind, nameKinds } from './at-rules.ts';

/** What CSS keeps by name for a whole page, as far as a style sheet makes such names. */
export interface PageNames {
  /** New names by the author's, for each kind of name. */
  readonly of: Readonly<Record<NameKind, ReadonlyMap<string, string>>>;
}

/** None of them. */
export const noNames = Object.fromEntries(
  nameKinds.map((kind) => [kind, new Map<string, string>()]),
) as Readonly<Record<NameKind, Map<string, string>>>;

/** Properties that make names by being set. */
const makingBySetting: Readonly<Record<string, NameKind>> = {
  'counter-reset': 'counter',
  'counter-set': 'counter',
  'counter-increment': 'counter',
  'container-name': 'container',
  container: 'container',
  'view-transition-name': 'transition',
  'anchor-name': 'dashed',
  'scroll-timeline-name': 'dashed',
  'view-timeline-name': 'dashed',
  'scroll-timeline': 'dashed',
  'view-timeline': 'dashed',
};

/** Where names of each kind are spoken of, besides. */
const using: Readonly<Record<string, readonly NameKind[]>> = {
  animation: ['keyframes'],
  'animation-name': ['keyframes'],
  font: ['family'],
  'font-family': ['family'],
  'list-style': ['counterStyle'],
  'list-style-type': ['counterStyle'],
};

/** Words of CSS that are no names where names stand. */
const keywords =
  /^(?:none|auto|inherit|initial|unset|revert|revert-layer|normal|size|inline-size|scroll-state|match-element|x|y|block|inline)$/i;

/**
 * Finds the names that style sheets make for a whole page, and gives each one of the mould's own.
 *
 * @param kept dashed names that stay, because fields or hosts know them
 */
export function readPageNames(
  trees: readonly CssNode[],
  mouldName: string,
  kept: ReadonlySet<string> = new Set(),
): PageNames {
  const of = Object.fromEntries(
    nameKinds.map((kind) => [kind, new Map<string, string>()]),
  ) as Record<NameKind, Map<string, string>>;
  const make = (kind: NameKind, name: string) => {
    if (keywords.test(name) || kept.has(name)) return;
    of[kind].set(name, kind === 'family' ? `${name} ${mouldName}` : `${name}--${mouldName}`);
  };
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type === 'Atrule') {
        const { kept, names: kind } = atRuleNamed(node.name) ?? {};
        if (isAtRule(node.name, 'font-face')) {
          for (const family of familiesOf(node)) make('family', family);
        } else if (kind && kind !== 'family' && kept === 'named') {
          const name = node.prelude?.type === 'Raw' ? node.prelude.value.trim() : '';
          if (name) make(kind, name.replace(/^(["'])(.*)\1$/, '$2').replace(/\s*\(.*$/s, ''));
        }
      } else if (node.type === 'Declaration' && node.value.type === 'Raw') {
        const kind = makingBySetting[keyword(node.property).basename.toLowerCase()];
        if (kind) for (const name of identsIn(node.value.value)) make(kind, name);
      }
    });
  }
  return { of };
}

function familiesOf(rule: CssNode): string[] {
  const found: string[] = [];
  walk(rule, (node) => {
    if (node.type !== 'Declaration' || node.property.toLowerCase() !== 'font-family') return;
    if (node.value.type === 'Raw') found.push(unquoted(node.value.value));
  });
  return found;
}

function unquoted(family: string): string {
  return family
    .trim()
    .replace(/^(["'])(.*)\1$/s, '$2')
    .replace(/\s+/g, ' ');
}

function identsIn(value: string): string[] {
  const found: string[] = [];
  let depth = 0;
  tokenize(value, (type, start, end) => {
    const { Function: call, LeftParenthesis, RightParenthesis, Ident } = tokenTypes;
    if (type === call || type === LeftParenthesis) depth += 1;
    else if (type === RightParenthesis) depth -= 1;
    else if (type === Ident && depth === 0) found.push(value.slice(start, end));
  });
  return found;
}

/** Writes the mould's own names wherever a style sheet makes or uses one of them. */
export function renamePageNames(
  edits: MagicString,
  tree: CssNode,
  source: string,
  { of }: PageNames,
): void {
  if (nameKinds.every((kind) => of[kind].size === 0)) return;
  walk(tree, (node) => {
    const at = node.loc?.start.offset ?? 0;
    if (node.type === 'Atrule' && node.prelude?.loc) {
      const from = node.prelude.loc.start.offset;
      const text = source.slice(from, node.prelude.loc.end.offset);
      const kind = atRuleNamed(node.name)?.names;
      const found =
        kind === 'family'
          ? familyEdits(text, of.family)
          : tokenEdits(text, kind ? [kind, 'dashed'] : ['dashed'], of, true);
      for (const edit of found) {
        edits.update(from + edit.start, from + edit.end, edit.text);
      }
    } else if (node.type === 'Declaration' && node.value.loc) {
      const renamed = of.dashed.get(node.property);
      if (renamed) edits.update(at, at + node.property.length, renamed);
      const from = node.value.loc.start.offset;
      const text = source.slice(from, node.value.loc.end.offset);
      for (const edit of valueEdits(node.property, text, of)) {
        edits.update(from + edit.start, from + edit.end, edit.text);
      }
    } else if (node.type === 'PseudoElementSelector' && node.name.startsWith('view-transition')) {
      const text = source.slice(at, node.loc?.end.offset);
      for (const edit of tokenEdits(text, ['transition'], of)) {
        edits.update(at + edit.start, at + edit.end, edit.text);
      }
    }
  });
}

/** A value, or a style attribute's declarations, with the mould's own names in it. */
function valueEdits(property: string, value: string, of: PageNames['of']): NameEdit[] {
  const { basename } = keyword(property);
  const set = makingBySetting[basename.toLowerCase()];
  const kindsHere = [
    ...(using[basename.toLowerCase()] ?? []),
    ...(set ? [set] : []),
    'dashed' as const,
  ];
  const isFont = kindsHere.includes('family');
  return [
    ...tokenEdits(
      value,
      kindsHere.filter((kind) => kind !== 'family'),
      of,
    ),
    ...(isFont ? familyEdits(value, of.family) : []),
    ...counterEdits(value, of),
  ];
}

interface NameEdit {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

function tokenEdits(
  text: string,
  kindsHere: readonly NameKind[],
  of: PageNames['of'],
  isPrelude = false,
): NameEdit[] {
  if (kindsHere.every((kind) => of[kind].size === 0)) return [];
  const found: NameEdit[] = [];
  let depth = 0;
  tokenize(text, (type, start, end) => {
    const word = text.slice(start, end);
    if (type === tokenTypes.Function || type === tokenTypes.LeftParenthesis) depth += 1;
    if (type === tokenTypes.RightParenthesis) depth -= 1;
    const isQuoted = type === tokenTypes.String && !isPrelude;
    if (type !== tokenTypes.Ident && !isQuoted) return;
    const name = isQuoted ? unquoted(word) : word;
    const kind = kindsHere.find(
      (one) =>
        of[one].has(name) &&
        (one === 'dashed' || (depth === 0 && (one === 'keyframes' || !isQuoted))),
    );
    const renamed = kind && of[kind].get(name);
    if (renamed) found.push({ start, end, text: isQuoted ? `"${renamed}"` : renamed });
  });
  return found;
}

/** `counter(name, style)` and `counters(name, text, style)`, wherever they stand. */
function counterEdits(value: string, of: PageNames['of']): NameEdit[] {
  if (of.counter.size === 0 && of.counterStyle.size === 0) return [];
  return [...value.matchAll(/\b(counters?\(\s*)([^\s,()]+)([^()]*)/gi)].flatMap(
    ({ index, 1: call = '', 2: name = '', 3: rest = '' }) => {
      const start = index + call.length;
      const renamed = of.counter.get(name);
      const style = /,\s*([\w-]+)\s*$/.exec(rest)?.[1];
      const styled = style && of.counterStyle.get(style);
      const end = start + name.length + rest.trimEnd().length;
      return [
        ...(renamed ? [{ start, end: start + name.length, text: renamed }] : []),
        ...(style && styled ? [{ start: end - style.length, end, text: styled }] : []),
      ];
    },
  );
}

function familyEdits(value: string, families: ReadonlyMap<string, string>): NameEdit[] {
  return [...families].flatMap(([name, renamed]) => {
    const literal = escapeRegExp(name).replace(/\s+/g, '\\s+');
    const pattern = new RegExp(
      `(["']?)(?<![\\w-])${literal}(?![\\w-])\\1(?=\\s*(?:,|$|!|;))`,
      'gi',
    );
    return [...value.matchAll(pattern)].map(({ index, 0: found }) => ({
      start: index,
      end: index + found.length,
      text: `"${renamed}"`,
    }));
  });
}
