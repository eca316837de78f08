import type { Reach, Running } from './registry.ts';

/**
 * Handlers that a script writes as markup look their names up on the page: there such a name is
 * the one of the cast that the event is in, and what it was before everywhere else.
 */
export function globals({ root }: Running, reach: Reach, names: readonly string[]): void {
  const key = Symbol.for('keen-mould.names');
  Object.assign(root, { [key]: reach });
  // Inside a shadow root window.event tells nothing, so the way of an event is noted as it begins.
  let path: EventTarget[] = [];
  for (const name in HTMLElement.prototype) {
    if (name.startsWith('on'))
      addEventListener(name.slice(2), (event) => (path = event.composedPath()), true);
  }
  for (const name of names) {
    const before = Object.getOwnPropertyDescriptor(window, name);
    if (before?.get && key in before.get) continue;
    let other = before?.value;
    const get = (): unknown => {
      const cast = path.find((one) => key in one) as { [key]?: Reach } | undefined;
      return cast?.[key]?.[name] ?? other;
    };
    Object.assign(get, { [key]: true });
    Object.defineProperty(window, name, {
      configurable: true,
      get,
      set: (value) => {
        other = value;
      },
    });
  }
}
