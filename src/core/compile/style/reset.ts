import { isMoving } from './moving-properties.ts';
import { resetWeight, slotBorder } from './root-selector.ts';

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
  'orphans',
  'widows',
];

/** Elements that browsers themselves give text style of their own (HTML Standard, 15.3). */
const ownText: readonly (readonly [elements: string, ...properties: string[]])[] = [
  ['h1, h2, h3, h4, h5, h6, th, b, strong', 'font'],
  ['a, label, summary', 'color', 'cursor'],
  ['ul, ol, menu, dir', 'list-style'],
  ['table', 'border-collapse', 'border-spacing'],
  ['pre, code, kbd, samp, address, em, i, cite, small', 'font', 'white-space'],
  ['button, input, select, textarea, dialog, center, mark', 'all'],
];

/**
 * Attributes that say how an element looks (HTML Standard, 15: presentational hints, and those that
 * browsers treat alike), which `revert` would silence with a host's rules.
 */
const hinting = [
  // 15.3.2 and 15.3.3: what is hidden, how it may be edited or dragged, language and direction.
  '[hidden]',
  '[contenteditable]',
  '[draggable]',
  '[dir]',
  '[lang]',
  // 15.3.3 and 15.3.4: flow content, fonts.
  '[align]',
  '[clear]',
  '[color]',
  '[face]',
  '[size]',
  '[nowrap]',
  '[wrap]',
  // 15.3.7: lists and their counters.
  '[type]:is(ol, ul, li)',
  '[start]',
  '[value]:is(li)',
  '[reversed]',
  // 15.3.9: tables. Browsers treat what cells are padded with as if an attribute said it.
  '[background]',
  '[bgcolor]',
  '[border]',
  '[bordercolor]',
  '[cellpadding]',
  '[cellpadding] *',
  '[cellspacing]',
  '[frame]',
  '[height]',
  '[rules]',
  '[rules] *',
  '[valign]',
  '[width]',
  'td',
  'th',
  // 15.3.11 and 15.4: rules, pictures and frames.
  '[noshade]',
  '[frameborder]',
  '[hspace]',
  '[vspace]',
  'canvas',
  'iframe',
  'marquee',
  // SVG 2, 6.6, and MathML Core, 2.1.3: presentation attributes.
  'svg',
  'svg *',
  'math',
  'math *',
];

/** What no attribute of a picture says, and a host may keep in layers. */
const ofPictures = [
  'margin',
  'padding',
  'border',
  'border-radius',
  'box-sizing',
  'max-width',
  'max-height',
  'min-width',
  'min-height',
  'display',
  'float',
  'position',
  'opacity',
  'filter',
  'transform',
  'background',
  'box-shadow',
  'outline',
  'object-fit',
  'vertical-align',
];
const pictures =
  ':where(img, canvas, video, iframe, svg):not(:where([border], [frameborder], [hspace], [vspace], [align], [hidden]))';

/** What hosts make important most, as far as it is not of text. */
const importantInHosts = [
  'background',
  'border',
  'border-radius',
  'box-shadow',
  'outline',
  'margin',
  'padding',
  'text-decoration',
  'display',
  'float',
  'position',
  'inset',
  'z-index',
  'width',
  'height',
  'min-width',
  'max-width',
  'min-height',
  'max-height',
  'overflow',
  'box-sizing',
  'opacity',
  'transform',
  'filter',
  'flex',
  'gap',
  'transition',
  'vertical-align',
];
const importantText = [
  'color',
  'font',
  'letter-spacing',
  'word-spacing',
  'text-align',
  'text-transform',
  'text-indent',
  'text-shadow',
  'white-space',
  'list-style',
  'visibility',
  'cursor',
];

/** What no rule of a mould may reach; a cast in there is a mould's again. */
const slotted = ':where([data-slot], [data-slot] *)';
const unhinted = `:not(:where(${hinting.join(', ')}))`;

