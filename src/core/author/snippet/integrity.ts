import type { Library } from '../../model/mould.ts';
import { attributeOf, type SourceElement } from './page-parts.ts';

/** The digest that a page holds a file to (Subresource Integrity, 3.5). */
export function integrityOf(element: SourceElement): Pick<Library, 'integrity'> {
  const integrity = attributeOf(element, 'integrity')?.trim().split(/\s+/).at(-1) ?? '';
  return /^sha(?:256|384|512)-[A-Za-z0-9+/]+={0,2}$/.test(integrity) ? { integrity } : {};
}
