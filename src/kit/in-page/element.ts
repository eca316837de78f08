export const elementOf = 1;
