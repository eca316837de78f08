import type { Handler, Running } from './registry.ts';

/**
 * Inline handlers: `data-km-on="click:0 input:1"` says which of the list an element has. Copies
 * that a script makes of such an element get theirs when an event first comes their way.
 */
export function handlers({ tree, owns }: Running, list: readonly Handler[]): void {
  const bound = new WeakSet<Node>();
  const types = new Set<string>();
  const bind = (element: Element): void => {
    const said = element.getAttribute('data-km-on');
    if (!said || bound.has(element) || !owns(element)) return;
    bound.add(element);
    for (const one of said.split(' ')) {
      const [type, at] = one.split(':') as [string, number];
      listen(type);
      element.addEventListener(type, (event) => {
        if (list[at]?.call(element, event) === false) event.preventDefault();
      });
    }
  };
  const listen = (type: string): void => {
    if (types.has(type)) return;
    types.add(type);
    tree.addEventListener(
      type,
      (event) => {
        for (const one of event.composedPath()) if (one instanceof Element) bind(one);
      },
      true,
    );
  };
  if (tree instanceof Element) bind(tree);
  for (const one of tree.querySelectorAll('[data-km-on]')) bind(one);
}
