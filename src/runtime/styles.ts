import type { Confinement } from './registry.ts';

/** Puts style that a script writes into the rule and the layer of its mould. */
export function styles({ page, cast: { root, tree, owns } }: Confinement): void {
  if (tree !== root) return;
  const mark = `[data-mould="${root.dataset.mould}"]`;
  const [before, after] = root.dataset.look
    ? [`:is(#k#m#k#m,${mark}){`, '}']
    : [`@layer km.site.mould{${mark}{`, '}}'];
  const done = new WeakSet<CSSRule>();
  const look = (): void => {
    for (const one of root.querySelectorAll<HTMLStyleElement>('style, link[rel~=stylesheet]')) {
      try {
        const { sheet } = one;
        for (let at = 0; sheet && owns(one) && at < sheet.cssRules.length; at += 1) {
          const rule = sheet.cssRules[at] as CSSRule;
          const text = done.has(rule) ? undefined : page.nest?.(rule);
          if (text) {
            sheet.deleteRule(at);
            sheet.insertRule(before + text + after, at);
          }
          done.add(sheet.cssRules[at] as CSSRule);
        }
      } catch {
        // A sheet from elsewhere that may not be read reaches where it reaches.
      }
    }
  };
  root.addEventListener('load', look, true);
  new MutationObserver(look).observe(root, {
    childList: true,
    subtree: true,
    characterData: true,
  });
  look();
}
