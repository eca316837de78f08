import { noChange } from 'lit';
import { Directive, directive, type ElementPart } from 'lit/directive.js';

/** Declarations by the names that `CSSStyleDeclaration` gives properties. */
type Styles = Readonly<Record<string, string>>;

/**
 * Sets style on an element through the CSSOM. A `style` attribute, which lit's own directive writes at
 * first, is inline style, and a policy such as `style-src 'self'` holds it off (CSP 3, 6.7.3).
 */
class StyledDirective extends Directive {
  private before: Styles = {};

  override update({ element }: ElementPart, [styles]: [Styles]) {
    const { style } = element as HTMLElement;
    const gone = Object.keys(this.before).filter((name) => !(name in styles));
    Object.assign(style, Object.fromEntries(gone.map((name) => [name, ''])), styles);
    this.before = styles;
    return noChange;
  }

  override render(_: Styles) {
    return noChange;
  }
}

export const styled = directive(StyledDirective);
