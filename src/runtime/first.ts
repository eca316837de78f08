import type { Running } from './registry.ts';

/** Takes away what hid elements of the page until the script could, when all that waits has run. */
export function first({ root }: Running): void {
  const shown = () =>
    setTimeout(() => {
      for (const one of document.querySelectorAll(`[data-first="${root.dataset.cast}"]`))
        one.remove();
    });
  if (document.readyState === 'loading') document.addEventListener('DOMContentLoaded', shown);
  else shown();
}
