import { type CssTools, tool } from './tools.ts';

// Stands for the module of that name.
export const isOfCssType: CssTools['isOfCssType'] = (type, value) =>
  tool('isOfCssType')(type, value);
export const isSelector: CssTools['isSelector'] = (value) => tool('isSelector')(value);
