/**
 * Reports in the console, once, a library that is on the page in another version than the one a
 * mould brings: each keeps its own.
 *
 * @param libraries name, version and the global name that each makes
 */
export function versions(mould: string, libraries: readonly (readonly string[])[]): void {
  const key = Symbol.for('keen-mould');
  const globals = window as unknown as Record<string | symbol, unknown>;
  globals[key] ??= {};
  const page = globals[key] as { versions?: Record<string, Set<string>> };
  page.versions ??= {};
  for (const [name = '', version = '', provides = ''] of libraries) {
    const there = globals[provides] as
      | { fn?: { jquery?: unknown }; version?: unknown; VERSION?: unknown }
      | undefined;
    const found = there?.fn?.jquery ?? there?.version ?? there?.VERSION;
    page.versions[name] ??= new Set(typeof found === 'string' ? [found] : []);
    const known = page.versions[name];
    const others = [...known].filter((one) => one !== version);
    if (others.length > 0 && !known.has(version)) {
      console.info(
        `keen-mould: ${name} ${others.join(', ')} is on this page, and ${mould} brings ${version}. Each keeps its own.`,
      );
    }
    known.add(version);
  }
}
