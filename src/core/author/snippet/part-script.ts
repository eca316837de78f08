import type { Syntax } from '../../compile/script/syntax.ts';
import type { Range } from '../../text/edits.ts';
import type { ScriptSource } from '../sources/script-source.ts';

/**
 * The statements of a script that a part of the markup can do without: those that speak of other
 * elements, and declare nothing that is needed. What speaks of no element stays.
 *
 * @param isTaken true for a class, an id or a tag of what is taken
 * @param isElsewhere true for one that only the rest of the paste has
 */
export function unneededStatements(
  script: ScriptSource,
  isTaken: (name: string) => boolean,
  isElsewhere: (name: string) => boolean,
): Range[] {
  const body = (script.program?.body ?? []) as unknown as readonly Syntax[];
  const facts = body.map((node) => {
    const text = script.text.slice(node.start, node.end);
    const words = new Set(text.match(/[A-Za-z_$][\w$-]*/g) ?? []);
    const said = [...text.matchAll(/(["'`])((?:(?!\1)[^\\\n])*)\1/g)].flatMap(
      ([, , literal = '']) => literal.match(/[A-Za-z_][\w-]*/g) ?? [],
    );
    const isOfTaken = said.some(isTaken);
    const isOther = !isOfTaken && said.some(isElsewhere);
    return { node, words, declared: declaredBy(node), isOfTaken, isOther };
  });
  // What works on something that is left out is about that as well.
  const others = new Set(facts.filter(({ isOther }) => isOther));
  for (let grew = true; grew; ) {
    grew = false;
    for (const one of facts) {
      if (others.has(one) || one.isOfTaken) continue;
      const isAbout = [...others].some(({ declared }) =>
        declared.some((name) => one.words.has(name)),
      );
      if (isAbout) {
        others.add(one);
        grew = true;
      }
    }
  }
  const kept = new Set(facts.filter((one) => !others.has(one)));
  for (let grew = true; grew; ) {
    grew = false;
    for (const one of facts) {
      if (kept.has(one)) continue;
      const isUsed = one.declared.some((name) => [...kept].some(({ words }) => words.has(name)));
      if (isUsed) {
        kept.add(one);
        grew = true;
      }
    }
  }
  return facts.flatMap((one) =>
    kept.has(one) ? [] : [{ start: one.node.start, end: one.node.end }],
  );
}

/** The names that a statement at the top declares. */
function declaredBy(node: Syntax): string[] {
  const named = node.id as Syntax | undefined;
  if (named?.type === 'Identifier') return [String(named.name)];
  const all = (node.declarations ?? []) as readonly Syntax[];
  return all.flatMap(({ id }) => namesIn(id as Syntax));
}

function namesIn(pattern: Syntax | undefined): string[] {
  if (!pattern) return [];
  if (pattern.type === 'Identifier') return [String(pattern.name)];
  const inside = [
    ...((pattern.properties ?? []) as Syntax[]),
    ...((pattern.elements ?? []) as Syntax[]),
  ];
  return inside.flatMap((one) => namesIn((one?.value ?? one?.argument ?? one) as Syntax));
}
