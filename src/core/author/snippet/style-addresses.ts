import { tokenize, tokenTypes, url } from 'css-tree';
import { type Edit, withEdits } from '../../text/edits.ts';
import type { AssetShelf } from './local-files.ts';

/**
 * A style sheet whose addresses lead to files brought along. Sheets it imports are left: brought
 * along, their rules would reach the whole page.
 *
 * @param from path of the file it stands in
 */
export function withStyleFiles(style: string, from: string, shelf: AssetShelf): string {
  const edits: Edit[] = [];
  let isImport = false;
  let isInUrl = false;
  tokenize(style, (type, start, end) => {
    const word = style.slice(start, end);
    if (type === tokenTypes.AtKeyword) isImport = word.toLowerCase() === '@import';
    if (type === tokenTypes.Semicolon) isImport = false;
    const isAddress = type === tokenTypes.Url || (type === tokenTypes.String && isInUrl);
    if (isAddress && !isImport) {
      const isQuoted = type === tokenTypes.String;
      const place = shelf.bring(from, isQuoted ? word.slice(1, -1) : url.decode(word));
      const text = isQuoted ? `${word[0]}${place}${word[0]}` : `url(${place})`;
      if (place !== undefined) edits.push({ start, end, text });
    }
    if (type !== tokenTypes.WhiteSpace) {
      isInUrl = type === tokenTypes.Function && /^(?:url|src|image-set)\($/i.test(word);
    }
  });
  return withEdits(style, { start: 0, end: style.length }, edits);
}
