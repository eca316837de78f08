import type MagicString from 'magic-string';
import type { Edit } from '../../text/edits.ts';
import type { PageNames } from '../style/page-names.ts';
import type { PageUse } from './free-names.ts';
import { isLive } from './names-in-reach.ts';
import {
  dottedName,
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
  thisIsWindow,
} from './syntax.ts';

/** What a script's edits depend on. */
export interface EditSetting {
  readonly use: PageUse;
  readonly script: string;
  /** True where ids and names of the template end in the cast's own. */
  readonly hasIds: boolean;
  /** New names of what CSS keeps page-wide, by the author's. */
  readonly names: PageNames['of'];
  /** Names that are declared for the script. */
  readonly own: ReadonlySet<string>;
}

/** A stretch of a script and what is to stand in its place; an insertion may go with what is before. */
export interface ScriptEdit extends Edit {
  readonly isAfter?: boolean;
}

/** Edits that make a script mean its own cast where it means its own page; few lines need any. */
export function pageEdits(setting: EditSetting): ScriptEdit[] {
  return [
    ...htmlComments(setting),
    ...pageMeasures(setting),
    ...windowMembers(setting),
    ...indirectEvals(setting),
    ...realObjects(setting),
    ...thisOfWindow(setting),
    ...codeInText(setting),
    ...(setting.hasIds ? [...plainIds(setting), ...ownSelectors(setting)] : []),
    ...(setting.names.keyframes.size > 0 ? animationNames(setting) : []),
    ...(setting.names.dashed.size > 0 ? dashedNames(setting) : []),
  ];
}

/** `<!--` would open a comment in the page around the script; `//` is the same to the script. */
function htmlComments({ use }: EditSetting): Edit[] {
  return use.htmlComments.map((start) => ({ start, end: start + 4, text: '//--' }));
}

const pageElement = /^(?:window\.)?document\.(?:body|documentElement)$/;
const measures =
  /^(?:(?:client|offset|scroll)(?:Width|Height|Top|Left)|scroll(?:To|By|IntoView)?|getBoundingClientRect)$/;
/** Events that bubble up to the document from wherever they happen. */
const bubbling =
  /^(?:click|dblclick|contextmenu|wheel|(?:mouse|pointer|touch)(?:down|up|move|start|end|cancel)|key(?:down|up|press)|focus(?:in|out)|input|change|paste|copy|cut|drag\w*|drop)$/;

/** `document.body.scrollTop` means the page; a listener there hears of all that is clicked. */
function pageMeasures({ use, script }: EditSetting): Edit[] {
  return (use.nodes.get('MemberExpression') ?? []).flatMap(({ node, parent }): Edit[] => {
    const object = node.object as Syntax;
    const name = memberName(node) ?? '';
    const inPage = dottedName(object);
    if (!inPage || !pageElement.test(inPage)) return [];
    if (measures.test(name)) {
      const element = script.slice(object.start, object.end).replace(/^.*\.(?=\w+$)/s, '');
      return [{ start: object.start, end: object.end, text: `mould.page.${element}` }];
    }
    if (!/^(?:add|remove)EventListener$/.test(name) || parent?.node.type !== 'CallExpression')
      return [];
    const [type] = parent.node.arguments as readonly Syntax[];
    if (!bubbling.test(literalText(type) ?? '')) return [];
    return [{ start: object.start, end: object.end, text: 'document' }];
  });
}

/** A name that scripts or libraries put on the window is read from there. */
function windowMembers({ use, own }: EditSetting): Edit[] {
  const members = new Set(
    [...use.free].filter((name) => (isLive(name, use) && !own.has(name)) || isHandler(name, use)),
  );
  if (members.size === 0) return [];
  return (use.nodes.get('Identifier') ?? []).flatMap((at): Edit[] => {
    const name = String(at.node.name);
    if (!members.has(name) || !use.isFree(at)) return [];
    const { start, end } = at.node;
    const around = at.parent?.node;
    const isDefaulted = around?.type === 'AssignmentPattern' && around.left === at.node;
    const property = isDefaulted ? at.parent?.parent?.node : around;
    const isShort = property?.type === 'Property' && property.shorthand === true;
    // A shorthand's key and value are one node in two places.
    if (isShort && property === around && around?.value !== at.node) return [];
    // What code in a text declares is known around it by its own name only.
    const isOpen = use.free.has('eval') && around?.type !== 'AssignmentExpression';
    const member = isOpen
      ? `(typeof ${name} == 'undefined' ? window.${name} : ${name})`
      : `window.${name}`;
    return [{ start, end, text: `${isShort ? `${name}: ` : ''}${member}` }];
  });
}

