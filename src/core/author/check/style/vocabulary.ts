import type { DSNode } from 'css-tree';
import { walk as walkDefinition } from 'css-tree/definition-syntax';
import { cssGrammar } from '../../sources/css-grammar.ts';

/** The grammar, with the tables its types leave out. */
export const tables = cssGrammar as unknown as {
  readonly properties: Readonly<Record<string, Entry>>;
  readonly types: Readonly<Record<string, Entry>>;
  readonly units: Readonly<Record<string, readonly string[]>>;
};

/** Every property of the grammar that is not written for one browser alone. */
export function propertyNames(): readonly string[] {
  return Object.keys(tables.properties).filter((name) => !name.startsWith('-'));
}

/** Every unit of the grammar, in lower case. */
export function unitNames(): readonly string[] {
  return Object.values(tables.units).flat();
}

/** The words that can stand in the value of a property, those of the types it is made of too. */
export function keywordsOf(property: string): readonly string[] {
  const { properties, types } = tables;
  const words = new Set<string>();
  const seen = new Set<string>();
  const waiting = [properties[property]];
  for (let entry = waiting.pop(); entry; entry = waiting.pop()) {
    if (!entry.syntax) continue;
    walkDefinition(entry.syntax, (node) => {
      if (node.type === 'Keyword') words.add(node.name);
      const table =
        node.type === 'Type' ? types : node.type === 'Property' ? properties : undefined;
      const name = table && 'name' in node ? node.name : undefined;
      if (name === undefined || seen.has(name)) return;
      seen.add(name);
      const next = table?.[name];
      if (next) waiting.push(next);
    });
  }
  // Keywords of one browser, and system colours nobody writes, are no likely slip.
  return [...words].filter((word) => /^[a-z][a-z-]*$/.test(word));
}

interface Entry {
  readonly syntax?: DSNode;
}
