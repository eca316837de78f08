import type { Cast } from '../compile/cast.ts';
import type { Library } from '../model/mould.ts';

/** The same for the same files, whichever mould brings them. */
export function keyOf({ script = '', style = '' }: Library): string {
  return `${script} ${style}`;
}

/**
 * What some casts have a page load, each once, in an order that keeps to that of every mould: where
 * one lists a plugin after its library, so does the page. Where two contradict each other, the
 * first is right.
 */
export function orderLoads(casts: readonly Cast[]): Library[] {
  const libraries = new Map<string, Library>();
  const before = new Map<string, Set<string>>();
  for (const list of new Set(casts.map(({ loads }) => loads))) {
    for (const [at, one] of list.entries()) {
      const key = keyOf(one);
      if (!libraries.has(key)) libraries.set(key, one);
      const needed = before.get(key) ?? new Set();
      before.set(key, needed);
      for (const earlier of list.slice(0, at)) {
        if (!comesBefore(key, keyOf(earlier), before)) needed.add(keyOf(earlier));
      }
    }
  }
  const out: Library[] = [];
  const done = new Set<string>();
  const put = (key: string): void => {
    if (done.has(key)) return;
    done.add(key);
    before.get(key)?.forEach(put);
    out.push(libraries.get(key) as Library);
  };
  for (const key of libraries.keys()) put(key);
  return out;
}

/** True where one is known to come before another, by however many steps. */
function comesBefore(
  one: string,
  other: string,
  before: ReadonlyMap<string, ReadonlySet<string>>,
  seen = new Set<string>(),
): boolean {
  if (seen.has(other)) return false;
  seen.add(other);
  const needed = before.get(other) ?? new Set<string>();
  return needed.has(one) || [...needed].some((key) => comesBefore(one, key, before, seen));
}
