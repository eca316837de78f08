/**
 * What stands for the storage of a page in a frame that has none of its own: as of a first visit,
 * and gone with the frame (HTML Standard, 12.2: names are keys of the object as well).
 */
export function memoryStorage(): Storage {
  const kept = new Map<string, string>();
  const methods: Record<string, unknown> = {
    getItem: (name: string) => kept.get(String(name)) ?? null,
    setItem: (name: string, value: unknown) => void kept.set(String(name), String(value)),
    removeItem: (name: string) => void kept.delete(String(name)),
    clear: () => kept.clear(),
    key: (at: number) => [...kept.keys()][at] ?? null,
  };
  return new Proxy({} as Storage, {
    get(_, name) {
      if (name === 'length') return kept.size;
      return typeof name === 'string' ? (methods[name] ?? kept.get(name)) : undefined;
    },
    set(_, name, value) {
      kept.set(String(name), String(value));
      return true;
    },
    deleteProperty(_, name) {
      kept.delete(String(name));
      return true;
    },
    has: (_, name) => kept.has(String(name)),
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_, name) =>
      kept.has(String(name))
        ? { value: kept.get(String(name)), enumerable: true, configurable: true, writable: true }
        : undefined,
  });
}

/** Cookies for as long as the frame is there, without their attributes. */
export function memoryCookies(): PropertyDescriptor {
  const kept = new Map<string, string>();
  return {
    configurable: true,
    get: () => [...kept].map(([name, value]) => `${name}=${value}`).join('; '),
    set(text: unknown) {
      const [pair = '', ...about] = String(text).split(';');
      const at = pair.indexOf('=');
      const name = pair.slice(0, Math.max(at, 0)).trim();
      const isOver = about.some((one) => /^\s*max-age\s*=\s*(?:0|-)/i.test(one));
      if (isOver) kept.delete(name);
      else kept.set(name, pair.slice(at + 1).trim());
    },
  };
}
