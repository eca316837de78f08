import type { JsonObject } from '../../model/json-source.ts';
import { cssUrl } from '../../model/kinds/css/css-string.ts';
import { isSafeAddress, isSafePicture } from '../../model/safe-address.ts';
import { isRemoteAddress } from '../../text/address.ts';
import type { PageGuard } from '../guard/page-guard.ts';
import type { AttributePlace } from '../template/attribute-place.ts';
import { joined, readerOf, type Write } from '../template/scope.ts';
import { toCandidate, toClassWords, toHtmlText } from '../template/sink.ts';
import { withOwnIds } from './ids.ts';
import type { AttributePart, PlanOf, ValueAt, ValuePlan } from './plan.ts';
import { kindOf, linkCondition, linkJson } from './values.ts';

/** An attribute whose value is bound; it is left out where all of that is empty. */
export function linkAttribute(plan: PlanOf<'attribute'>, guard: PageGuard): Write {
  const { name, quote, value: bound, isHeld } = plan;
  const { place, texts } = bound;
  const hasFixedText = texts.some((text) => text.trim() !== '');
  const isSafe = safeIn(plan);
  const parts = bound.parts.map((part) => linkPart(part, place, guard));
  const opening = ` ${name}=${quote}`;
  const value = linkValue(bound, guard);
  // Without an alternative a picture is read out by its address (HTML Standard, 4.8.4.4).
  if (name === 'alt') return (scope) => opening + value(scope) + quote;
  const [only] = parts;
  if (only && parts.length === 1 && !hasFixedText) {
    const before = opening + texts[0];
    const after = `${texts[1]}${quote}`;
    return (scope) => {
      const text = only(scope);
      if (text === '' || (isHeld && !isSafe(text))) return '';
      return before + toHtmlText(text) + after;
    };
  }
  if (place === 'candidates') return linkCandidates(opening, value, quote);
  const unescaped = isHeld ? joined(plan.read ?? texts, parts) : undefined;
  return (scope) => {
    if (!hasFixedText && parts.every((part) => part(scope) === '')) return '';
    if (unescaped && !isSafe(unescaped(scope))) return '';
    return opening + value(scope) + quote;
  };
}

/** Whether a whole value runs nothing; animation takes a list of values (SVG 2, SMIL 12.5.5). */
function safeIn({ name, value }: PlanOf<'attribute'>): (whole: string) => boolean {
  if (value.place === 'picture') return isSafePicture;
  return name === 'values' ? (whole) => whole.split(';').every(isSafeAddress) : isSafeAddress;
}

/** The value alone, escaped for inside either kind of quotes. */
function linkValue(bound: ValuePlan | string, guard: PageGuard): Write {
  if (typeof bound === 'string') return () => bound;
  const { texts, parts, place } = bound;
  if (place === 'style') return linkDeclarations(bound, guard);
  return joined(
    texts,
    parts.map((part) => {
      const write = linkPart(part, place, guard);
      return (scope) => toHtmlText(write(scope));
    }),
  );
}

/** Inline style, less the declarations of which all that is bound is empty. */
function linkDeclarations({ texts, parts, place }: ValuePlan, guard: PageGuard): Write {
  const [first = '', ...rest] = texts;
  const declarations: { texts: string[]; writers: Write[] }[] = [{ texts: [first], writers: [] }];
  for (const [index, text] of rest.entries()) {
    const part = linkPart(parts[index] as AttributePart, place, guard);
    const end = declarationEnd(text);
    const now = declarations.at(-1) as (typeof declarations)[0];
    now.writers.push((scope) => toHtmlText(part(scope)));
    now.texts.push(end < 0 ? text : text.slice(0, end));
    if (end >= 0) declarations.push({ texts: [text.slice(end)], writers: [] });
  }
  const written = declarations.map(({ texts: around, writers }): Write => {
    // What stands before the declaration that is bound stays.
    const [head = ''] = around;
    const from = head.lastIndexOf(';') + 1;
    const whole = joined([head.slice(from), ...around.slice(1)], writers);
    const before = head.slice(0, from);
    if (writers.length === 0) return () => head;
    return (scope) =>
      writers.every((write) => write(scope) === '') ? before : before + whole(scope);
  });
  return (scope) => written.map((write) => write(scope)).join('');
}

