import type { AssetShelf } from './local-files.ts';
import type { SourceElement } from './page-parts.ts';
import { withStyleFiles } from './style-addresses.ts';
import type { StylePart } from './style-part.ts';

/** What attributes of a body say in style (HTML Standard, 15.3.3 and 15.3.4), by their names. */
const hints: Readonly<Record<string, (value: string) => string>> = {
  bgcolor: (value) => `body { background-color: ${value} }`,
  background: (value) => `body { background-image: url("${value}") }`,
  text: (value) => `body { color: ${value} }`,
  // At no weight, as hints have none.
  link: (value) => `:where(a:link) { color: ${value} }`,
  vlink: (value) => `:where(a:visited) { color: ${value} }`,
  alink: (value) => `:where(a:active) { color: ${value} }`,
};

/** The rule that an attribute of a body stands for; undefined where it is none, or its value could end it. */
export function pageHint(name: string, value: string): string | undefined {
  const text = value.trim().replace(/^(?=[0-9a-f]{6}$)/i, '#');
  if (text === '' || /["'\\;{}\n]/.test(text)) return undefined;
  return Object.hasOwn(hints, name) ? hints[name]?.(text) : undefined;
}

/** The style that attributes of a body stand for, before all other style; none where they say nothing. */
export function pageHints(
  body: SourceElement | undefined,
  file: string,
  shelf: AssetShelf,
): (StylePart & { start: number })[] {
  const rules = (body?.attrs ?? []).flatMap(({ name, value }) => pageHint(name, value) ?? []);
  const placeAt = () => ({ file, line: 1, column: 1 });
  if (rules.length === 0) return [];
  const text = withStyleFiles(`${rules.join('\n')}\n`, file, shelf);
  return [{ start: -1, text, hint: '', placeAt }];
}
