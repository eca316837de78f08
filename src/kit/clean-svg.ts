import { type HtmlTools, tool } from './tools.ts';

// What `#clean-svg` is in code that only casts: the tool that the module was given.
export const cleanSvg: HtmlTools['cleanSvg'] = (svg) => tool('cleanSvg')(svg);
