import { blankBefore } from '../../../text/blanks.ts';
import type { Atom, Mark, Spoken } from '../atom.ts';
import { replaced } from '../atom.ts';
import type { Written } from '../script/written.ts';
import type { ClassVariants } from '../style/class-variants.ts';
import type { Tree, TreeAttribute, TreeElement } from '../tree.ts';

/** What detectors in markup may ask about. */
export interface MarkupLook {
  readonly tree: Tree;
  /** True for an element whose content the script puts there. */
  readonly isWritten: Written;
  /** True for a word that the script speaks of. */
  readonly isInScript: (word: string) => boolean;
  /** True for a class that style or script of the piece speaks of. */
  readonly isOwnClass: (name: string) => boolean;
  /** True for an element in a line that style makes a part by itself. */
  readonly isLaidOut: (element: TreeElement) => boolean;
  /** True for an attribute that the script looks elements up by. */
  readonly isHook: (attribute: string) => boolean;
  /** Other classes that the sheet has for elements with one. */
  readonly variantsOf: (name: string) => ClassVariants | undefined;
  /** The values of an attribute that selectors of style ask for on the roots. */
  readonly asked: (attribute: string) => readonly string[];
}

/** Looks at one element for what could be fields. */
export type MarkupDetector = (element: TreeElement, look: MarkupLook) => readonly Atom[];

/** The value of an attribute as a place; quotes are set where there are none. */
export function attributeMark(
  { name, value, isQuoted, start, end }: TreeAttribute,
  text: (spoken: Spoken) => string,
): Mark {
  if (isQuoted) return replaced('template', 'attribute', value, text);
  const whole = { start, end };
  const drafts = [{ ...whole, text: (spoken: Spoken) => `${name}="${text(spoken)}"` }];
  return { ...(value.end > value.start ? value : whole), in: 'template', as: 'attribute', drafts };
}

/** An attribute as a place that is cut out, with the blanks before it. */
export function cutMark(source: string, { start, end }: TreeAttribute): Mark {
  const blank = blankBefore(source, start).length;
  const drafts = [{ start: start - blank, end, text: () => '' }];
  return { start, end, in: 'template', as: 'attribute', drafts, isAside: true };
}

/** `{~path~}`, or a member of what the path leads to. */
export function hole(member?: string): (spoken: Spoken) => string {
  return ({ path }) => `{~${member ? `${path}.${member}` : path}~}`;
}
