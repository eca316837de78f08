import { memberName, type ScriptNode, type Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import { choiceAtom, optionsIn } from './choices.ts';
import type { ScriptDetector, ScriptLook } from './detector.ts';
import { literalAtom } from './literal.ts';
import { rowsOf } from './rows.ts';

const optionsName =
  /^(?:options?|settings?|config|configuration|opts?|defaults?|params|prefs|messages?|labels?|texts?|strings?|words|copy|i18n|lang|colou?rs|theme)$/i;

/** Calls of the platform whose options are no settings of a widget. */
const platform =
  /^(?:addEventListener|removeEventListener|IntersectionObserver|MutationObserver|ResizeObserver|observe|getContext|fetch|CustomEvent|Event|MouseEvent|KeyboardEvent|assign|defineProperty|Proxy|attachShadow|dispatchEvent|stringify|freeze|create|push|matchMedia|Request|Headers|toLocaleString|toLocaleDateString|toLocaleTimeString|createElement|append|scrollIntoView|scroll|scrollTo|scrollBy)$/;

/** Options whose values speak of how a thing is made, not of what anybody sees. */
const technical =
  /^(?:threshold|rootMargin|root|passive|once|capture|bubbles|cancelable|composed|debug|selector|container|el|element|target|type|method|headers|mode|fill|easing|composite|iterations|id|class|className|version|start|plugins|responsive|breakpoint|breakpoints)$/;

/** Options: of objects with such a name, and of those given to a library. */
export const settings: ScriptDetector = (look) =>
  look.script.of('ObjectExpression').flatMap((one): Proposal[] => {
    if (!isOptions(one) && !isReadByName(one, look)) return [];
    return (one.node.properties as Syntax[]).flatMap((property): Proposal[] => {
      const key = property.key as Syntax | undefined;
      const name = String(key?.name ?? key?.value ?? '');
      if (property.type !== 'Property' || property.computed === true || name === '') return [];
      if (property.shorthand === true) return [];
      if (technical.test(name) && !isSetting(property.value as Syntax, name, look)) return [];
      const value = property.value as Syntax;
      const words = wordsOf(name).join(' ');
      const rows = rowsOf(value, { name, isChanged: false });
      if (rows) return [rows];
      const why = `the option ${name}`;
      const group = groupOf(one);
      const names = [words, `${words} ${group || 'option'}`];
      const choice = choiceAtom(value, name, look, { names, weight: 0.8, why });
      const isTimed = look.timed.has(name) || /speed/i.test(name);
      const found = choice ?? literalAtom(value, name, { names, weight: 0.8, why, isTimed });
      return found
        ? [{ ...proposalOf(found), ...(group ? { said: `${name} ${group}` } : {}) }]
        : [];
    });
  });

/** A version is one where it is a number, and a mode where the script compares it with words. */
function isSetting(value: Syntax, name: string, look: ScriptLook): boolean {
  if (name === 'version') return typeof value.value === 'number';
  return optionsIn(value, name, look).length > 1;
}

/** What an object of texts is called, where its members are messages. */
function groupOf({ parent }: ScriptNode): string {
  const around = parent?.node;
  const named = (around?.type === 'Property' ? around.key : around?.id) as Syntax | undefined;
  const name = String(named?.name ?? named?.value ?? '');
  return /^(?:messages?|msgs?|errors?)$/i.test(name)
    ? 'message'
    : /^(?:te?xte?s?|strings|labels|words|copy|i18n)$/i.test(name)
      ? 'text'
      : '';
}

/** True for an object of literals whose members the script reads by their names. */
function isReadByName(
  { node, parent }: ScriptNode,
  { script, changing }: Pick<ScriptLook, 'script' | 'changing'>,
): boolean {
  const around = parent?.node;
  if (around?.type === 'Property' && around.value === node && parent?.parent) {
    return isReadByName(parent.parent, { script, changing });
  }
  const name = (around?.id as Syntax | undefined)?.name;
  if (around?.type !== 'VariableDeclarator' || typeof name !== 'string' || changing.has(name))
    return false;
  const members = (node.properties as Syntax[]).map(({ key, value }) => ({
    name: String((key as Syntax | undefined)?.name ?? (key as Syntax | undefined)?.value ?? ''),
    isPlain: /^(?:Literal|TemplateLiteral|UnaryExpression|ObjectExpression|ArrayExpression)$/.test(
      (value as Syntax | undefined)?.type ?? '',
    ),
  }));
  if (members.length < 2 || !members.every(({ isPlain }) => isPlain)) return false;
  const reads = script
    .of('MemberExpression')
    .filter((one) => (one.node.object as Syntax).name === name);
  const written = reads.some(
    ({ node: read, parent: by }) =>
      by?.node.type === 'AssignmentExpression' && by.node.left === read,
  );
  const byName = members.filter((one) =>
    reads.some(({ node: read }) => read.computed !== true && memberName(read) === one.name),
  );
  const isAsked = reads.some(({ node: read }) => read.computed === true);
  return (
    !written &&
    (byName.length * 2 >= members.length || (isAsked && byName.length === 0 && members.length < 9))
  );
}

function isOptions({ node, parent }: ScriptNode): boolean {
  const around = parent?.node;
  if (!around) return false;
  if (around.type === 'VariableDeclarator')
    return optionsName.test(String((around.id as Syntax).name));
  if (around.type === 'AssignmentExpression') {
    return optionsName.test(
      String((around.left as Syntax).name ?? memberName(around.left as Syntax)),
    );
  }
  if (around.type === 'Property' && around.value === node && parent.parent) {
    const key = around.key as Syntax;
    const name = String(key.name ?? key.value ?? '');
    if (around.computed === true || technical.test(name)) return false;
    return optionsName.test(name) || isOptions(parent.parent);
  }
  if (around.type !== 'CallExpression' && around.type !== 'NewExpression') return false;
  if (!(around.arguments as Syntax[]).includes(node)) return false;
  const callee = around.callee as Syntax;
  return !platform.test(memberName(callee) ?? String(callee.name ?? ''));
}