/** @param level what each declaration ends with */
function resetOf(root: string, all: string, level = ''): string {
  const set = (value: string, names: readonly string[]) =>
    `{ ${names.map((name) => `${name}: ${value}${level}`).join('; ')} }`;
  const sides = ['::before', '::after', '::backdrop'].map((part) => all + part);
  return [
    `${all} ${set('revert-layer', ['all'])}`,
    `${all}${unhinted} ${set('revert', ['all'])}`,
    `${all}${pictures} ${set('revert', ofPictures)}`,
    `${all}:where(td, th):not(:where([border] *, [rules] *)) ${set('revert', ['border'])}`,
    `${all}:where(td, th):not(:where([cellpadding] *)) ${set('1px', ['padding'])}`,
    `${sides.join(', ')} ${set('revert', ['all'])}`,
    `${all}::placeholder, ${all}::marker ${set('revert-layer', ['all'])}`,
    `${root} ${set('initial', inherited)}`,
    ...ownText.map(([elements, ...names]) => `${root}:where(${elements}) ${set('revert', names)}`),
    `${root}:where([cellspacing]) ${set('revert-layer', ['border-spacing'])}`,
  ].join('\n');
}

const resetFor = (mark: string, level?: string) =>
  resetOf(
    `:is(${resetWeight}, ${mark}):not(${slotted})`,
    `:is(${resetWeight}, ${mark}, ${mark} *):not(${slotted})`,
    level,
  );

/**
 * What keeps the rules of a host, and what it would let a cast inherit, out of all casts of a page
 * that have a look of their own. `revert-layer` undoes a host's rules and leaves what attributes
 * say; where none says anything, `revert` undoes what a host keeps in layers as well.
 */
export const reset = resetFor('[data-look]');

/** The same for casts whose rules are all important: it undoes a host's important rules too. */
export const firmReset = resetFor('[data-look="firm"]', ' !important');

/** The same for casts that are placed in a slot of another. */
export const resetInSlots = `${slotBorder('[data-slot] [data-look]')} {
${resetOf(`:is(${resetWeight}, :scope)`, `:is(${resetWeight}, :scope, :scope *)`)}
}`;

/**
 * Lets custom elements look as the rules of their own shadow trees say: any value from outside beats
 * `:host`, `revert` as well, but for one that takes the whole layer back.
 */
export function customReset(mark: string, names: readonly string[], isFirm: boolean): string {
  if (names.length === 0) return '';
  const own = names.map((name) => `${mark} ${name}`).join(', ');
  return `:is(${resetWeight}, ${own}) { all: revert-layer${isFirm ? ' !important' : ''} }`;
}

/**
 * What undoes the important rules of hosts for one mould whose style moves: all but what inline
 * style, animations and script set.
 *
 * @param mark what marks the roots of its casts
 * @param customElements names of elements with rules of their own shadow trees
 */
export function importantReset(
  mark: string,
  moving: ReadonlySet<string>,
  customElements: readonly string[],
): string {
  const hinted = [...hinting, ...customElements].join(', ');
  const [at, own] = [mark, `${mark} *`].map((one) => `:is(${resetWeight}, ${one})`);
  const still = (names: readonly string[]) => names.filter((name) => !isMoving(name, moving));
  const set = (value: string, names: readonly string[]) =>
    `{ ${names.map((name) => `${name}: ${value} !important`).join('; ')} }`;
  const [text, others] = [still(importantText), still(importantInHosts)];
  const inside = `${own}:not(${slotted})`;
  const rules: [selector: string, value: string, names: readonly string[]][] = [
    [
      `${inside}:not(:where(${hinted})), ${inside}::before, ${inside}::after`,
      'revert',
      [...text, ...others],
    ],
    [`${inside}:where(${hinted})`, 'revert-layer', [...text, ...others]],
    [`${inside}${pictures}`, 'revert', still(ofPictures)],
    [`${at}${unhinted}`, 'revert', others],
    [`${at}`, 'initial', text],
    ...ownText.map(([elements, ...names]): (typeof rules)[number] => {
      const own = names[0] === 'all' ? text : still(names).filter((one) => text.includes(one));
      return [`${at}:where(${elements})`, 'revert', own];
    }),
  ];
  return rules
    .flatMap(([selector, value, names]) =>
      names.length > 0 ? [`${selector} ${set(value, names)}`] : [],
    )
    .join('\n');
}
