import type { Handler, Running } from './registry.ts';

/**
 * Inline handlers: `data-km-on="click:0 input:1"` says which of a list an element has. Copies that
 * a script makes of such an element get theirs when an event first comes their way.
 */
export function handlers({ tree, owns }: Running): (list: readonly Handler[]) => void {
  return (list) => {
    const bound = new WeakSet<EventTarget>();
    const bind = (one: EventTarget): void => {
      const element = one as HTMLElement;
      const said = element.dataset?.kmOn;
      if (!said || bound.has(element) || !owns(element)) return;
      bound.add(element);
      for (const pair of said.split(' ')) {
        const [type, at] = pair.split(':') as [string, number];
        // The same listener again is none more.
        tree.addEventListener(type, onTheWay, true);
        element.addEventListener(type, (event) => {
          if ((list[at] as Handler).call(element, event) === false) event.preventDefault();
        });
      }
    };
    const onTheWay = (event: Event): void => event.composedPath().forEach(bind);
    [tree, ...tree.querySelectorAll('[data-km-on]')].forEach(bind);
  };
}
