/** The function with its one result kept: it is made when it is first asked for. */
export function memoize<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/** The function with its results kept, each as long as the object it was made for is in use. */
export function memoizeByObject<K extends object, T>(make: (key: K) => T): (key: K) => T {
  const made = new WeakMap<K, T>();
  return (key) => {
    const value = made.get(key) ?? make(key);
    made.set(key, value);
    return value;
  };
}

/**
 * The function with its results kept by name.
 *
 * @param nameOf what two keys with one result share; the key as text where none is given
 */
export function memoizeByName<K, T>(
  make: (key: K) => T,
  nameOf: (key: K) => string = String,
): (key: K) => T {
  const made = new Map<string, T>();
  return (key) => {
    const name = nameOf(key);
    const value = made.get(name) ?? make(key);
    made.set(name, value);
    return value;
  };
}

/** What a map has for a key; it is made and put there where it has nothing. */
export function getOrMake<K, T>(map: Map<K, T>, key: K, make: () => T): T {
  const value = map.get(key) ?? make();
  map.set(key, value);
  return value;
}
