/** The attribute that keeps the name the author wrote, where an element has another. */
export const namedAs = 'data-as';
