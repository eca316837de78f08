import { htmlTagNames } from 'html-tag-names';
import {
  dottedName,
  literalText,
  memberName,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import { type Check, type Flaw, flaw } from '../check.ts';
import { nearSlip } from '../near-slip.ts';
import { attributeOf } from '../subject/markup-source.ts';
import type { ScriptSource } from '../subject/script-source.ts';
import type { Subject } from '../subject/subject.ts';

/** How a call looks elements up: by selector, by id or by class name. */
const lookups: Readonly<Record<string, 'selector' | 'id' | 'class'>> = {
  ...{ querySelector: 'selector', querySelectorAll: 'selector', closest: 'selector' },
  ...{ matches: 'selector', find: 'selector', children: 'selector', siblings: 'selector' },
  ...{ getElementById: 'id', getElementsByClassName: 'class' },
};

interface Lookup {
  readonly by: 'selector' | 'id' | 'class';
  readonly text: string;
  /** Where the text stands, its quote included. */
  readonly start: number;
  /** What is called: `document.querySelector`, `$`. */
  readonly call: string | undefined;
}

const elementNames = new Set(htmlTagNames);

/** Look-ups that find nothing, where a near name or a mark too few or too many makes that a slip. */
export const unmatchedLookups: Check = ({ markup, style, script }) => {
  const lookups = lookupsOf(script);
  const inLookups = new Map<string, number>();
  for (const { text } of lookups) {
    for (const [word] of text.matchAll(/[A-Za-z_][\w-]*/g)) {
      inLookups.set(word, (inLookups.get(word) ?? 0) + 1);
    }
  }
  /** True for a name that the script itself makes, or style knows of. */
  const isMade = (name: string) =>
    script.count(name) > (inLookups.get(name) ?? 0) ||
    style.classes.has(name) ||
    style.ids.has(name);
  const say = ({ start }: Lookup, selector: string, meant: string): Flaw =>
    flaw(script, start, 'script/no-match', { selector, meant });
  return lookups.flatMap((one): Flaw[] => {
    const { by, text } = one;
    if (by !== 'selector') {
      const bare = text.slice(1);
      const known = by === 'id' ? markup.ids : markup.classes;
      if (text.startsWith(by === 'id' ? '#' : '.') && known.has(bare))
        return [say(one, text, bare)];
      if (known.has(text) || isMade(text)) return [];
      const near = nearSlip(text, [...known.keys()]);
      return near ? [say(one, text, near)] : [];
    }
    if (/^[a-z][\w-]*$/i.test(text) && !elementNames.has(text.toLowerCase())) {
      const mark = markup.classes.has(text) ? '.' : markup.ids.has(text) ? '#' : undefined;
      return mark && !markup.names.has(text) ? [say(one, text, mark + text)] : [];
    }
    return [...text.replace(/\[[^\]]*\]/g, '').matchAll(/([.#])(-?[A-Za-z_][\w-]*)/g)].flatMap(
      ([, mark = '.', name = '']): Flaw[] => {
        const [own, other] =
          mark === '.' ? [markup.classes, markup.ids] : [markup.ids, markup.classes];
        if (own.has(name) || isMade(name)) return [];
        const near = nearSlip(name, [...own.keys()]);
        const meant = other.has(name) ? (mark === '.' ? '#' : '.') + name : near && mark + near;
        return meant ? [say(one, mark + name, meant)] : [];
      },
    );
  });
};

/** Look-ups from the document that find the first copy's element alone; one note for all. */
export const firstCopy: Check = (subject) => {
  const { script, markup } = subject;
  const found = lookupsOf(script).filter(
    ({ by, call, text }) =>
      (call === 'document.querySelector' ||
        call === 'document.getElementById' ||
        ((call === '$' || call === 'jQuery') && /^#[\w-]+$/.test(text))) &&
      (by === 'id' ? markup.ids.has(text) : mentions(text, markup)),
  );
  const [first] = found;
  if (!first) return [];
  const call = `${first.call}('${first.text}')`;
  const data = { call, count: found.length, isRoot: isRootNamed(first.text, subject) };
  return [flaw(script, first.start, 'script/first-copy', data)];
};

/** True where a lone class or id is that of the one element at the top, which is the root. */
function isRootNamed(text: string, { markup, style, manifest }: Subject): boolean {
  // Rules for a page, or attributes of one, are carried by an element around it.
  if (manifest.page || /\b(?:html|body)\b|:root/.test(style.text)) return false;
  const tops = markup.elements.filter(({ parent }) => !parent);
  const [top] = tops;
  const name = /^[.#]?([\w-]+)$/.exec(text)?.[1];
  if (!top || tops.length > 1 || name === undefined) return false;
  const names = `${attributeOf(top, 'class') ?? ''} ${attributeOf(top, 'id') ?? ''}`;
  return names.split(/\s+/).includes(name);
}

function mentions(
  text: string,
  {
    classes,
    ids,
  }: { readonly classes: ReadonlyMap<string, unknown>; readonly ids: ReadonlyMap<string, unknown> },
): boolean {
  return [...text.matchAll(/([.#])([\w-]+)/g)].some(([, mark, name = '']) =>
    mark === '.' ? classes.has(name) : ids.has(name),
  );
}

function lookupsOf(script: ScriptSource): Lookup[] {
  return script.of('CallExpression').flatMap(({ node }): Lookup[] => {
    const callee = node.callee as Syntax;
    const [first] = node.arguments as readonly Syntax[];
    const text = literalText(first);
    if (text === undefined || !first) return [];
    const call = dottedName(callee);
    const isJquery = call === '$' || call === 'jQuery';
    const by = isJquery ? 'selector' : lookups[memberName(callee) ?? ''];
    if (by === undefined || (isJquery && text.trimStart().startsWith('<'))) return [];
    return [{ by, text, start: first.start, call }];
  });
}
