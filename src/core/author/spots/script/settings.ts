import { memberName, type ScriptNode, type Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import type { ScriptDetector } from './detector.ts';
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
export const settings: ScriptDetector = ({ script, timed }) =>
  script.of('ObjectExpression').flatMap((one): Proposal[] => {
    if (!isOptions(one)) return [];
    return (one.node.properties as Syntax[]).flatMap((property): Proposal[] => {
      const key = property.key as Syntax | undefined;
      const name = String(key?.name ?? key?.value ?? '');
      if (property.type !== 'Property' || property.computed === true || name === '') return [];
      if (technical.test(name) || property.shorthand === true) return [];
      const value = property.value as Syntax;
      const words = wordsOf(name).join(' ');
      const rows = rowsOf(value, { name, isChanged: false });
      if (rows) return [rows];
      const found = literalAtom(value, name, {
        names: [words, `${words} option`],
        weight: 0.8,
        why: `the option ${name}`,
        isTimed: timed.has(name) || /speed/i.test(name),
      });
      return found ? [proposalOf(found)] : [];
    });
  });

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
