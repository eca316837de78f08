import type { Running } from './registry.ts';

/** Keeps style that a script writes within the cast, and lifts it above the reset. */
export function styles({ root, tree, owns }: Running): void {
  if (tree !== root) return;
  const name = `[data-mould="${root.dataset.mould}"]`;
  const scoped = (selector: string): string => {
    const parts =
      /^(.*?)(::?(?:before|after|first-line|first-letter)|::[\w-]+(?:\([^)]*\))?)?$/s.exec(
        selector.trim(),
      );
    const [, subject = '', pseudo = ''] = parts ?? [];
    const own = subject.replace(/(^|\s)(?:html|body|:root)(?![\w-])/g, `$1${name}`) || '*';
    return `:is(#k#m#k#m,${name},${name} *):is(${own})${pseudo}`;
  };
  const done = new WeakSet<CSSRule>();
  const scope = (rules: CSSRuleList): void => {
    for (const rule of rules) {
      if (done.has(rule)) continue;
      done.add(rule);
      if (rule instanceof CSSStyleRule) {
        const selectors = rule.selectorText.split(/,(?![^()]*\))/);
        rule.selectorText = selectors.map(scoped).join();
      } else if (rule instanceof CSSGroupingRule) scope(rule.cssRules);
    }
  };
  const read = (node: Node): void => {
    const { sheet } = node as HTMLStyleElement;
    if (node instanceof HTMLLinkElement && !sheet) {
      node.addEventListener('load', () => read(node));
    }
    try {
      if (sheet) scope(sheet.cssRules);
    } catch {
      // A sheet from elsewhere that may not be read reaches where it reaches.
    }
  };
  const look = (): void => {
    for (const one of root.querySelectorAll('style, link[rel~=stylesheet]')) {
      if (owns(one)) read(one);
    }
  };
  new MutationObserver(look).observe(root, {
    childList: true,
    subtree: true,
    characterData: true,
  });
  look();
}
