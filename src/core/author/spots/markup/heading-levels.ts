import type { Draft, Mark } from '../atom.ts';
import { isBoundElement } from '../tree.ts';
import type { MarkupDetector } from './detector.ts';

const ranks = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'p', 'div'];

/** The level of a heading, which depends on the page around it. */
export const headingLevels: MarkupDetector = (element) => {
  const { name, startTag } = element;
  if (!/^h[1-6]$/.test(name) || !element.endTag || isBoundElement(element)) return [];
  const at = startTag.start + 1 + name.length;
  const drafts: Draft[] = [{ start: at, end: at, text: ({ path }) => ` km-as="${path}"` }];
  const mark: Mark = { start: startTag.start + 1, end: at, in: 'template', as: 'tag', drafts };
  return [
    {
      kind: 'choice',
      value: name,
      declares: { enum: ranks },
      marks: [mark],
      element,
      slot: 'level',
      names: ['heading level', 'level'],
      section: 'Content',
      weight: 0.4,
      why: 'a heading level, which depends on the page around it',
      // Headings of one level are of one level on any page.
      same: `level ${name}`,
    },
  ];
};
