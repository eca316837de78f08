import type { Manifest } from '../model/mould.ts';
import { originOf } from '../text/address.ts';

/** The addresses elsewhere that a mould declares: whole origins, and single files. */
export interface Reached {
  readonly origins: readonly string[];
  readonly files: readonly string[];
  /** Origins of modules, which may ask for more of their own from where they are. */
  readonly modules: readonly string[];
}

/** What moulds may reach: all of what they name under `reaches`, and their libraries and fonts. */
export function reachedBy(
  manifests: readonly Pick<Manifest, 'reaches' | 'libraries' | 'fonts'>[],
): Reached {
  const all = <T>(of: (one: (typeof manifests)[number]) => readonly T[] | undefined) =>
    manifests.flatMap((one) => of(one) ?? []);
  const libraries = all((one) => one.libraries);
  const files = [
    ...libraries.flatMap(({ script, style }) => [script, style]),
    ...all((one) => one.fonts).map(({ style }) => style),
  ];
  return {
    origins: [...new Set(all((one) => one.reaches).flatMap((one) => originOf(one) ?? []))],
    files: [...new Set(files.flatMap((one) => (one && originOf(one) ? [one] : [])))],
    modules: [...new Set(libraries.flatMap(({ module = '' }) => originOf(module) ?? []))],
  };
}

/**
 * The policy of a frame that pasted code runs in (Content Security Policy Level 3): of the network
 * only what is declared, of frames and forms nothing else. It has to stand in a page around that
 * frame, so that it holds for where the frame itself is led as well.
 */
export function confiningPolicy({ origins, files, modules }: Reached): string {
  const there = [
    ...origins,
    ...modules,
    ...files.map((one) => one.replace(/[?#].*$/, '').replace(/[;,\s]/g, encodeURIComponent)),
  ];
  const own = ['data:', 'blob:'];
  const all = (...more: readonly string[]) => [...more, ...there].join(' ');
  const rules: Readonly<Record<string, string>> = {
    'default-src': "'none'",
    'script-src': all("'unsafe-inline'", "'unsafe-eval'", ...own),
    'style-src': all("'unsafe-inline'", ...own),
    'img-src': all(...own),
    'media-src': all(...own),
    'font-src': all(...own),
    'connect-src': all(...own),
    'worker-src': 'blob:',
    'frame-src': origins.length > 0 ? origins.join(' ') : "'none'",
    'form-action': "'none'",
    'base-uri': 'about:',
  };
  return Object.entries(rules)
    .map(([name, value]) => `${name} ${value}`)
    .join('; ');
}
