/**
 * Gives a style element other text. Where its rules stay and only what they declare differs, they
 * are changed one by one: a sheet read anew has the browser look at every element again.
 *
 * @returns false where the element had to be read anew
 */
export function restyle(element: HTMLStyleElement, text: string): boolean {
  const { sheet } = element;
  const fresh = new CSSStyleSheet();
  fresh.replaceSync(text);
  if (sheet && changeRules(sheet.cssRules, fresh.cssRules)) return true;
  element.textContent = text;
  return false;
}

function changeRules(old: CSSRuleList, fresh: CSSRuleList): boolean {
  if (old.length !== fresh.length) return false;
  return [...old].every((rule, at) => {
    const other = fresh[at];
    if (rule instanceof CSSStyleRule && other instanceof CSSStyleRule) {
      if (rule.selectorText !== other.selectorText || rule.cssRules.length > 0) return false;
      changeDeclarations(rule.style, other.style);
      return true;
    }
    if (rule instanceof CSSMediaRule && other instanceof CSSMediaRule) {
      return (
        rule.media.mediaText === other.media.mediaText && changeRules(rule.cssRules, other.cssRules)
      );
    }
    return rule.cssText === other?.cssText;
  });
}

function changeDeclarations(old: CSSStyleDeclaration, fresh: CSSStyleDeclaration): void {
  for (const name of [...old]) {
    if (fresh.getPropertyValue(name) === '') old.removeProperty(name);
  }
  for (const name of fresh) {
    const value = fresh.getPropertyValue(name);
    if (old.getPropertyValue(name) === value) continue;
    old.setProperty(name, value, fresh.getPropertyPriority(name));
  }
}
