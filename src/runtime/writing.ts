import type { Confinement } from './registry.ts';

/** `document.write` writes where the script was, which a template marks; else at the end. */
export function writing({ cast, doc }: Confinement): void {
  const { base, tree } = cast;
  const write = (...html: string[]) => base.insertAdjacentHTML('beforeend', html.join(''));
  Object.assign(doc, {
    write,
    writeln: (...html: string[]) => write(...html, '\n'),
    writeAt: (at: number, ...html: string[]) =>
      (
        tree.querySelectorAll('template[data-write]')[at] ??
        base.appendChild(document.createElement('template'))
      ).insertAdjacentHTML('beforebegin', html.join('')),
  });
}