/** Where the declaration that a text goes on with ends; -1 where it does not. */
function declarationEnd(text: string): number {
  let depth = 0;
  for (let at = 0; at < text.length; at += 1) {
    if (text[at] === '(') depth += 1;
    else if (text[at] === ')') depth -= 1;
    else if (text[at] === ';' && depth <= 0 && !/&#?\w+$/.test(text.slice(0, at))) return at;
  }
  return -1;
}

/** A list of image candidates, less those whose address is empty. */
function linkCandidates(opening: string, value: Write, quote: string): Write {
  return (scope) => {
    const whole = value(scope);
    const full = !whole.includes(noAddress)
      ? whole
      : whole
          .split(',')
          .filter((one) => !one.includes(noAddress))
          .join(',');
    return full.trim() === '' ? '' : opening + full + quote;
  };
}

/** Stands for an empty address until its candidate is taken out; no value holds it. */
const noAddress = '\0';

/** The characters of one binding in an attribute, not escaped yet; '' for what is empty. */
function linkPart(part: AttributePart, place: AttributePlace, guard: PageGuard): Write {
  if (part.json) return linkJson(part, guard);
  const { of } = part;
  const read = readerOf(of);
  const kind = kindOf(of);
  if (part.url) return linkUrl(part, part.url);
  if (place === 'style') {
    const declared = of.unit === undefined ? {} : { unit: of.unit };
    return (scope) => {
      const value = read(scope);
      return value === null ? '' : (kind.css?.(value, declared) ?? '');
    };
  }
  if (place === 'candidates' && kind.address) {
    const { address } = kind;
    return (scope) => {
      const value = read(scope);
      return (value === null ? '' : toCandidate(address(value))) || noAddress;
    };
  }
  // The value of an option may be where it leads; no scheme is looked for, since it may be any text.
  const isAddress = place === 'address' || place === 'picture' || place === 'option';
  const write = (isAddress ? kind.address : undefined) ?? kind.text ?? kind.address;
  const saysFalse = place === 'enumerated';
  const shape = place === 'class' ? toClassWords : undefined;
  return (scope) => {
    const value = read(scope);
    if (value === null || (value === false && !saysFalse)) return '';
    const text = write?.(value) ?? '';
    if (shape) return shape(text);
    return place === 'address' || place === 'picture' ? text : guard.text(text, kind);
  };
}

/** An address in `url()` of a style attribute, or part of one, percent-encoded (URL Standard). */
function linkUrl({ of }: AttributePart, url: 'whole' | 'part'): Write {
  const read = readerOf(of);
  const kind = kindOf(of);
  const write = kind.address ?? kind.text;
  return (scope) => {
    const value = read(scope);
    const address = value === null ? '' : (write?.(value) ?? '');
    if (url === 'part') return address.replace(/[\s"'()\\<>`]/g, percent);
    return address !== '' && isSafePicture(address) ? cssUrl(address) : '';
  };
}

function percent(sign: string): string {
  const code = encodeURIComponent(sign);
  return code === sign ? `%${sign.charCodeAt(0).toString(16)}` : code;
}

export function linkBoolean({ name, parts }: PlanOf<'boolean'>): Write {
  const tests = parts.map((of: ValueAt) => {
    const read = readerOf(of);
    const { isEmpty } = kindOf(of);
    return { read, isEmpty };
  });
  return (scope) => (tests.some(({ read, isEmpty }) => !isEmpty(read(scope))) ? ` ${name}=""` : '');
}

export function linkClasses({ quote, own, more }: PlanOf<'classes'>, guard: PageGuard): Write {
  const value = linkValue(own, guard);
  const others = more.map((one) => ({ holds: linkCondition(one.if), words: ` ${one.words}` }));
  return (scope) => {
    let all = value(scope);
    for (const { holds, words } of others) if (holds(scope)) all += words;
    const written = toClassWords(all);
    return written === '' ? '' : ` class=${quote}${written}${quote}`;
  };
}

/** A style attribute with declarations after the author's own. */
export function linkRowStyle(
  plan: PlanOf<'row-style'>,
  declarations: Write,
  guard: PageGuard,
): Write {
  const { quote, own, between } = plan;
  return joined([` style=${quote}`, between, quote], [linkValue(own, guard), declarations]);
}

/**
 * `href`, `target` and `rel` of a link. The author's own target stands where the field asks for no
 * new tab; the author's rel words are kept, and a new tab is never given this window (`noopener`,
 * HTML Standard 4.6.7).
 */
export function linkLink({ of, name, quote, target, rel: authors, ids }: PlanOf<'link'>): Write {
  const read = readerOf(of);
  const before = ` ${name}=${quote}`;
  const written = (value: JsonObject) => {
    const address = value.href;
    if (typeof address !== 'string' || address === '' || !isSafeAddress(address)) return '';
    return before + toHtmlText(address) + quote;
  };
  const authorsWords = wordsOf(authors ?? '');
  const authorsTarget = target === undefined ? '' : ` target="${target}"`;
  const authorsOwn = authorsTarget + relOf(authorsWords);
  const more = (value: JsonObject) => {
    const { newTab, rel } = value;
    // By far the most links open here and say nothing of their relation.
    if (!newTab && !rel) return authorsOwn;
    const address = String(value.href ?? '');
    const isNewTab = newTab === true || (newTab === 'offsite' && isOffsite(address));
    const opens = isNewTab && address !== '';
    if (!opens && !rel) return authorsOwn;
    const all = new Set([...authorsWords, ...wordsOf(toHtmlText(String(rel ?? '')))]);
    if (opens) all.add('noopener');
    return (opens ? ' target="_blank"' : authorsTarget) + relOf([...all]);
  };
  const address: Write = (scope) => written(read(scope) as JsonObject);
  if (ids) {
    const withIds = withOwnIds(address, ids);
    return (scope) => withIds(scope) + more(read(scope) as JsonObject);
  }
  return (scope) => {
    const value = read(scope) as JsonObject;
    return written(value) + more(value);
  };
}

/** Which host a cast ends up on is not known, so any absolute web address counts as elsewhere. */
function isOffsite(href: string): boolean {
  return isRemoteAddress(href);
}

function relOf(rel: readonly string[]): string {
  return rel.length > 0 ? ` rel="${rel.join(' ')}"` : '';
}

function wordsOf(list: string): string[] {
  return list.split(/\s+/).filter((word) => word !== '');
}
