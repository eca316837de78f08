import { type DefaultTreeAdapterTypes, parseFragment } from 'parse5';
import { compileMould } from '../../compile/compile-mould.ts';
import type { Mould } from '../../model/mould.ts';
import type { Range } from '../../text/edits.ts';
import type { NamedField } from '../spots/names/named.ts';
import { renderSources, withDeclared, withFields } from './bound-mould.ts';
import { changesOf } from './changes.ts';

/**
 * Tells of fields whether binding them leaves a mould's cast with its defaults as it was. It is
 * tried by casting, so that what was overlooked when rows were compared does no harm.
 */
export function faithfulTo(mould: Mould): (fields: readonly NamedField[]) => boolean {
  const before = markupOf(mould);
  return (fields) => {
    if (before === undefined) return true;
    const bound = withFields(mould, fields);
    const after = markupOf(bound);
    return after !== undefined && isSame(before, after, bound.style, mould.template);
  };
}

/**
 * Tells the same of fields in a part of the template, with nothing but that part cast: it takes so
 * long as the part is, not as the mould.
 *
 * @param around names of the elements that the part stands in, outermost first
 */
export function isFaithfulPiece(
  mould: Mould,
  fields: readonly NamedField[],
  around: readonly string[],
): boolean {
  const changes = fields.flatMap(changesOf);
  const own = changes.filter((one) => one.in === 'template');
  const start = own.reduce((least, one) => Math.min(least, one.start), Infinity);
  const end = own.reduce((most, one) => Math.max(most, one.end), -Infinity);
  // In one element, so that the root of the cast adds none.
  const names = ['div', ...around];
  const open = names.map((name) => `<${name}>`).join('');
  const close = names.map((name) => `</${name}>`).reverse();
  const template = open + mould.template.slice(start, end) + close.join('');
  const { format, name, version, fields: declared } = mould.manifest;
  const manifest = { format, name, version, fields: declared };
  const piece: Mould = { ...mould, manifest, template, style: '', script: '' };
  const by = open.length - start;
  const moved = own.map((one) => ({
    ...moveRange(one, by),
    in: one.in,
    parts: one.parts.map((part) => (typeof part === 'string' ? part : moveRange(part, by))),
  }));
  const after = markupOf(withDeclared(piece, fields, moved));
  const style = renderSources(
    mould,
    changes.filter((one) => one.in === 'style'),
  ).style.text;
  return after !== undefined && isSame(template, after, style, mould.template);
}

function moveRange({ start, end }: Range, by: number): Range {
  return { start: start + by, end: end + by };
}

/** Style and script say nothing of what the markup of a cast is. */
function markupOf(mould: Mould): string | undefined {
  const compiled = compileMould({ ...mould, style: '', script: '' });
  return compiled.isSound ? compiled.cast({ id: 'c' }).markup : undefined;
}

/** True for markup that makes the same page: order of attributes and of classes aside. */
function isSame(before: string, after: string, style: string, template: string): boolean {
  const words = new Set(after.split(/[^\w-]+/));
  const look: Look = {
    // A class that nothing speaks of any more may be gone.
    isGone: (name) => !words.has(name) && !style.includes(name),
    // What rows set for their own style is new.
    isNew: (property) => !template.includes(property),
  };
  const [one, other] = [shapeOf(before, look), shapeOf(after, look)];
  const gaps = Math.abs(one.gaps - other.gaps);
  return one.text === other.text && gaps <= Math.max(2, Math.max(one.gaps, other.gaps) * 0.3);
}

interface Look {
  readonly isGone: (className: string) => boolean;
  readonly isNew: (property: string) => boolean;
}

/** Elements, attributes and words; blanks between elements are counted. */
function shapeOf(markup: string, look: Look) {
  const tokens: string[] = [];
  let gaps = 0;
  const visit = (node: DefaultTreeAdapterTypes.ChildNode) => {
    if ('value' in node) {
      const text = node.value.replace(/[\t\n\f\r ]+/g, ' ').trim();
      if (text === '') gaps += 1;
      else tokens.push(text);
    } else if ('tagName' in node) {
      const attributes = node.attrs.map((one) => attribute(one, look)).filter((one) => one !== '');
      tokens.push(`<${node.tagName}`, ...attributes.sort());
      const content = 'content' in node ? node.content.childNodes : node.childNodes;
      for (const child of content) visit(child);
      tokens.push('>');
    }
  };
  for (const node of parseFragment(markup).childNodes) visit(node);
  return { text: tokens.join('\n'), gaps };
}

function attribute(
  { name, value }: { readonly name: string; readonly value: string },
  { isGone, isNew }: Look,
): string {
  // A drawing written by its kind is kept from screen readers, as drawings without words are, or is
  // said to be a picture.
  // Handlers, and what marks a cast, are written otherwise.
  if (name === 'role' && value === 'img') return '';
  if (name === 'aria-hidden' || /^(?:on|data-(?:mould|cast|look|km-on)$)/.test(name)) return '';
  if (name === 'rel') {
    const words = value.split(/\s+/).filter((word) => word !== '' && word !== 'noopener');
    return words.length > 0 ? `rel=${words.sort().join(' ')}` : '';
  }
  if (name === 'style') {
    const told = value.split(';').filter((one) => !isNew(/--[\w-]+/.exec(one)?.[0] ?? ''));
    // Addresses are written in quotes of one sort.
    const style = told.map((one) =>
      one
        .replace(/\s*:\s*/, ':')
        .trim()
        .replace(/["']/g, ''),
    );
    return style.join('') === '' ? '' : `style=${style.join(';').replace(/;+$/, '')}`;
  }
  // Ids end in the cast's own where something refers to them.
  if (name !== 'class') return `${name}=${value.replace(/~c\b/g, '')}`;
  const classes = value.split(/\s+/).filter((one) => one !== '' && !isGone(one));
  return classes.length > 0 ? `class=${classes.sort().join(' ')}` : '';
}
