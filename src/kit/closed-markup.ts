import { type HtmlTools, tool } from './tools.ts';

// Stands for the module of that name.
export const closedMarkup: HtmlTools['closedMarkup'] = (markup) =>
  /[<&]/.test(markup) ? tool('closedMarkup')(markup) : markup.trim();
