import { generate } from '../../../text/css-tree.ts';
import type { StyleRule } from '../../sources/style-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** The narrowest phone a widget is to fit, in CSS px. */
const phonePx = 360;

/** Widths that a column or a phone cannot give; a cap in px is one note for the sheet. */
export const fixedWidths: Check = ({ style }) => {
  // What stands in something that scrolls or clips may be as wide as it likes.
  const clipping = style.declarations.filter(
    ({ property, value }) =>
      /^overflow(?:-x)?$/.test(property) && /auto|scroll|hidden|clip/.test(value),
  );
  const wide = style.declarations.flatMap(({ property, value, offset, rule }): Flaw[] => {
    const px = pxOf(value);
    if (!rule || !/^(?:min-)?(?:width|inline-size)$/.test(property) || px === undefined) return [];
    if (px < phonePx || isWideOnly(rule) || isCapped(rule)) return [];
    if (clipping.some((one) => one.rule !== rule)) return [];
    return [flaw(style, offset, 'style/fixed-width', { property, px })];
  });
  const cap = style.declarations.find(
    ({ property, value, rule }) =>
      rule && /^max-(?:width|inline-size)$/.test(property) && (pxOf(value) ?? 0) >= phonePx,
  );
  if (!cap) return wide;
  return [...wide, flaw(style, cap.offset, 'style/width-cap', { value: cap.value })];
};

function pxOf(value: string): number | undefined {
  const [, number] = /^(\d*\.?\d+)px$/i.exec(value) ?? [];
  return number === undefined ? undefined : Number(number);
}

/** True for rules that hold only where there is room. */
function isWideOnly({ conditions }: StyleRule): boolean {
  return conditions.some((one) =>
    /^(?:media|container)\b.*(?:min-width|width\s*>|<\s*width|print)/.test(one),
  );
}

function isCapped(rule: StyleRule): boolean {
  return rule.declarations.some(({ property }) => /^max-(?:width|inline-size)$/.test(property));
}

/** Positions that have nothing to hold on to inside a frame. */
export const fixedPosition: Check = ({ style }) => {
  const held = style.declarations.find(
    ({ property, value, rule }) =>
      rule && property === 'position' && /^(?:fixed|(?:-webkit-)?sticky)$/.test(value),
  );
  return held ? [flaw(style, held.offset, 'style/fixed-position', { value: held.value })] : [];
};

/** Text that shows otherwise than it was typed; one note for the sheet. */
export const textCase: Check = ({ style }) => {
  const changed = style.declarations.find(
    ({ property, value, rule }) =>
      rule && property === 'text-transform' && /^(?:uppercase|lowercase|capitalize)$/.test(value),
  );
  if (!changed?.rule) return [];
  const selector = changed.rule.selectors.map((one) => generate(one)).join(', ');
  return [flaw(style, changed.offset, 'style/text-case', { value: changed.value, selector })];
};
