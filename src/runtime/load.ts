import type { Confinement, LibraryCode, MouldCode, MouldInReach, Registry } from './registry.ts';

/**
 * Runs the libraries of a mould in order: those that work for a whole page once, in a space
 * beside the page's own names, the others once a cast, inside its confinement.
 */
export function load(
  page: Registry,
  to: Confinement,
  { libraries: keys = [], shared }: MouldCode,
  mould: MouldInReach,
): void {
  const reach = to.reach as unknown as Record<string, unknown>;
  if (page.jquery) reach.jQuery ??= (window as unknown as Record<string, unknown>).jQuery;
  wrap();
  for (const key of keys) {
    const library = page.libraries?.[key];
    try {
      if (library?.once) {
        if (!library.made) {
          library.made = {};
          const space = page.facade?.(window, library.made);
          Object.assign(library.made, { window: space, self: space, globalThis: space });
          run(library, space);
        }
        const {
          window: _,
          self,
          globalThis: __,
          ...made
        } = library.made as Record<string, unknown>;
        Object.assign(reach, made);
      } else if (library) run(library, reach);
    } catch (error) {
      mould.failed(error);
    }
    wrap();
  }

  if (shared) page.globals?.(to.cast, to.reach, shared);

  function wrap(): void {
    const { jQuery } = reach;
    if (!page.jquery || typeof jQuery !== 'function' || 'confined' in jQuery) return;
    reach.jQuery = reach.$ = page.jquery(to, jQuery);
  }

  function run({ names, code }: LibraryCode, at: unknown): void {
    code.apply(at, [mould, ...names.map((name) => (at as Record<string, unknown>)[name])]);
  }
}
