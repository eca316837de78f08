import type { Styled } from '../style/detector.ts';
import type { TreeElement } from '../tree.ts';

/** True for what is pressed, by its element or by what its class calls it. */
export function isButton({ name, classes, attributes }: TreeElement): boolean {
  if (name === 'button') return true;
  if (name === 'input') return /^(?:submit|button|reset)$/.test(attributes.get('type')?.text ?? '');
  if (classes.some((one) => /(?:^|[-_])(?:btn|button|cta)(?:[-_]|$)/i.test(one))) return true;
  return name === 'a' && isPill(classes, /^(?:bg-|border|rounded)/);
}

/** True for a link that style gives a ground of its own and room around its words. */
export function isPressed(element: TreeElement, styled: readonly Styled[]): boolean {
  if (isButton(element)) return true;
  if (element.name !== 'a') return false;
  const set = new Set(
    styled.flatMap(({ declaration: { property }, subject }) => {
      const isOwn =
        subject.classes.length > 0 &&
        subject.classes.every((name) => element.classes.includes(name));
      return isOwn && !subject.isState ? [property] : [];
    }),
  );
  return (
    (set.has('background') || set.has('background-color') || set.has('border')) &&
    set.has('padding')
  );
}

/** Utility classes that give words a ground of their own and room around them. */
export function isPill(classes: readonly string[], ground = /^bg-/): boolean {
  return classes.some((one) => ground.test(one)) && classes.some((one) => /^px-/.test(one));
}

export function isInButton(element: TreeElement): boolean {
  for (let one = element.parent; one && one.name !== ''; one = one.parent)
    if (isButton(one)) return true;
  return false;
}
