import type { Running } from './registry.ts';

/** A selector of the author's as it holds in a cast, whose ids are its own. */
export function selectors({ tree, base, suffix }: Running): (selector: string) => string {
  // What was read of an element may end in the cast's own already, or go on after it.
  const named = RegExp(
    `#((?:[\\w-]|\\\\?${suffix})+)(?![^[]*\\])|(\\[[\\w:-]+[~$]?=)(["']?)([^\\]"']+)\\3\\]`,
    'g',
  );
  const has = (css: string) => base.matches(css) || tree.querySelector(css);
  return (selector) =>
    suffix && typeof selector === 'string'
      ? selector.replace(
          named,
          (written, id, start = '[id=', _quote, value = id.replace('\\', '')) =>
            [suffix, ''].map((end) => `${start}"${value}${end}"]`).find(has) ?? written,
        )
      : selector;
}
