import { type HtmlTools, tool } from './tools.ts';

// Stands for the module of that name.
export const cleanSvg: HtmlTools['cleanSvg'] = (svg) => tool('cleanSvg')(svg);
