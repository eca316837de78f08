import type { Running } from './registry.ts';

/** A selector of the author's as it holds in a cast: ids are its own, `body` and `html` its root. */
export function selectors({ root, tree, base, suffix }: Running): (selector: string) => string {
  const rootSelector = tree === root ? `[data-cast="${root.dataset.cast}"]` : '[data-mould-root]';
  const has = (css: string) => base.matches(css) || tree.querySelector(css);
  return (selector) => {
    // Libraries look up more than text by the same names.
    if (typeof selector !== 'string') return selector;
    const named = suffix
      ? selector
          .replace(/#([\w-]+)(?![^[]*\])/g, (whole, id) =>
            has(`[id="${id}${suffix}"]`) ? `[id="${id}${suffix}"]` : whole,
          )
          .replace(/(\[[\w:-]+[~$]?=)(["']?)([^\]"']+)\2\]/g, (whole, start, _quote, value) => {
            const mine = `${start}"${value}${suffix}"]`;
            return has(mine) ? mine : whole;
          })
      : selector;
    return named.replace(
      /(^|[\s>+~,(])(?:(?:html|:root)[\s>]+body|html|body|:root)(?![\w-])/gi,
      `$1${rootSelector}`,
    );
  };
}
