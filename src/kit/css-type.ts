import { type CssTools, tool } from './tools.ts';

// What `#css-type` is in code that only casts: the tool that the module was given.
export const isOfCssType: CssTools['isOfCssType'] = (type, value) =>
  tool('isOfCssType')(type, value);
