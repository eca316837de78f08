import { parseFragment } from 'parse5';

/** A source text of an attribute's value as its characters (HTML Standard, 13.2.5.72). */
export function withoutReferences(text: string): string {
  if (!text.includes('&')) return text;
  const [element] = parseFragment(`<i a="${text.replaceAll('"', '&quot;')}">`).childNodes;
  return (element && 'attrs' in element && element.attrs[0]?.value) || '';
}

/**
 * A text before a binding, so that nothing of the value can complete what it ends with: a character
 * reference, or in text the beginning of a tag.
 */
export function closedBefore(text: string, isTag: boolean): string {
  const ended = text.replace(/&(?=#?\w*$)/, '&amp;');
  return isTag ? ended.replace(/<$/, '&lt;') : ended;
}
