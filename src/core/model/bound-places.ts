import { indexLines } from '../text/line-index.ts';
import type { Field } from './field.ts';
import type { Mould } from './mould.ts';

/** The sources that fields are bound in. */
export type BoundSources = Pick<Mould, 'template' | 'style' | 'script'>;

/**
 * Says where a field is bound, as words: `template.html, line 4 and style.css, line 12`. A member
 * that is not bound by its own name is where the field is that it belongs to. It goes by the text
 * of the sources, so that a mould that cannot be compiled is told of as well.
 *
 * @returns '' where it is bound nowhere
 */
export function boundPlaces(sources: BoundSources, { path, property }: Field): string {
  for (let name = path; name !== ''; name = name.slice(0, Math.max(0, name.lastIndexOf('.')))) {
    const found = placesOf(sources, name, name === path ? property : undefined);
    if (found.length > 0) return found.join(' and ');
  }
  return '';
}

function placesOf(
  { template, style, script }: BoundSources,
  path: string,
  property: string | undefined,
): string[] {
  const name = path.replace(/[.]/g, '\\.');
  const patterns: readonly [file: string, text: string, pattern: RegExp | undefined][] = [
    [
      'template.html',
      template,
      new RegExp(
        `\\{~\\s*${name}\\s*~\\}|\\skm-[\\w-]+\\s*=\\s*["'][^"']*(?<![\\w.-])${name}(?![\\w.-])`,
      ),
    ],
    ['style.css', style, property === undefined ? undefined : new RegExp(`${property}(?![\\w-])`)],
    ['script.js', script, new RegExp(`values\\??\\.${name}(?![\\w-])`)],
  ];
  return patterns.flatMap(([file, text, pattern]) => {
    const at = pattern ? text.search(pattern) : -1;
    return at < 0 ? [] : [`${file}, line ${indexLines(file, text).placeAt(at).line}`];
  });
}
