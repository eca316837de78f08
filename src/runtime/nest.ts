/**
 * Makes a rule that a script wrote fit to be nested in the rule for a mould's root: whatever it
 * chooses is the root or in it, and the page is the root (CSS Nesting 1, 3).
 *
 * @returns its text; undefined for one that holds no rules for elements
 */
export function nest(rule: CSSRule): string | undefined {
  if (!('cssRules' in rule) || rule instanceof CSSKeyframesRule) return undefined;
  if (rule instanceof CSSStyleRule) {
    const selectors = rule.selectorText.split(/,(?![^()]*\))/).map((selector) => {
      const parts =
        /^(.*?)(::?(?:before|after|first-line|first-letter)|::[\w-]+(?:\([^)]*\))?)?$/s.exec(
          selector.trim(),
        );
      const [, subject = '', pseudo = ''] = parts ?? [];
      const own = subject.replace(/(^|\s)(?:html|body|:root)(?![\w-])/g, '$1&') || '*';
      return `:is(&,& *):is(${own})${pseudo}`;
    });
    rule.selectorText = selectors.join();
  } else for (const inner of rule.cssRules as CSSRuleList) nest(inner);
  return rule.cssText;
}
