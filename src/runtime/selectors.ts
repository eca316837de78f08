import type { Running } from './registry.ts';

/** A selector of the author's as it holds in a cast: ids are its own, the page's parts its root. */
export function selectors({ root, tree, base, suffix }: Running): (selector: string) => string {
  const mark = tree === root ? `[data-cast="${root.dataset.cast}"]` : '[data-mould-root]';
  const has = (css: string) => base.matches(css) || tree.querySelector(css);
  const named = new RegExp(
    `#((?:[\\w-]|\\\\.|${suffix || '-'})+)(?![^[]*\\])|(\\[[\\w:-]+[~$]?=)(["']?)([^\\]"']+)\\3\\]`,
    'g',
  );
  return (selector) => {
    // Libraries look up more than text by the same names.
    if (typeof selector !== 'string') return selector;
    const owned = suffix
      ? selector.replace(named, (written, raw, start = '[id=', _quote, other) => {
          const value: string = other ?? raw.replace(/\\(.)/g, '$1');
          // What was read of an element may end in the cast's own already, or go on after it.
          for (const end of [suffix, '']) {
            const mine = `${start}"${value}${end}"]`;
            if (has(mine)) return mine;
          }
          return written;
        })
      : selector;
    return owned.replace(
      /(^|[\s>+~,(])(?:(?:html|:root)[\s>]+)?(?:html|body|head|:root)(?![\w-])/gi,
      `$1${mark}`,
    );
  };
}
