import type { Confinement } from './registry.ts';

/** Puts style that a script writes into the rule and the layer of its mould. */
export function styles({ cast: { root, tree, owns } }: Confinement): void {
  if (tree !== root) return;
  const mark = `[data-mould="${root.dataset.mould}"]`;
  const [before, after] = root.dataset.look
    ? [`:is(#k#m#k#m,${mark}){`, '}']
    : [`@layer km.site.mould{${mark}{`, '}}'];
  const done = new WeakSet<CSSRule>();
  const nest = (sheet: CSSStyleSheet): void => {
    for (let at = 0; at < sheet.cssRules.length; at += 1) {
      const rule = sheet.cssRules[at] as CSSRule;
      // What holds no rules for elements stays as it is; keyframes hold none.
      if (!done.has(rule) && 'cssRules' in rule && !(rule instanceof CSSKeyframesRule)) {
        // A rule for the page is one for the root, and any other may be (CSS Nesting 1, 3).
        const text = rule.cssText.replace(
          /(^|[\s,{}>+~(])(?:html|body|:root)(?=[^\w-])(?=[^{}]*\{)/g,
          '$1&',
        );
        sheet.deleteRule(at);
        sheet.insertRule(before + text + after, at);
      }
      done.add(sheet.cssRules[at] as CSSRule);
    }
  };
  const look = (): void => {
    for (const one of root.querySelectorAll<HTMLStyleElement>('style, link[rel~=stylesheet]')) {
      try {
        if (one.sheet && owns(one)) nest(one.sheet);
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
