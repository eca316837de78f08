import { string, tokenize, tokenTypes } from '../../../text/css-tree.ts';
import type { Atom } from '../atom.ts';
import { replaced } from '../atom.ts';
import { type StyleDetector, valueStart } from './detector.ts';

/** Words that style puts before or after what is there (CSS Generated Content 3). */
export const contentWords: StyleDetector = (look) =>
  look.styled.flatMap((styled): Atom[] => {
    const { property, value } = styled.declaration;
    if (property !== 'content' || value.includes('var(')) return [];
    const start = valueStart(look.style.text, styled.declaration);
    return stringsIn(value).flatMap((one): Atom[] => {
      const text = string.decode(value.slice(one.start, one.end));
      // One that stands between things, not one that says how something works.
      const isSign = /^\s*(?![★☆⭐✓✔✕✖])[\p{So}\p{Extended_Pictographic}]\s*$/u.test(text);
      if (!/\p{L}{2}/u.test(text) && !isSign) return [];
      const range = { start: start + one.start, end: start + one.end };
      return [
        {
          kind: 'text',
          value: text.trim(),
          marks: [replaced('style', 'value', range, ({ property: name }) => contentOf(text, name))],
          slot: `content@${range.start}`,
          names: [...styled.subject.names.map((name) => `${name} text`), 'text'],
          section: 'Content',
          weight: isSign ? 0.62 : 0.8,
          why: isSign ? 'a symbol shown by the style' : 'text shown by the style',
        },
      ];
    });
  });

/** The value with what was blank around the words, which is part of how they are set. */
export function contentOf(text: string, name: string): string {
  const [before = '', after = ''] = [/^\s*/.exec(text)?.[0], /\s*$/.exec(text)?.[0]];
  const quoted = (blank: string) => (blank === '' ? '' : string.encode(blank));
  return [quoted(before), `var(${name})`, quoted(after)].filter((one) => one !== '').join(' ');
}

/** The strings of a value, not those that functions take. */
function stringsIn(value: string): { readonly start: number; readonly end: number }[] {
  const found: { start: number; end: number }[] = [];
  let depth = 0;
  tokenize(value, (type, start, end) => {
    if (type === tokenTypes.Function || type === tokenTypes.LeftParenthesis) depth += 1;
    else if (type === tokenTypes.RightParenthesis) depth -= 1;
    else if (type === tokenTypes.String && depth === 0) found.push({ start, end });
  });
  return found;
}
