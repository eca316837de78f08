/** What was set on a control before it was held. */
const before = new WeakMap<
  Element,
  { readonly name: 'readOnly' | 'disabled'; readonly was: boolean }
>();

/** What may be used though nothing may be changed: it unfolds and finds. */
const harmless = '.toggle, [type=search]';

/** Makes the controls of a form read-only, which HTML knows of some of them alone; or as they were. */
export function holdStill(root: ParentNode, isHeld: boolean): void {
  const all = root.querySelectorAll<HTMLInputElement>('input, textarea, select, button');
  for (const control of all) {
    if (control.matches(harmless)) continue;
    const known = before.get(control);
    if (isHeld) {
      const name = isTyped(control) ? 'readOnly' : 'disabled';
      if (!known) before.set(control, { name, was: control[name] });
      control[name] = true;
    } else if (known) {
      control[known.name] = known.was;
      before.delete(control);
    }
  }
}

function isTyped(control: Element): boolean {
  if (control.localName === 'textarea') return true;
  const types = 'text number url email date time datetime-local'.split(' ');
  return control.localName === 'input' && types.includes((control as HTMLInputElement).type);
}
