import { cssGrammar } from '../sources/css-grammar.ts';

/** The parts of the lexer that hold the grammar; its types say nothing of them. */
const grammar = cssGrammar as unknown as Readonly<
  Record<'types' | 'properties', Readonly<Record<string, { readonly syntax: unknown } | undefined>>>
>;

/** Words that any property takes, and that say nothing for a person to choose. */
const global = /^(?:inherit|initial|unset|revert|revert-layer|-.*)$/;

/** So many words are offered to choose from at most. */
const most = 24;

/**
 * The words that could stand in place of one in the value of a property, by the grammar of CSS.
 *
 * @param valueWith gives the whole value with another word in that place
 * @returns none where the property takes no words but this one, or is unknown
 */
export function keywordsOf(
  property: string,
  word: string,
  valueWith: (other: string) => string,
): string[] {
  const words = new Set<string>();
  const seen = new Set<string>();
  const look = (syntax: unknown): void => {
    if (typeof syntax !== 'object' || syntax === null) return;
    const node = syntax as { type?: string; name?: string; terms?: unknown[]; term?: unknown };
    if (node.type === 'Keyword' && node.name) words.add(node.name);
    if (node.type === 'Type' || node.type === 'Property') {
      const name = `${node.type} ${node.name}`;
      if (seen.has(name) || /color|image|url/.test(node.name ?? '')) return;
      seen.add(name);
      const found = (node.type === 'Type' ? grammar.types : grammar.properties)[node.name ?? ''];
      look(found?.syntax);
    }
    for (const one of node.terms ?? []) look(one);
    look(node.term);
  };
  look(grammar.properties[property]?.syntax);
  if (!words.has(word)) return [];
  const isValid = (one: string) =>
    cssGrammar.matchProperty(property, valueWith(one)).error === null;
  return [...words].filter((one) => !global.test(one) && isValid(one)).slice(0, most);
}
