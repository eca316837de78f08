import { compileMould } from '../../compile/compile-mould.ts';
import type { Mould } from '../../model/mould.ts';
import type { CheckedValues } from '../../model/values/check-values.ts';
import type { Range } from '../../text/edits.ts';
import type { NamedField } from '../spots/names/named.ts';
import { renderSources, withDeclared, withFields } from './bound-mould.ts';
import { changesOf } from './changes.ts';
import { type Difference, differenceOf, isSamePage } from './same-page.ts';

/**
 * Decides for each field whether binding them changes a mould's cast with its defaults, and where. It is
 * tried by casting, so that what was overlooked when rows were compared does no harm.
 */
export function changesBy(mould: Mould): (fields: readonly NamedField[]) => Difference | undefined {
  const before = markupOf(mould);
  return (fields) => {
    if (before === undefined) return undefined;
    const bound = withFields(mould, fields);
    const after = markupOf(bound, mould.template);
    if (after === undefined) return {};
    return differenceOf({
      before,
      after,
      style: bound.style,
      script: mould.script,
      template: mould.template,
    });
  };
}

/**
 * Decides for fields in a part of the template whether binding them leaves it as it was, with nothing but that part cast: it takes so
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
  const after = markupOf(withDeclared(piece, fields, moved), template);
  const inStyle = changes.filter((one) => one.in === 'style');
  const style = inStyle.length === 0 ? mould.style : renderSources(mould, inStyle).style.text;
  if (after === undefined) return false;
  return isSamePage({
    before: template,
    after,
    style,
    script: mould.script,
    template: mould.template,
  });
}

/** True where two moulds cast the same page with their defaults, as far as markup goes. */
export function isSameCast(mould: Mould, other: Mould): boolean {
  const [before, after] = [markupOf(mould, ''), markupOf(other, '')];
  if (before === undefined || after === undefined) return false;
  const { style, script } = other;
  return isSamePage({ before, after, style, script, template: mould.template });
}

function moveRange({ start, end }: Range, by: number): Range {
  return { start: start + by, end: end + by };
}

/**
 * Style and script say nothing of what the markup of a cast is. Inline style that asks for a field by
 * its custom property has the default there.
 *
 * @param known a template whose own custom properties stay as they are written
 */
function markupOf(mould: Mould, known = mould.template): string | undefined {
  const { isSound, write, root } = compileMould({ ...mould, style: '', script: '' });
  if (!isSound) return undefined;
  const held = new Map(root.members.map((one) => [one.property, one.default] as const));
  const withValues = (style: string) =>
    style.replace(/var\((--[\w-]+)\)/g, (written, name) => {
      const value = held.get(name);
      return typeof value === 'string' && !known.includes(written) ? value : written;
    });
  const markup = write(root.default as unknown as CheckedValues, 'c');
  return markup.replace(/\sstyle=(?:"[^"]*"|'[^']*')/g, withValues);
}
