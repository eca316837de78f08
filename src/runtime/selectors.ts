import type { Running } from './registry.ts';

/** A selector of the author's as it holds in a cast: ids are its own, the page's parts its root. */
export function selectors({ root, tree, base, suffix }: Running): (selector: string) => string {
  const mark = tree === root ? `[data-cast="${root.dataset.cast}"]` : '[data-mould-root]';
  const has = (css: string) => base.matches(css) || tree.querySelector(css);
  return (selector) => {
    // Libraries look up more than text by the same names.
    if (typeof selector !== 'string') return selector;
    const owned = suffix
      ? selector.replace(
          /#([\w-]+)(?![^[]*\])|(\[[\w:-]+[~$]?=)(["']?)([^\]"']+)\3\]/g,
          (written, id, start = '[id=', _quote, value = id) => {
            const mine = `${start}"${value}${suffix}"]`;
            return has(mine) ? mine : written;
          },
        )
      : selector;
    return owned.replace(
      /(^|[\s>+~,(])(?:(?:html|:root)[\s>]+)?(?:html|body|head|:root)(?![\w-])/gi,
      `$1${mark}`,
    );
  };
}
