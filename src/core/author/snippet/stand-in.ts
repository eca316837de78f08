import { asksForItsPlace, writtenHere } from '../../compile/script/written-here.ts';
import { escapeHtml } from '../../model/kinds/html/escape-html.ts';
import type { SourceElement } from './page-parts.ts';

/** Attributes of a script element that say how it is loaded, not what it is to do. */
const loading =
  /^(?:type|src|language|lang|charset|async|defer|crossorigin|integrity|nonce|nomodule|referrerpolicy|fetchpriority|blocking|xml:.*|xlink:.*|on\w+)$/;

/**
 * What stands in a template where a script stood: nothing, or an inert element with the attributes
 * of its tag where the script asks for its place, since it may be told by them what to do.
 */
export function standInFor(element: SourceElement, code: string): string {
  if (!asksForItsPlace(code)) return '';
  const told = element.attrs.filter(({ name }) => !loading.test(name));
  const attributes = told.map(({ name, value }) => ` ${name}="${escapeHtml(value)}"`).join('');
  return writtenHere.replace('>', `${attributes}>`);
}
