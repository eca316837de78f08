type Call = (this: Methods, ...given: unknown[]) => unknown;
interface Methods {
  readonly constructor: unknown;
  readonly selector?: string;
  readonly [method: string]: unknown;
}

/**
 * The methods of an older jQuery with those that came later: `on` and `off` in version 1.7. What
 * `live` hears, up to 1.8, it hears of the cast.
 */
export function older(methods: Methods): Methods {
  const listens = (plain: string, delegated: string): Call =>
    function (types, selector, ...rest) {
      return typeof selector === 'string'
        ? (methods[delegated] as Call).call(this, selector, types, ...rest)
        : (methods[plain] as Call).call(this, types, ...[selector, ...rest].filter((one) => one));
    };
  const lives = (name: string): Call =>
    function (types, ...rest) {
      const page = (this.constructor as (of: Document) => Methods)(document);
      (page[name] as Call).call(page, types, this.selector, ...rest);
      return this;
    };
  return Object.assign(Object.create(methods), {
    on: methods.on ?? listens('bind', 'delegate'),
    off: methods.off ?? listens('unbind', 'undelegate'),
    ...(methods.live ? { live: lives('on'), die: lives('off') } : {}),
    find(this: Methods, ...given: unknown[]) {
      // Up to 1.4 an element is looked in by its id, unescaped.
      const named =
        `${methods.jquery}` < '1.5' ? Array.from(this as never as ArrayLike<Element>) : [];
      const ids = named.filter(({ id }) => id).map((one) => [one, one.id] as const);
      for (const [one] of ids) one.removeAttribute('id');
      const found = (methods.find as Call).apply(this, given);
      for (const [one, id] of ids) one.id = id;
      return found;
    },
    // Before 1.5 what is found in something is made by jQuery itself.
    pushStack(this: Methods, ...given: unknown[]) {
      const found = (methods.pushStack as Call).apply(this, given);
      return Object.setPrototypeOf(found, Object.getPrototypeOf(this));
    },
  });
}
