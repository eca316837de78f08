import type { Registry } from './registry.ts';

/**
 * Style that a library puts into the head of the page, where it would be held off with the site's,
 * is also written into the layer and the rule of a mould.
 *
 * @returns takes what has come since
 */
export function heads(page: Registry, mould: string): () => void {
  page.headRules ??= [];
  const rules = page.headRules;
  let last: readonly MutationRecord[] = [];
  // What a file does as it runs is the last that is heard of before it has loaded.
  const watch = new MutationObserver((records) => {
    last = records;
  });
  watch.observe(document.head, { childList: true });
  return () => {
    for (const { addedNodes } of [...last, ...watch.takeRecords()]) {
      for (const node of addedNodes) {
        const copy = new CSSStyleSheet();
        for (const { cssText } of (node as HTMLStyleElement).sheet?.cssRules ?? []) {
          copy.replaceSync(cssText);
          rules.push((copy.cssRules[0] && page.nest?.(copy.cssRules[0])) ?? '');
        }
      }
    }
    watch.disconnect();
    const name = 'data-km-heads';
    const style =
      document.head.querySelector(`style[${name}="${mould}"]`) ?? document.createElement('style');
    const text = rules.join('')
      ? `@layer km.site.mould{[data-mould="${mould}"]{${rules.join('\n')}}}`
      : '';
    if (text === style.textContent) return;
    style.textContent = text;
    style.setAttribute(name, mould);
    style.setAttribute('nonce', page.nonce ?? '');
    document.head.append(style);
  };
}
