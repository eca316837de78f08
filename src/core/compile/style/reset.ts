import type { CssNode } from 'css-tree';
import { nested } from './guard.ts';
import { type HintSource, hintRules } from './hints.ts';
import { pseudoElementsOf } from './pseudo-elements.ts';
import { layers, ownRoot, type Scoping, wrapped } from './root-selector.ts';

/** Text style that a cast would inherit from its host, as it is at the top of a page of its own. */
const inherited = [
  'color',
  'font',
  'letter-spacing',
  'word-spacing',
  'line-height',
  'text-align',
  'text-align-last',
  'text-indent',
  'text-transform',
  'text-shadow',
  'text-wrap',
  'text-rendering',
  'white-space',
  'word-break',
  'overflow-wrap',
  'hyphens',
  'line-break',
  'tab-size',
  'cursor',
  'list-style',
  'quotes',
  'visibility',
  'border-collapse',
  'border-spacing',
  'caption-side',
  'empty-cells',
  'color-scheme',
  'accent-color',
  'caret-color',
  'text-underline-offset',
  'text-decoration-skip-ink',
  'font-synthesis',
  'writing-mode',
  'fill',
  'stroke',
  '-webkit-font-smoothing',
  '-webkit-text-fill-color',
  '-webkit-text-size-adjust',
  'scrollbar-color',
  'text-emphasis',
  'pointer-events',
  'orphans',
  'widows',
];

/** What browsers give elements that have no other style than this (HTML Standard, 15.3). */
const given: Readonly<Record<string, string>> = {
  'div section article aside header footer main nav hgroup search form details dt': '',
  'p dl': 'margin: 1em 0',
  'figure blockquote': 'margin: 1em 40px',
  'ul menu': 'margin: 1em 0; padding-left: 40px; list-style: disc',
  ol: 'margin: 1em 0; padding-left: 40px; list-style: decimal',
  table: 'display: table; border-spacing: 2px; box-sizing: border-box',
};

/** Elements that browsers themselves give text style of their own (HTML Standard, 15.3). */
const ownText: readonly (readonly [elements: RegExp, ...properties: string[]])[] = [
  [/^(?:h[1-6]|b|strong)$/, 'font'],
  [/^(?:a|label|summary)$/, 'color', 'cursor'],
  [/^(?:pre|code|kbd|samp|em|i|cite|small)$/, 'font', 'white-space'],
  [/^(?:button|input|select|textarea|dialog|center|mark)$/, ...inherited],
  [/^(?:svg|math)$/, 'fill', 'stroke'],
];

/** What the root of a cast begins with, as declarations: as on an empty page. */
function rootStart(name: string, customElements: readonly string[]): string {
  const [, own] = Object.entries(given).find(([names]) => names.split(' ').includes(name)) ?? [];
  if (own !== undefined) {
    const display = own.includes('display') ? '' : 'display: block; ';
    return `all: initial; ${display}${own === '' ? '' : `${own}; `}-webkit-locale: inherit`;
  }
  if (name === 'span') return 'all: initial; -webkit-locale: inherit';
  const of = ownText.flatMap(([elements, ...properties]) =>
    elements.test(name) ? properties : [],
  );
  const set = inherited.filter((one) => !of.includes(one)).map((one) => `${one}: initial`);
  return [`all: ${customElements.includes(name) ? 'revert-layer' : 'revert'}`, ...set].join('; ');
}

/** What the reset of a mould is made from. */
export interface ResetSource extends HintSource {
  readonly scoping: Scoping;
  readonly trees: readonly CssNode[];
  /** The name of the element that is the root. */
  readonly rootName: string;
  /** Names of elements whose look is said in shadow trees of their own. */
  readonly customElements: readonly string[];
}

/** What casts with a look of their own begin with: what browsers do with elements, and no more. */
export function resetOf(source: ResetSource): string {
  const { template, scripts, scoping, trees, rootName, customElements } = source;
  const parts = pseudoElementsOf([template, ...(scripts ?? [])], trees);
  // What a shadow tree says of its slotted elements is weaker than any rule out here.
  const isSlotting = scripts?.some((text) => text.includes('::slotted')) ?? false;
  const slotted = (name: string) => (isSlotting ? `, ${name} > *` : '');
  const ofElements = [
    ...nested('', parts, ['all: revert']),
    ...hintRules({ template, scripts }),
    ...customElements.map((name) => `&:is(${name}${slotted(name)}) { all: revert-layer }`),
  ];
  const rules = [
    wrapped(['&, & *'], ofElements.join('\n')),
    // As the root of a cast it inherits nothing, whatever is said of custom elements.
    `${customElements.includes(rootName) ? '&&' : '&'} { ${rootStart(rootName, customElements)} }`,
  ];
  const [before, at] = ownRoot(scoping);
  return wrapped([`@layer ${layers.reset}`, ...before, at], rules.join('\n'));
}
