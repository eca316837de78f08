import { dottedName, literalText, memberName, type ScriptNode, type Syntax } from './syntax.ts';

/** How a script affects more than its cast: it changes the page, shares it, or runs outside the cast. */
export type EffectKind = 'changes' | 'shares' | 'leaves';

/** Something in a script that no cast can have of its own. */
export interface PageEffect {
  readonly kind: EffectKind;
  /** What does it, as it is written. */
  readonly what: string;
  readonly start: number;
  /** For what leaves the cast: what becomes of it. */
  readonly why: string;
}

/** How a name is written where it has the effect. */
type Written = 'call' | 'new' | 'assigned' | 'member' | 'name' | 'heard';

/** Objects of the language and the platform whose prototypes all scripts of a page use. */
const builtIns =
  'Array|String|Object|Function|Number|Date|RegExp|Promise|Map|Set|Node|NodeList|Element|HTML\\w*Element|HTMLCollection|EventTarget|Event|Document|Window';

/**
 * What a page has one of, and what a script has done outside of its cast: the lines of the table of
 * docs/isolation.md that no cast can answer.
 */
const pageEffects: readonly (readonly [
  kind: EffectKind,
  written: Written,
  name: RegExp,
  why?: string,
])[] = [
  ['changes', 'call', /^history\.(?:push|replace)State$/],
  ['changes', 'call', /^location\.(?:assign|replace)$/],
  [
    'changes',
    'assigned',
    /^(?:document\.(?:title|cookie|domain|location)|location(?:\.\w+)?|history\.scrollRestoration)$/,
  ],
  ['changes', 'assigned', RegExp(`^(?:${builtIns})\\.prototype\\.\\w+$`)],
  ['shares', 'member', /^(?:(?:local|session)Storage|location\.hash|document\.cookie)$/],
  ['shares', 'member', /^on(?:hashchange|popstate)$/],
  ['shares', 'name', /^(?:local|session)Storage$/],
  ['shares', 'heard', /^(?:hashchange|popstate|storage)$/],
  ['shares', 'new', /^(?:BroadcastChannel|SharedWorker)$/],
  [
    'leaves',
    'call',
    /^navigator\.serviceWorker\.register$/,
    'a service worker is for the whole site',
  ],
  [
    'leaves',
    'member',
    /^document\.(?:all|layers|anchors|applets|embeds|plugins)$/,
    'it lists elements of the whole page',
  ],
  ['leaves', 'call', /^document\.evaluate$/, 'it looks in the whole page'],
  [
    'leaves',
    'member',
    /^document\.(?:styleSheets|adoptedStyleSheets)$/,
    'it lists the style sheets of the whole page',
  ],
];

/** Finds what in a script has an effect beyond its cast, in source order. */
export function effectsIn(of: (type: string) => readonly ScriptNode[]): PageEffect[] {
  const found: PageEffect[] = [];
  const add = (written: Written, name: string | undefined, { start }: Syntax) => {
    const bare = name?.replace(/^(?:window|self|globalThis)\./, '');
    if (bare === undefined) return;
    for (const [kind, how, pattern, why = ''] of pageEffects)
      if (how === written && pattern.test(bare)) found.push({ kind, what: bare, start, why });
  };
  for (const { node } of of('CallExpression')) {
    const [first] = node.arguments as readonly Syntax[];
    add('call', dottedName(node.callee as Syntax), node);
    add('heard', literalText(first), first ?? node);
    if (memberName(node.callee as Syntax) === 'createElement' && literalText(first) === 'script') {
      const why = 'what such an element loads runs in the page, not in the cast';
      found.push({ kind: 'leaves', what: "createElement('script')", start: node.start, why });
    }
  }
  for (const { node } of of('NewExpression')) add('new', dottedName(node.callee as Syntax), node);
  for (const { node } of of('AssignmentExpression'))
    add('assigned', dottedName(node.left as Syntax), node);
  for (const { node } of of('MemberExpression')) add('member', dottedName(node), node);
  for (const { node } of of('Identifier')) add('name', String(node.name), node);
  return found.sort((a, b) => a.start - b.start);
}
