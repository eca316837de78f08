/** The language an element of ours speaks: what it was given, else that of the page around it. */
export function languageOf(element: HTMLElement & { readonly language: string }): string {
  return element.language || (element.closest('[lang]')?.getAttribute('lang') ?? '');
}
