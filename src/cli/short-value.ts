import type { Json } from '../core/model/json-source.ts';

/** A value in one line, as far as one line goes. */
export function shortValue(value: Json): string {
  return shortText(textOf(value));
}

function textOf(value: Json): string {
  if (typeof value !== 'object' || value === null) return String(value ?? '');
  if (Array.isArray(value)) return value.map(textOf).join(', ');
  const { text, href, src, alt, svg, class: classes, family } = value as Record<string, Json>;
  const said = [text, alt].filter((one) => typeof one === 'string' && one !== '');
  const address = [href, src, classes, family, svg && 'drawing'].find((one) => one);
  return [...said, address ?? ''].join(' ').trim();
}

/** A text in one line of 36 characters at most. */
export function shortText(text: string): string {
  const line = text.replace(/\s+/g, ' ');
  return line.length > 36 ? `${line.slice(0, 35)}…` : line;
}
