import { nextScript } from '../../compile/script/script-parts.ts';
import { codeStart } from './code-start.ts';

/** A text without blank lines at its ends, and with one line end after it; '' for a blank one. */
export function tidyEnds(text: string): string {
  const inner = text.replace(/^(?:[\t ]*(?:\r\n|\n|\r))+/, '').trimEnd();
  return inner.trim() === '' ? '' : `${inner}\n`;
}

/** Style sheets one after the other. */
export function joinStyles(styles: readonly string[]): string {
  return styles
    .map(tidyEnds)
    .filter((style) => style !== '')
    .join('\n');
}

/**
 * Scripts one after the other, with a line between them that lets each fail alone. Apart, each
 * ended where its tag did; together, a line that begins with one of `( [ / + - . , \`` would go on
 * with the line before (ECMAScript, 12.10).
 */
export function joinScripts(scripts: readonly string[]): string {
  let joined = '';
  for (const script of scripts.map(tidyEnds)) {
    if (script === '') continue;
    const goesOn = joined !== '' && '([/+-.,`'.includes(script.charAt(codeStart(script)));
    joined += joined === '' ? script : `\n${nextScript}\n${goesOn ? ';' : ''}${script}`;
  }
  return joined;
}
