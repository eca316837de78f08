import { type HtmlTools, tool } from './tools.ts';

// What `#clean-html` is in code that only casts: the tool that the module was given.
export const cleanHtml: HtmlTools['cleanHtml'] = (html, classes) =>
  /[<&]/.test(html) ? tool('cleanHtml')(html, classes) : html;
export const toRoom: HtmlTools['toRoom'] = (html, room) =>
  /[<&]/.test(html) ? tool('toRoom')(html, room) : html;
export const plainOf: HtmlTools['plainOf'] = (html) =>
  /[<&]/.test(html) ? tool('plainOf')(html) : html;
