import { isRemoteAddress } from '../../text/address.ts';
import { isKnown, libraryOf } from '../library/library.ts';
import { elementsUnder, type ParsedPaste, type SourceElement } from './page-parts.ts';

/**
 * True for a provider's script, which shows something where its own tag stands: the tag says what, is
 * all there is, stands inside the markup, or loads an address made for one place.
 */
export function isEmbed(paste: ParsedPaste, element: SourceElement, src: string): boolean {
  const { version, name } = libraryOf(src, 'script');
  if (!isRemoteAddress(src) || version || isKnown(name)) return false;
  const isTold = element.attrs.some((one) => one.name.startsWith('data-') || one.name === 'id');
  const { head, topLevel } = paste;
  const isAll = elementsUnder([...(head?.childNodes ?? []), ...topLevel]).length === 1;
  return isTold || isAll || isInside(element) || isForOnePlace(src);
}

/** True for a tag that stands in an element of the widget, whose end comes after it. */
function isInside({ parentNode }: SourceElement): boolean {
  const isOwn = parentNode !== null && 'tagName' in parentNode;
  if (!isOwn || /^(?:html|head|body)$/.test(parentNode.tagName)) return false;
  return parentNode.sourceCodeLocation?.endTag !== undefined;
}

/** True for an address that names one thing to be shown: by a number, or by what it asks for. */
function isForOnePlace(src: string): boolean {
  const path = src.replace(/^[^/]*\/\/[^/]*/, '');
  return /[?&]\w*id=/i.test(path) || /\/(?=[^/]*\d)[\da-f-]{6,}(?:\.js)?(?:[?#]|$)/i.test(path);
}