/**
 * Functions of the platform that insist on a real window or node: events are given the page's
 * window, and what looks at the document looks at the cast.
 */
function realObjects({ use }: EditSetting): Edit[] {
  const isFreeName = (at: ScriptNode, names: RegExp) =>
    at.node.type === 'Identifier' && names.test(String(at.node.name)) && use.isFree(at);
  const views = (use.nodes.get('Property') ?? []).flatMap((at) => {
    const { key, value } = at.node as unknown as { key: Syntax; value: Syntax };
    const isView =
      key.name === 'view' && isFreeName({ node: value, parent: at }, /^(?:window|self)$/);
    return isView ? [{ start: value.start, end: value.end, text: 'mould.page.defaultView' }] : [];
  });
  const given = (use.nodes.get('CallExpression') ?? []).flatMap((at) => {
    const method = memberName(at.node.callee as Syntax) ?? '';
    const args = at.node.arguments as readonly Syntax[];
    const own = (names: RegExp) =>
      args
        .filter((node) => isFreeName({ node, parent: at }, names))
        .map(({ start, end }) => ({ start, end }));
    if (/^init\w*Event$/.test(method))
      return own(/^(?:window|self)$/).map((one) => ({ ...one, text: 'mould.page.defaultView' }));
    if (/^(?:observe|createTreeWalker|createNodeIterator)$/.test(method))
      return own(/^document$/).map((one) => ({ ...one, text: 'document.body' }));
    return [];
  });
  return [...views, ...given];
}

/** `(function () { this.x = … })()` makes a member of the window. */
function thisOfWindow({ use }: EditSetting): Edit[] {
  return (use.nodes.get('ThisExpression') ?? []).flatMap((at) => {
    const { start, end } = at.node;
    return thisIsWindow(at) === 'called' ? [{ start, end, text: 'window' }] : [];
  });
}

/** `(0, eval)(text)` runs a text as the page would, not where it stands (ECMAScript, 19.2.1.1). */
function indirectEvals({ use }: EditSetting): Edit[] {
  return (use.nodes.get('SequenceExpression') ?? []).flatMap(({ node, parent }): Edit[] => {
    const last = (node.expressions as readonly Syntax[]).at(-1);
    const isCalled = parent?.node.type === 'CallExpression' && parent.node.callee === node;
    if (!isCalled || last?.type !== 'Identifier' || last.name !== 'eval') return [];
    return [{ start: last.start, end: last.end, text: 'window.eval' }];
  });
}

/** `onload = start` without a declaration sets the handler of the window. */
function isHandler(name: string, { assigned }: PageUse): boolean {
  return /^on[a-z]+$/.test(name) && assigned.has(name);
}

/** `setTimeout("next()", 500)` runs its text where no name of the script is known. */
function codeInText({ use, script }: EditSetting): Edit[] {
  return (use.nodes.get('CallExpression') ?? []).flatMap(({ node }): Edit[] => {
    if (!/^(?:window\.)?set(?:Timeout|Interval)$/.test(dottedName(node.callee as Syntax) ?? ''))
      return [];
    const [code] = node.arguments as readonly Syntax[];
    const text = literalText(code);
    if (text === undefined || !code || /\n/.test(script.slice(code.start, code.end))) return [];
    return [{ start: code.start, end: code.end, text: `function () { ${text} }` }];
  });
}

const idMembers = /^(?:id|hash|htmlFor)$/;
const idAttributes = /^(?:id|href|for|name|list|form|usemap|headers|aria-\w+|xlink:href)$/;

/** What is read of an id is what its author wrote. */
function plainIds({ use }: EditSetting): ScriptEdit[] {
  const members = (use.nodes.get('MemberExpression') ?? []).filter(
    (at) => idMembers.test(memberName(at.node) ?? '') && isRead(at) && !isInChain(at),
  );
  const calls = (use.nodes.get('CallExpression') ?? []).filter((at) => {
    const [name] = at.node.arguments as readonly Syntax[];
    const isGet = memberName(at.node.callee as Syntax) === 'getAttribute';
    return isGet && idAttributes.test(literalText(name) ?? '') && !isInChain(at);
  });
  return [...members, ...calls].flatMap(({ node: { start, end } }) => [
    { start, end: start, text: 'mould.plain(' },
    { start: end, end, text: ')', isAfter: true },
  ]);
}

const lookUps = /^(?:querySelector(?:All)?|closest|matches)$/;

