import { type HtmlTools, tool } from './tools.ts';

// What `#closed-markup` is in code that only casts: the tool that the module was given.
export const closedMarkup: HtmlTools['closedMarkup'] = (markup) =>
  /[<&]/.test(markup) ? tool('closedMarkup')(markup) : markup.trim();

export const isLoose: HtmlTools['isLoose'] = (markup) =>
  /[<&]/.test(markup) && tool('isLoose')(markup);
