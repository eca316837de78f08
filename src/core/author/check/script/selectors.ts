import { htmlTagNames } from 'html-tag-names';
import {
  dottedName,
  literalText,
  memberName,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { nearSlip } from '../flaw/near-slip.ts';

/** How a call looks elements up: by selector, by id or by class name. */
const lookups: Readonly<Record<string, 'selector' | 'id' | 'class'>> = {
  querySelector: 'selector',
  querySelectorAll: 'selector',
  closest: 'selector',
  matches: 'selector',
  find: 'selector',
  children: 'selector',
  siblings: 'selector',
  getElementById: 'id',
  getElementsByClassName: 'class',
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

/** Look-ups that nothing of the widget answers, and something of the page it is to stand on. */
export const hostLookups: Check = ({ markup, style, script, host }) => {
  const reported = new Set<string>();
  return lookupsOf(script).flatMap(({ by, text, start }): Flaw[] => {
    const marked = by === 'id' ? `#${text}` : by === 'class' ? `.${text}` : text;
    const names = [...marked.matchAll(/([.#])(-?[A-Za-z_][\w-]*)/g)];
    const [, mark = '', name = ''] = names.at(-1) ?? [];
    if (name === '' || reported.has(marked)) return [];
    const own = mark === '.' ? markup.classes : markup.ids;
    const used = mark === '.' ? style.classes : style.ids;
    if (own.has(name) || used.has(name) || script.count(name) > 1) return [];
    const attribute = mark === '.' ? 'class' : 'id';
    const isThere = new RegExp(
      `\\s${attribute}\\s*=\\s*(?:"[^"]*\\b${name}(?![\\w-])|'[^']*\\b${name}(?![\\w-])|${name}(?![\\w-]))`,
      'i',
    ).test(host ?? '');
    if (!isThere) return [];
    reported.add(marked);
    return [flaw(script, start, 'script/host-element', { selector: marked })];
  });
};

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
