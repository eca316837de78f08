import { toHtmlText } from '../compile/template/sink.ts';

const tag = /<[a-zA-Z](?:"[^"]*"|'[^']*'|[^'">])*>/g;
const attribute = /([^\s"'<>/=]+)(\s*=\s*(?:"[^"]*"|'[^']*'|[^\s"'>]+))/g;

/** Where a style attribute waits until script puts it in its place. */
const waiting = 'data-km-style';

/** Markup that a content security policy with a nonce takes. */
export interface NoncedMarkup {
  readonly markup: string;
  /** Code that has to run once the markup is there; '' for none. */
  readonly script: string;
}

/**
 * Gives style elements the nonce. A style attribute can have none (CSP 3, 6.7.3.3), so it waits
 * under another name until a script, which has one, sets it by the object model.
 */
export function withNonce(markup: string, nonce: string): NoncedMarkup {
  let hasAttributes = false;
  const nonced = markup.replace(tag, (text) => {
    if (/^<style\b/i.test(text)) return `<style nonce="${toHtmlText(nonce)}"${text.slice(6)}`;
    return text.replace(attribute, (whole, name: string, value: string) => {
      if (name.toLowerCase() !== 'style') return whole;
      hasAttributes = true;
      return waiting + value;
    });
  });
  return { markup: nonced, script: hasAttributes ? settle : '' };
}

/** In shadow roots as well, and in those of what is in them. */
const settle = `(function settle(tree) {
for (const one of tree.querySelectorAll('[${waiting}], [data-cast]')) {
const style = one.getAttribute('${waiting}');
if (style !== null) { one.style.cssText = style; one.removeAttribute('${waiting}'); }
if (one.shadowRoot) settle(one.shadowRoot);
}
})(document);`;
