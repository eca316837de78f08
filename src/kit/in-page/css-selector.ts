import type { CssTools } from '../tools.ts';

/** Asks the page itself, which knows more than any list. */
export const isSelector: CssTools['isSelector'] = (value) => {
  try {
    document.createDocumentFragment().querySelector(value || '*');
    return true;
  } catch {
    return false;
  }
};
