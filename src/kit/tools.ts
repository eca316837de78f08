import type { Room } from '../core/model/kind.ts';

/** What reads HTML; heavy, and so only there for moulds that have HTML in their values. */
export interface HtmlTools {
  readonly cleanHtml: (html: string, classes?: readonly string[]) => string;
  readonly toRoom: (html: string, room: Exclude<Room, 'flow'>) => string;
  readonly plainOf: (html: string) => string;
  readonly cleanSvg: (svg: string) => string;
  readonly closedMarkup: (markup: string) => string;
  readonly isLoose: (markup: string) => boolean;
}

/** What knows the types of CSS. */
export interface CssTools {
  readonly isOfCssType: (type: string, value: string) => boolean;
  readonly isSelector: (value: string) => boolean;
}

/** The tools of this module; those it has no use for are not there. */
export const tools: Partial<HtmlTools & CssTools> = {};

export function useTools(given: Partial<HtmlTools & CssTools>): void {
  Object.assign(tools, given);
}

/** A tool that has to be there. */
export function tool<Name extends keyof (HtmlTools & CssTools)>(
  name: Name,
): (HtmlTools & CssTools)[Name] {
  const found = tools[name];
  if (!found) throw new Error(`This module came without ${name}.`);
  return found as (HtmlTools & CssTools)[Name];
}
