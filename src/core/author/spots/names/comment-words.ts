/** What a comment on the same line, or on the line before, says of a place; '' for none. */
export function commentAt(source: string, offset: number): string {
  const end = source.indexOf('\n', offset);
  const line = source.slice(offset, end < 0 ? source.length : end);
  const [, block, after] = /\/\*\s*(.*?)\s*\*\/|\/\/\s*(.*?)\s*$/.exec(line) ?? [];
  return titleIn(block ?? after ?? '');
}

/** The words that a comment begins with, where they are few enough for a title. */
function titleIn(comment: string): string {
  const [first = ''] = comment
    .replace(/^(?:in\s+)?(?:ms|px|milliseconds|seconds)\b[\s:,–-]*/i, '')
    .split(/[:;(.|=]|\s[-–—]\s/);
  const words = first.trim().replace(/^(?:the|a|an|how|raise)\s+/i, '');
  const count = words.split(/\s+/).length;
  return words !== '' && count <= 6 && /^[\p{L}\d' ,-]+$/u.test(words) ? words.toLowerCase() : '';
}
