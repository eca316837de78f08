import type { Registry, Running } from './registry.ts';

/** A selector of the author's with the root of a cast in place of what means the page. */
export function bodies(page: Registry, cast: Running): (selector: string) => string {
  const { root, tree } = cast;
  const ids = page.selectors?.(cast) ?? String;
  const mark = tree === root ? `[data-cast="${root.dataset.cast}"]` : '[data-mould-root]';
  return (selector) =>
    // Libraries look up more than text by the same names.
    typeof selector === 'string'
      ? ids(
          selector.replace(
            /(^|[\s>+~,(])(?:(?:html|:root)[\s>]+)?(?:html|body|head|:root)(?![\w-])/gi,
            `$1${mark}`,
          ),
        )
      : selector;
}
