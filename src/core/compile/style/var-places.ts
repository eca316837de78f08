import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { tokenize, tokenTypes } from '../../text/css-tree.ts';
import { indexLines } from '../../text/line-index.ts';
import { atRuleNamed } from './at-rules.ts';

const t = tokenTypes;

/** One `var()` and what stands around it, from the last brace or semicolon to the next. */
interface Use {
  readonly name: string;
  readonly offset: number;
  /** What comes before it in the statement. */
  readonly before: string;
  /** The at-rule whose block it stands in. */
  readonly within: string | undefined;
  readonly isPrelude: boolean;
  readonly isUrl: boolean;
  readonly hasFallback: boolean;
}

/**
 * Says where `var()` stands and CSS does not understand it: in conditions, selectors and names, in
 * `url()`, and where no element is styled. A name that is nearly a field's is reported as well.
 *
 * @param known custom properties that something declares
 * @param set custom properties that the mould sets or declares to need; others come from the site
 * @param ofFields those that are fields
 */
export function varFaults(
  style: string,
  known: ReadonlySet<string>,
  set: ReadonlySet<string>,
  ofFields: readonly string[],
): Finding[] {
  if (!style.includes('var(')) return [];
  const lines = indexLines('style.css', style);
  const told = new Set<string>();
  return usesIn(style).flatMap((use): Finding[] => {
    const place = lines.placeAt(use.offset);
    const where = placeOf(use);
    if (where !== undefined) return [finding('style/no-var', { where, name: use.name }, place)];
    if (set.has(use.name) || use.hasFallback) return [];
    const near = known.has(use.name) ? undefined : nearestName(use.name, ofFields);
    if (near !== undefined) return [finding('style/unknown-name', { name: use.name, near }, place)];
    if (told.has(use.name)) return [];
    told.add(use.name);
    return [finding('style/from-site', { name: use.name }, place)];
  });
}

function placeOf({ before, within, isPrelude, isUrl }: Use): string | undefined {
  const [, atRule] = /^\s*@(?:-\w+-)?([\w-]+)/.exec(before) ?? [];
  if (isUrl) return 'url()';
  const around = within === undefined ? undefined : atRuleNamed(within)?.holds;
  if (isPrelude && around === 'keyframes') return 'a keyframe selector';
  if (isPrelude && atRule === undefined) return 'a selector';
  if (atRule !== undefined && !atRuleNamed(atRule)?.takesVar) return `@${atRule}`;
  // No declaration in there is of an element (CSS Variables 1, 3).
  if (around === 'descriptors') return `@${within}`;
  return before.trim() === '' && !isPrelude ? 'the name of a property' : undefined;
}

function usesIn(style: string): Use[] {
  const uses: Use[] = [];
  const blocks: (string | undefined)[] = [];
  let open: (Omit<Use, 'isPrelude'> & { readonly isPrelude?: boolean })[] = [];
  let from = 0;
  const close = (isPrelude: boolean, at: number) => {
    uses.push(...open.map((one) => ({ ...one, isPrelude })));
    open = [];
    from = at;
  };
  tokenize(style, (type, start, end) => {
    const word = style.slice(start, end);
    const within = blocks.findLast((name) => name !== undefined);
    if (type === t.LeftCurlyBracket) {
      const [, atRule] = /@(?:-\w+-)?([\w-]+)/.exec(style.slice(from, start)) ?? [];
      close(true, end);
      blocks.push(atRule);
    } else if (type === t.RightCurlyBracket) {
      close(false, end);
      blocks.pop();
    } else if (type === t.Semicolon) close(false, end);
    else if (
      (type === t.Function && /^var\($/i.test(word)) ||
      ((type === t.Url || type === t.BadUrl) && /^url\(\s*var\(/i.test(word))
    ) {
      const isUrl = type !== t.Function;
      const [, name = '', fallback = ''] =
        /(--[\w-]+)\s*(,)?/.exec(style.slice(isUrl ? start : end, end + 200)) ?? [];
      const before = style.slice(from, start).replace(/\/\*.*?\*\//gs, '');
      // In the fallback of another it is asked for only where that is not set.
      const isInFallback = /\bvar\(\s*--[\w-]+\s*,[^)]*$/.test(before);
      const hasFallback = fallback !== '' || isInFallback;
      open.push({ name, offset: start, before, within, isUrl, hasFallback });
    }
  });
  close(false, style.length);
  return uses;
}
