import { type CssTools, tool } from './tools.ts';

// What `#css-selector` is in code that only casts: the tool that the module was given.
export const isSelector: CssTools['isSelector'] = (value) => tool('isSelector')(value);
