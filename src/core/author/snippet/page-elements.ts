import { pageHint } from './page-hints.ts';
import type { ParsedPaste, SourceElement } from './page-parts.ts';

/** What the tags of a page's root and body say. */
export interface PageElements {
  /** What style, script or a reader may count on; the widget's root carries it. */
  readonly attributes: Readonly<Record<string, string>>;
  /** Inline handlers, as statements of a script. */
  readonly handlers: readonly string[];
  /** Elements that say more, of which a widget has no use. */
  readonly left: readonly SourceElement[];
}

/** Attributes that go to the widget's root; the language of a page is its host's. */
const ofRoot = /^(?:class|style|dir|data-.+)$/;
const ofBody = /^(?:class|id|style|dir|lang|data-.+)$/;

/** Handlers on a body that are the window's (HTML Standard, 8.1.8.2). */
const ofWindow =
  /^on(?:blur|error|focus|load|resize|scroll|(?:un|before|after)\w+|hashchange|language\w+|message\w*|o(?:ff|n)line|page\w+|popstate|rejection\w+|storage)$/;

/** Reads the tags of a page's root and body. */
export function readPageElements({ root, body }: ParsedPaste): PageElements {
  const attributes: Record<string, string> = {};
  const handlers: string[] = [];
  const left: SourceElement[] = [];
  for (const element of [root, body]) {
    const kept = element === root ? ofRoot : ofBody;
    for (const { name, value } of element?.attrs ?? []) {
      if (name.startsWith('on')) {
        const on = ofWindow.test(name) ? 'window' : 'document';
        handlers.push(`${on}.${name} = function (event) { ${value.trim()} };`);
      } else if (kept.test(name)) {
        // Rules for html and rules for body both mean the widget's root.
        const isMore = name === 'class' && attributes.class;
        attributes[name] = isMore ? `${attributes.class} ${value}` : value;
      } else if (
        element &&
        name !== 'lang' &&
        pageHint(name, value) === undefined &&
        left.at(-1) !== element
      )
        left.push(element);
    }
  }
  return { attributes, handlers, left };
}
