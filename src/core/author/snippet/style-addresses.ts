import { tokenize, tokenTypes, url } from '../../text/css-tree.ts';
import { type Edit, withEdits } from '../../text/edits.ts';
import type { AssetShelf } from './local-files.ts';

/**
 * A style sheet whose addresses lead to files brought along, with the sheets beside it that it
 * imports in the place of their import: brought along as files, their rules would reach the whole
 * page.
 *
 * @param from path of the file it stands in
 * @param above paths of the sheets that import it
 */
export function withStyleFiles(
  style: string,
  from: string,
  shelf: AssetShelf,
  above: readonly string[] = [],
): string {
  const edits: Edit[] = [];
  let importAt: number | undefined;
  let isInUrl = false;
  tokenize(style, (type, start, end) => {
    const word = style.slice(start, end);
    if (type === tokenTypes.AtKeyword && word.toLowerCase() === '@import') importAt = start;
    if (type === tokenTypes.Semicolon && importAt !== undefined) {
      const text = importedSheet(style.slice(importAt, end), from, shelf, above);
      if (text !== undefined) edits.push({ start: importAt, end, text });
      importAt = undefined;
    }
    const isAddress = type === tokenTypes.Url || (type === tokenTypes.String && isInUrl);
    if (isAddress && importAt === undefined) {
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

const importStatement =
  /^@import\s*(?:url\(\s*)?(?:"([^"]*)"|'([^']*)'|([^\s)"';]+))\s*\)?\s*([^;]*);$/is;

/** The sheet of an import statement, under the statement's conditions (CSS Cascade 5, 2). */
function importedSheet(
  statement: string,
  from: string,
  shelf: AssetShelf,
  above: readonly string[],
): string | undefined {
  const [, quoted, single, bare, conditions = ''] = importStatement.exec(statement) ?? [];
  const found = shelf.find(from, quoted ?? single ?? bare ?? '');
  if (!found?.file.text || above.includes(found.path)) return undefined;
  const text = found.file.text.replace(/^\uFEFF?@charset[^;]*;/i, '');
  const sheet = withStyleFiles(text, found.path, shelf, [...above, found.path]).trim();
  const [, layer, name = '', rest = ''] =
    /^(layer(?:\(\s*([\w.-]+)\s*\))?)?(?![\w-])\s*(.*)$/is.exec(conditions.trim()) ?? [];
  const [, supports, media = ''] =
    /^(?:supports\(((?:[^()]|\([^()]*\))*)\))?\s*(.*)$/is.exec(rest) ?? [];
  const isTest = supports && !/^\s*(?:\(|not\b)|^\s*selector\(/i.test(supports);
  const around = [
    ...(layer ? [`@layer ${name}`] : []),
    ...(supports ? [`@supports ${isTest ? `(${supports})` : supports}`] : []),
    ...(media ? [`@media ${media}`] : []),
  ];
  return around.reduceRight((inner, rule) => `${rule.trim()} {\n${inner}\n}`, sheet);
}
