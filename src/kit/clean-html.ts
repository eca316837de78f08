import { type HtmlTools, tool } from './tools.ts';

// Stands for the module of that name where a mould is cast without the rest of the library.
export const cleanHtml: HtmlTools['cleanHtml'] = (html, classes) =>
  /[<&]/.test(html) ? tool('cleanHtml')(html, classes) : html;
export const toRoom: HtmlTools['toRoom'] = (html, room) =>
  /[<&]/.test(html) ? tool('toRoom')(html, room) : html;
export const plainOf: HtmlTools['plainOf'] = (html) =>
  /[<&]/.test(html) ? tool('plainOf')(html) : html;
