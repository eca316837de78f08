/** The attribute by which an element of a marked cast says what fields fill it. */
export const markName = 'data-km-fields';

/** The path that a mark says, with rows counted from 0 as values count them. */
export function pathOfMark(mark: string): string {
  return mark.replace(/\.(\d+)(?=\.|$)/g, (_, number: string) => `.${Number(number) - 1}`);
}
