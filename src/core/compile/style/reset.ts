import { resetWeight, slotBorder } from './root-selector.ts';

/** Text style that a cast would inherit from its host, as it is at the top of a page of its own. */
const inherited = [
  ...['color', 'font', 'letter-spacing', 'word-spacing', 'line-height', 'text-align'],
  ...['text-align-last', 'text-indent', 'text-transform', 'text-shadow', 'text-wrap'],
  ...['text-rendering', 'white-space', 'word-break', 'overflow-wrap', 'hyphens', 'line-break'],
  ...['tab-size', 'cursor', 'list-style', 'quotes', 'border-collapse', 'border-spacing'],
  ...['caption-side', 'empty-cells', 'color-scheme', 'accent-color', 'caret-color'],
  ...['text-underline-offset', 'text-decoration-skip-ink', 'font-synthesis', 'writing-mode'],
  ...['fill', 'stroke', '-webkit-font-smoothing', '-webkit-text-fill-color'],
  ...['-webkit-text-size-adjust', 'scrollbar-color', 'text-emphasis', 'orphans', 'widows'],
];

/** Elements that browsers themselves give text style of their own (HTML Standard, 15.3). */
const ownText: readonly (readonly [elements: string, properties: string])[] = [
  ['h1, h2, h3, h4, h5, h6, th, b, strong', 'font'],
  ['a, label, summary', 'color: revert; cursor'],
  ['ul, ol, menu, dir', 'list-style'],
  ['table', 'text-indent: initial; border-collapse: revert; border-spacing'],
  ['pre, code, kbd, samp, address, em, i, cite, small', 'font: revert; white-space'],
  ['button, input, select, textarea, dialog, center, mark', 'all'],
];

/** Attributes that say how an element looks, which `revert` would silence with a host's rules. */
const hinting = [
  ...['[width]', '[height]', '[align]', '[valign]', '[bgcolor]', '[background]', '[border]'],
  ...['[cellpadding]', '[cellpadding] *', '[cellspacing]', '[nowrap]', '[color]', '[face]'],
  ...['[size]', '[type]:is(ol, ul, li)', '[hidden]', '[rules] *', '[hspace]', '[vspace]'],
  // Browsers treat what cells are padded with as if an attribute said it.
  ...['td', 'th', 'canvas', 'iframe', 'svg', 'svg *', 'math', 'math *'],
];

/** What no attribute of a picture says, and a host may keep in layers. */
const ofPictures = [
  ...['margin', 'padding', 'border', 'border-radius', 'box-sizing', 'max-width', 'max-height'],
  ...['min-width', 'min-height', 'display', 'float', 'position', 'opacity', 'filter', 'transform'],
  ...['background', 'box-shadow', 'outline', 'object-fit', 'vertical-align'],
];
const pictures =
  ':where(img, canvas, video, iframe, svg):not(:where([border], [hspace], [vspace], [align], [hidden]))';

/** What no rule of a mould may reach; a cast in there is a mould's again. */
const slotted = ':where([data-slot], [data-slot] *)';

function resetOf(root: string, all: string): string {
  return [
    `${all} { all: revert-layer }`,
    `${all}:not(:where(${hinting.join(', ')})) { all: revert }`,
    `${all}${pictures} { ${ofPictures.map((name) => `${name}: revert`).join('; ')} }`,
    `${all}:where(td, th):not(:where([border] *, [rules] *)) { border: revert }`,
    `${all}:where(td, th):not(:where([cellpadding] *)) { padding: 1px }`,
    `${all}::before, ${all}::after, ${all}::backdrop { all: revert }`,
    `${all}::placeholder, ${all}::marker { all: revert-layer }`,
    `${root} { ${inherited.map((name) => `${name}: initial`).join('; ')} }`,
    ...ownText.map(([elements, name]) => `${root}:where(${elements}) { ${name}: revert }`),
  ].join('\n');
}

/**
 * What keeps the rules of a host, and what it would let a cast inherit, out of all casts of a page.
 * `revert-layer` undoes a host's rules and leaves what attributes say; where none says anything,
 * `revert` undoes what a host keeps in layers as well.
 */
export const reset = resetOf(
  `:is(${resetWeight}, [data-mould]):not(${slotted})`,
  `:is(${resetWeight}, [data-mould], [data-mould] *):not(${slotted})`,
);

/** The same for casts that are placed in a slot of another. */
export const resetInSlots = `${slotBorder('[data-slot] [data-mould]')} {
${resetOf(`:is(${resetWeight}, :scope)`, `:is(${resetWeight}, :scope, :scope *)`)}
}`;
