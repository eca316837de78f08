import type { Confinement } from './registry.ts';

/** A jQuery that a bundle brings, and puts on its window, is confined from there on. */
export function bundled(to: Confinement): void {
  const confined = new Map<unknown, unknown>();
  const own = (made: unknown) => {
    const { fn } = (made ?? {}) as { fn?: { jquery?: string } };
    if (!fn?.jquery || !to.page.jquery || 'confined' in (made as object)) return made;
    if (!confined.has(made)) confined.set(made, to.page.jquery(to, made as object));
    return confined.get(made);
  };
  for (const name of ['jQuery', '$']) {
    let value: unknown;
    Object.defineProperty(to.win, name, {
      configurable: true,
      get: () => value,
      set: (made) => {
        value = own(made);
      },
    });
  }
}
