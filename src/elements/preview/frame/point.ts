import { eachRule, sheetsOf } from '../../../facts/states.ts';

/** A rule by whose selector an element takes the value of custom properties. */
interface Use {
  readonly selector: string;
  readonly properties: readonly string[];
}

/** Rules that use custom properties; those for parts of an element are taken as for the whole. */
function usesIn(page: Document): Use[] {
  const uses: Use[] = [];
  eachRule(sheetsOf(page), (rule) => {
    if (!('style' in rule)) return;
    const { cssText } = rule.style as CSSStyleDeclaration;
    const properties = [...cssText.matchAll(/var\(\s*(--[\w-]+)/g)].map(
      ([, name]) => name as string,
    );
    if (properties.length === 0) return;
    const selector = selectorOf(rule).replace(
      /::?(?:before|after|first-line|first-letter|marker|placeholder|selection)\b/g,
      '',
    );
    uses.push({ selector, properties });
  });
  return uses;
}

/** The selector of a rule as it is outside of those it is nested in (CSS Nesting 1, 3). */
function selectorOf(rule: CSSRule): string {
  const around = rule.parentRule ? selectorOf(rule.parentRule) : '';
  if (!(rule instanceof CSSStyleRule)) return around;
  return around === '' ? rule.selectorText : rule.selectorText.replaceAll('&', `:is(${around})`);
}

function isMatched(element: Element, selector: string): boolean {
  try {
    return element.matches(selector);
  } catch {
    return false;
  }
}

/** The custom properties that rules for an element use, those for it alone first. */
export function propertiesOf(page: Document, element: Element): string[] {
  const found = usesIn(page).filter(({ selector }) => isMatched(element, selector));
  return [...new Set(found.reverse().flatMap(({ properties }) => properties))];
}

/** The marks of what fills an element, or of the nearest one around it that is filled. */
export function marksOf(element: Element, name: string): string[] {
  const marked = element.closest(`[${name}]`);
  return (marked?.getAttribute(name) ?? '').split(' ').filter((one) => one !== '');
}

/** The elements that the fields with some marks and custom properties fill. */
export function filledBy(
  page: Document,
  name: string,
  marks: ReadonlySet<string>,
  properties: readonly string[],
): Element[] {
  const trees = [
    page,
    ...[...page.querySelectorAll('[data-cast]')].flatMap((one) => one.shadowRoot ?? []),
  ];
  const all = (selector: string) => trees.flatMap((tree) => [...tree.querySelectorAll(selector)]);
  const byMark = all(`[${name}]`).filter((element) =>
    marksOf(element, name).some((one) => marks.has(one)),
  );
  const uses = usesIn(page).filter((use) => use.properties.some((one) => properties.includes(one)));
  const byStyle = uses.flatMap(({ selector }) => {
    try {
      return all(selector);
    } catch {
      return [];
    }
  });
  return [...new Set([...byMark, ...byStyle])];
}

/** Draws a line around elements that takes no room, and takes the last ones away. */
export function outliner(colour: string): (elements: readonly Element[]) => void {
  let lit: { readonly element: HTMLElement; readonly before: readonly [string, string][] }[] = [];
  const names = ['outline', 'outline-offset'] as const;
  return (elements) => {
    for (const { element, before } of lit) {
      for (const [name, value] of before) {
        element.style.removeProperty(name);
        if (value !== '') element.style.setProperty(name, value);
      }
      if (element.getAttribute('style') === '') element.removeAttribute('style');
    }
    lit = elements.map((one) => {
      const element = one as HTMLElement;
      const before = names.map((name): [string, string] => [
        name,
        element.style.getPropertyValue(name),
      ]);
      element.style.setProperty('outline', `2px solid ${colour}`, 'important');
      const { left, right } = element.getBoundingClientRect();
      // What reaches to the edge of the page has room for a line only inside.
      const isWide = left < 4 || right > document.documentElement.clientWidth - 4;
      element.style.setProperty('outline-offset', isWide ? '-2px' : '2px', 'important');
      return { element, before };
    });
  };
}

/** A selector of an element within its cast, by tags and their order; '' for what is in none. */
export function placeInCast(element: Element): string {
  const steps: string[] = [];
  for (let one: Element | null = element; one; one = one.parentElement) {
    if (one.hasAttribute('data-cast'))
      return [`${one.localName}:nth-of-type(1)`, ...steps].join(' > ');
    steps.unshift(stepTo(one));
  }
  return '';
}

/** One step to an element from what it is in. */
export function stepTo(element: Element): string {
  const { localName } = element;
  const beside = [...(element.parentNode?.children ?? [])].filter(
    (other) => other.localName === localName,
  );
  return `${localName}:nth-of-type(${beside.indexOf(element) + 1})`;
}
