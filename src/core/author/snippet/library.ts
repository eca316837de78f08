import type { Library } from '../../model/mould.ts';

/**
 * A library from the address it is loaded from. Public addresses commonly hold
 * `name@1.2.3` or `name/1.2.3`; a name without a version is all that others tell.
 */
export function libraryOf(url: string, part: 'script' | 'style'): Library {
  const path = url.replace(/[?#].*$/, '');
  const known = /([A-Za-z0-9_.-]+)[@/]v?(\d+(?:\.\d+)+[\w.-]*)(?=\/)/.exec(path);
  const file = path.slice(path.lastIndexOf('/') + 1);
  const bare =
    /^(.+?)(?:[-.]v?(\d+\.\d+[\d.]*\d?))?(?:[.-](?:slim|min|bundle))*\.(?:m?js|css)$/i.exec(file);
  const name = known?.[1] ?? bare?.[1] ?? (file || path);
  const version = known?.[2] ?? bare?.[2];
  return { name, ...(version ? { version } : {}), [part]: url };
}
