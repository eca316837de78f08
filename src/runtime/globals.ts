import type { Reach, Running } from './registry.ts';

/**
 * Handlers that a script writes as markup look their names up on the page: there such a name is
 * the one of the cast that the event is in, and what it was before everywhere else.
 */
export function globals({ root }: Running, reach: Reach, names: readonly string[]): void {
  const key = Symbol.for('keen-mould.names');
  Object.assign(root, { [key]: reach });
  for (const name of names) {
    const before = Object.getOwnPropertyDescriptor(window, name);
    if (before?.get && key in before.get) continue;
    let other = before?.value;
    const get = (): unknown => {
      const path = window.event?.composedPath() ?? [];
      const cast = path.find((one) => key in one) as { [key]?: Reach } | undefined;
      return cast?.[key]?.[name] ?? other;
    };
    Object.assign(get, { [key]: true });
    Object.defineProperty(window, name, {
      ...{ configurable: true, get },
      set: (value) => {
        other = value;
      },
    });
  }
}
