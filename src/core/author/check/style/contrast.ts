import { generate } from '../../../text/css-tree.ts';
import 'culori/css';
import { parse, wcagContrast } from 'culori/fn';
import type { StyleRule, StyleSource } from '../../sources/style-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Least ratio of text to what it stands on, and of large text (WCAG 2.2, 1.4.3). */
const least = { usual: 4.5, large: 3 };

/** Rules that set a text and a background colour with too little contrast. */
export const contrast: Check = ({ style }) => {
  const colored = style.rules.filter(
    ({ declarations }) =>
      declarations.some(({ property }) => property === 'color') &&
      declarations.some(({ property }) => property.startsWith('background')),
  );
  if (colored.length === 0) return [];
  const properties = customProperties(style);
  return colored.flatMap((rule): Flaw[] => {
    const text = last(rule, /^color$/);
    const background = last(rule, /^background(?:-color)?$/);
    if (!text || !background || isLine(rule)) return [];
    // A picture may lie over the background, and clipping to the text makes the background the text.
    const hasPicture = last(rule, /^background-(?:image|clip)$|^-webkit-/);
    if (hasPicture || /url\(|gradient\(/i.test(background.value)) return [];
    const [ink, paper] = [text, background].map(({ value }) => opaque(value, properties));
    if (!ink || !paper) return [];
    const ratio = wcagContrast(ink, paper);
    const wanted = isLarge(rule) ? least.large : least.usual;
    if (ratio >= wanted) return [];
    const shown = ratio < 1.05 ? '1' : ratio.toFixed(1);
    return [flaw(style, text.offset, 'style/low-contrast', { ratio: shown, wanted })];
  });
};

/** A rule across the page has no text, and takes its colour from either property. */
function isLine({ selectors }: StyleRule): boolean {
  return selectors.every((one) => /(?:^|[\s>+~])hr\b[^\s>+~]*$/.test(generate(one)));
}

function last({ declarations }: StyleRule, property: RegExp) {
  return declarations.findLast((one) => property.test(one.property));
}

/** Custom properties that have one value in all of the sheet. */
function customProperties(style: StyleSource): ReadonlyMap<string, string> {
  const values = new Map<string, string>();
  const several = new Set<string>();
  for (const { property, value } of style.declarations) {
    if (!property.startsWith('--')) continue;
    if (values.has(property) && values.get(property) !== value) several.add(property);
    values.set(property, value);
  }
  for (const property of several) values.delete(property);
  return values;
}

function opaque(value: string, properties: ReadonlyMap<string, string>) {
  let written = value;
  for (let step = 0; step < 5; step += 1) {
    const [, name] = /^var\(\s*(--[\w-]+)\s*(?:,.*)?\)$/s.exec(written) ?? [];
    if (name === undefined) break;
    written = properties.get(name) ?? '';
  }
  const color = parse(written);
  return color && (color.alpha ?? 1) === 1 ? color : undefined;
}

/** 24 px, or 18.66 px and bold; what is given in another unit is taken as usual text. */
function isLarge(rule: StyleRule): boolean {
  const font = last(rule, /^font(?:-size)?$/)?.value ?? '';
  const [, number, unit] = /(\d*\.?\d+)(px|rem|em|pt)/i.exec(font) ?? [];
  const perUnit: Readonly<Record<string, number>> = { px: 1, rem: 16, em: 16, pt: 4 / 3 };
  const size = Number(number ?? 0) * (perUnit[(unit ?? 'px').toLowerCase()] ?? 1);
  const weight = `${font} ${last(rule, /^font-weight$/)?.value ?? ''}`;
  return size >= 24 || (size >= 18.66 && /\b(?:bold|[789]00)\b/.test(weight));
}
