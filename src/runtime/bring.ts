import type { Need, Registry } from './registry.ts';

type Names = Record<string, unknown>;

/**
 * Loads the libraries of a mould in order, each once a page, whichever block asks first. The
 * page's own copy is used where it fits; where it does not, it stays what the page finds by its
 * name, while ours is loaded as well as after.
 */
export async function bring(page: Registry, needs: readonly Need[], mould: string): Promise<void> {
  page.files ??= {};
  page.taken ??= {};
  page.nonce ||= (document.currentScript as HTMLScriptElement | null)?.nonce;
  const { files, taken } = page;
  const all = window as unknown as Names;
  /** By name: what this mould is given, where that is not the page's. */
  const ours: Names = {};
  const namesOf = (name: string) => (name === 'jQuery' ? ['jQuery', '$'] : [name]);

  const load = async ([src, integrity, provides = '', version = '']: Need): Promise<void> => {
    const there = all[provides] as Names | undefined;
    const found = `${(there?.fn as Names | undefined)?.jquery ?? there?.version ?? there?.VERSION}`;
    if (there && version) {
      // The same major version, and none that is older.
      const isNewer = found.localeCompare(version, 'en', { numeric: true }) >= 0;
      if (isNewer && found.split('.')[0] === version.split('.')[0]) {
        taken[src] = there;
        return;
      }
      console.info(
        `keen-mould: this page has ${provides} ${found}, and ${mould} brings ${version}. Each keeps its own.`,
      );
    }
    const script = document.createElement('script');
    if (integrity) Object.assign(script, { integrity, crossOrigin: 'anonymous' });
    const pages: Names = {};
    for (const name of [...Object.keys(ours), ...(provides ? namesOf(provides) : [])])
      pages[name] = all[name];
    // What the file itself makes or asks for is ours, and all else on the page has its own.
    const side = (): Names => (document.currentScript === script ? ours : pages);
    for (const name in pages) {
      Object.defineProperty(all, name, {
        configurable: true,
        get: () => side()[name],
        set: (value) => {
          side()[name] = value;
        },
      });
    }
    const settle = page.heads?.(page, mould);
    await new Promise((done) => {
      document.head.append(
        Object.assign(script, { src, nonce: page.nonce, onload: done, onerror: done }),
      );
    });
    settle?.();
    for (const name in pages) {
      // A function that the file declares takes the place of what stood there.
      const made = Object.getOwnPropertyDescriptor(all, name)?.value;
      if (made) ours[name] = made;
      const value = pages[name] ?? ours[name];
      Object.defineProperty(all, name, { configurable: true, writable: true, value });
    }
    if (provides) taken[src] = ours[provides] ?? all[provides];
  };

  let base = '';
  for (const need of needs) {
    const [src, , provides] = need;
    // A plugin is made part of one jQuery, so it is loaded for each.
    const key = base + src;
    if (!files[key]) {
      // One after the other: two that load at once would take each other's names.
      const before = page.last;
      files[key] = page.last = (async () => {
        await before;
        await load(need);
      })();
    }
    await files[key];
    if (provides === 'jQuery') base = src;
    if (provides && taken[src] !== all[provides])
      for (const name of namesOf(provides)) ours[name] = taken[src];
  }
}
