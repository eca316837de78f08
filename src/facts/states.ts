/** How a page is looked at, as far as style says it. */
export interface View {
  readonly state: 'rest' | 'hover' | 'focus' | 'visited';
  readonly scheme: 'light' | 'dark';
  readonly isStill: boolean;
}

/** All sheets of a page and of the shadow roots of its casts that may be read. */
export function sheetsOf(page: Document): CSSStyleSheet[] {
  const roots = [
    page,
    ...[...page.querySelectorAll('[data-cast]')].flatMap((one) => one.shadowRoot ?? []),
  ];
  return roots.flatMap((root) => [...root.styleSheets]);
}

/** Calls back for every rule, those in groups among them. */
export function eachRule(sheets: readonly CSSStyleSheet[], see: (rule: CSSRule) => void): void {
  const visit = (rules: CSSRuleList): void => {
    for (const rule of rules) {
      see(rule);
      if ('cssRules' in rule) visit(rule.cssRules as CSSRuleList);
      if (rule instanceof CSSImportRule && rule.styleSheet) read(rule.styleSheet);
    }
  };
  const read = (sheet: CSSStyleSheet): void => {
    try {
      visit(sheet.cssRules);
    } catch {
      // A sheet from elsewhere may not be read.
    }
  };
  sheets.forEach(read);
}

/** What each state makes of a selector: it holds for every element, with the weight it had. */
const states: Readonly<Record<View['state'], (selector: string) => string>> = {
  rest: (selector) => selector,
  hover: (selector) => selector.replace(/:hover\b/g, ':is(:hover,*)'),
  focus: (selector) => selector.replace(/:(focus(?:-visible|-within)?)(?![\w-])/g, ':is(:$1,*)'),
  visited: (selector) =>
    selector.replace(/:visited\b/g, ':is(:any-link)').replace(/:link\b/g, ':is(:any-link):not(*)'),
};

const always = '(min-width: 0px)';
const never = '(max-width: 0px)';

/** Answers what a medium asks of the person before it, as the view says. */
export function answered(media: string, { scheme, isStill }: View): string {
  return media
    .replace(/\(\s*prefers-color-scheme\s*(?::\s*(\w+)\s*)?\)/gi, (_, asked = scheme) =>
      asked.toLowerCase() === scheme ? always : never,
    )
    .replace(/\(\s*prefers-reduced-motion\s*(?::\s*([\w-]+)\s*)?\)/gi, (_, asked = 'reduce') =>
      (asked.toLowerCase() === 'reduce') === isStill ? always : never,
    );
}

const written = new WeakMap<CSSRule, { readonly text: string; readonly scheme: string }>();

/** Puts the sheets of a page into a state, and has media answer as the view says. */
export function applyView(page: Document, view: View): void {
  for (const meta of page.querySelectorAll<HTMLMetaElement>('meta[name="color-scheme" i]')) {
    if (/light\s+dark|dark\s+light/i.test(meta.content)) meta.content = view.scheme;
  }
  eachRule(sheetsOf(page), (rule) => {
    if (rule instanceof CSSStyleRule) {
      const before = written.get(rule) ?? {
        text: rule.selectorText,
        scheme: rule.style.getPropertyValue('color-scheme'),
      };
      written.set(rule, before);
      const selector = states[view.state](before.text);
      if (rule.selectorText !== selector) rule.selectorText = selector;
      if (/\blight\b/.test(before.scheme) && /\bdark\b/.test(before.scheme)) {
        rule.style.setProperty('color-scheme', view.scheme);
      }
    } else if (rule instanceof CSSMediaRule) {
      const before = written.get(rule)?.text ?? rule.media.mediaText;
      written.set(rule, { text: before, scheme: '' });
      const media = answered(before, view);
      if (rule.media.mediaText !== media) rule.media.mediaText = media;
    }
  });
}
