/** Names for `::part()`, and what of a form each is of. */
export const formPartNames: Readonly<Record<string, string>> = {
  form: '.form',
  title: '.form-title',
  bar: '.bar',
  search: '.search input',
  sum: '.sum',
  section: '.section',
  'section-title': '.section-title .toggle',
  field: '.field',
  label: '.field-head .title',
  help: '.help',
  problem: '.problem',
  input:
    ".field :is(input:not([type='range'], [type='checkbox'], [type='radio'], [type='file']), select, textarea)",
  slider: "input[type='range']",
  switch: "[role='switch']",
  buttons: '.buttons',
  swatch: '.swatch',
  picker: '.picker',
  file: '.zone',
  editor: '.richtext',
  toolbar: '.tools',
  rows: '.rows',
  row: '.row',
  'row-head': '.row-head',
  add: '.add',
  'icon-button': '.act, .tool',
  link: '.plain, .choose',
};

/** The same of a preview. */
export const previewPartNames: Readonly<Record<string, string>> = {
  bar: '.bar',
  select: 'select',
  button: '.do',
  menu: '.more-list',
  stage: '.stage',
  viewport: '.viewport',
  width: '.width',
  'width-bar': '.width-bar',
  frame: '.holder',
  handle: '.handle',
  findings: '.below',
  'edit-panel': '.edit-panel',
  'icon-button': '.act',
};

/** Gives what is in a shadow root its part names (CSS Shadow Parts). */
export function exposeParts(root: ParentNode, names: Readonly<Record<string, string>>): void {
  for (const [name, selector] of Object.entries(names)) {
    for (const element of root.querySelectorAll(selector)) element.part.add(name);
  }
}
