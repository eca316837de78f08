import { nearestName } from '../../../problem/nearest-name.ts';
import { attributeStart } from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Code in event attributes: works, but not where a page forbids it; one note for all. */
export const inlineHandlers: Check = ({ markup, script }) => {
  const handlers = markup
    .having(...markup.attributes.filter((name) => /^on[a-z]+$/.test(name)))
    .map(({ element, name, value }) => ({ name, value, at: attributeStart(element, name) }));
  const [first] = handlers;
  if (!first) return [];
  const data = { name: first.name, count: handlers.length };
  const flaws: Flaw[] = [flaw(markup, first.at, 'markup/inline-handler', data)];
  const known = [...script.of('FunctionDeclaration')].flatMap(({ node }) => {
    const id = node.id as { name: string } | null;
    return id ? [id.name] : [];
  });
  for (const { value, at } of handlers) {
    for (const [, called = ''] of value.matchAll(/(?<![\w$.])([A-Za-z_$][\w$]*)\s*\(/g)) {
      if (script.count(called) > 0) continue;
      const near = nearestName(called, known);
      if (near) flaws.push(flaw(markup, at, 'markup/unknown-handler', { name: called, near }));
    }
  }
  return flaws;
};
