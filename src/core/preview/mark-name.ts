/** The attribute by which an element of a marked cast says what fields fill it. */
export const markName = 'data-km-fields';