/** `box.querySelector('#fare')`: an element's own look-ups know ids only as they stand in the page. */
export function ownSelectors({ use }: Pick<EditSetting, 'use'>): ScriptEdit[] {
  return (use.nodes.get('CallExpression') ?? []).flatMap(({ node }) => {
    const callee = node.callee as Syntax;
    const [selector] = node.arguments as readonly Syntax[];
    if (!selector || selector.type === 'SpreadElement') return [];
    if (!lookUps.test(memberName(callee) ?? '')) return [];
    if (/^(?:window\.)?document$/.test(dottedName(callee.object as Syntax) ?? '')) return [];
    const text = literalText(selector);
    if (text !== undefined && !/[#[]/.test(text)) return [];
    return [
      { start: selector.start, end: selector.start, text: 'mould.own(' },
      { start: selector.end, end: selector.end, text: ')', isAfter: true },
    ];
  });
}

function isRead({ node, parent }: ScriptNode): boolean {
  const around = parent?.node;
  if (!around) return true;
  if (around.type === 'AssignmentExpression') return around.left !== node;
  if (around.type === 'CallExpression') return around.callee !== node;
  if (/^(?:AssignmentPattern|ArrayPattern|RestElement)$/.test(around.type)) return false;
  if (around.type === 'Property') return parent?.parent?.node.type !== 'ObjectPattern';
  return (
    !/^(?:UpdateExpression|For(?:In|Of)Statement)$/.test(around.type) &&
    !(around.type === 'UnaryExpression' && around.operator === 'delete')
  );
}

/** Inside an optional chain nothing can be put around a part of it. */
function isInChain({ parent }: ScriptNode): boolean {
  for (let one = parent; one; one = one.parent) {
    if (one.node.type === 'ChainExpression') return true;
    if (!/^(?:Member|Call)Expression$/.test(one.node.type)) return false;
  }
  return false;
}

const animation = /^(?:webkitAnimation|animation)(?:Name)?$|^(?:-webkit-)?animation(?:-name)?$/;

/** Names of animations in text that is set as one, or compared with one. */
function animationNames({ use, script, names }: EditSetting): Edit[] {
  const texts = [...(use.nodes.get('Literal') ?? []), ...(use.nodes.get('TemplateElement') ?? [])];
  return texts.flatMap((at): Edit[] => {
    const { start, end } = at.node;
    const text = script.slice(start, end);
    if (!/^[\w"'`-]/.test(text) || !isAnimation(at)) return [];
    return [...text.matchAll(/[A-Za-z_][\w-]*/g)].flatMap(({ 0: word, index }) => {
      const name = names.keyframes.get(word);
      return name === undefined
        ? []
        : [{ start: start + index, end: start + index + word.length, text: name }];
    });
  });
}

/** Custom properties and the like, in any text of the script. */
function dashedNames({ use, script, names }: EditSetting): Edit[] {
  const texts = [...(use.nodes.get('Literal') ?? []), ...(use.nodes.get('TemplateElement') ?? [])];
  return texts.flatMap(({ node: { start, end } }) =>
    [...script.slice(start, end).matchAll(/(?<![\w-])--[\w-]+/g)].flatMap(({ 0: word, index }) => {
      const text = names.dashed.get(word);
      const at = start + index;
      return text === undefined ? [] : [{ start: at, end: at + word.length, text }];
    }),
  );
}

function isAnimation(at: ScriptNode): boolean {
  const parent = at.parent?.node.type === 'TemplateLiteral' ? at.parent.parent : at.parent;
  const around = parent?.node;
  if (around?.type === 'AssignmentExpression')
    return animation.test(memberName(around.left as Syntax) ?? '');
  if (around?.type === 'Property') {
    const key = around.key as Syntax;
    return animation.test(String(key.name ?? literalText(key) ?? ''));
  }
  if (around?.type === 'BinaryExpression') {
    return [around.left, around.right].some((one) => memberName(one as Syntax) === 'animationName');
  }
  if (around?.type !== 'CallExpression') return false;
  const [first] = around.arguments as readonly Syntax[];
  return first !== at.node && animation.test(literalText(first) ?? '');
}

/** Makes edits in a text: what is replaced first, so that insertions beside it stay. */
export function applyEdits(text: MagicString, edits: readonly ScriptEdit[]): void {
  const done = new Set<number>();
  for (const { start, end, text: to } of edits) {
    if (end <= start || done.has(start)) continue;
    done.add(start);
    text.update(start, end, to);
  }
  for (const { start, end, text: to, isAfter } of edits) {
    if (end > start) continue;
    if (isAfter) text.appendLeft(start, to);
    else text.prependRight(start, to);
  }
}
