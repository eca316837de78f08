import type { Confinement, Reach, Registry, Running, View } from './registry.ts';

type Listener = ((event: Event) => unknown) & { handleEvent?: (event: Event) => unknown };

/** Gives a cast a document and a window of its own, which reach no further than its root. */
export function confine(page: Registry, cast: Running): Confinement {
  const { root, tree, base, box, suffix, owns } = cast;
  const { facade } = page;
  const within = (box ? base : tree) as HTMLElement;
  const rootSelector = tree === root ? `[data-cast="${root.dataset.cast}"]` : '[data-mould-root]';

  const has = (css: string) => base.matches(css) || tree.querySelector(css);

  /** `#x` and `[for="x"]` as the ids of this cast are; `body` and `html` as its root. */
  const own = (selector: string): string => {
    const named = suffix
      ? selector
          .replace(/#([\w-]+)(?![^[]*\])/g, (whole, id) =>
            has(`[id="${id}${suffix}"]`) ? `[id="${id}${suffix}"]` : whole,
          )
          .replace(/(\[[\w:-]+[~$]?=)(["']?)([^\]"']+)\2\]/g, (whole, start, _quote, value) => {
            const mine = `${start}"${value}${suffix}"]`;
            return has(mine) ? mine : whole;
          })
      : selector;
    return named.replace(
      /(^|[\s>+~,(])(?:(?:html|:root)[\s>]+body|html|body|:root)(?![\w-])/gi,
      `$1${rootSelector}`,
    );
  };
  const isRoot = (css: string, written: string) =>
    (!box || css !== written) && base.matches(css) && within === base;
  const hasSlots = root.querySelector('[data-slot]');
  const foundIn = (css: string) => {
    const found = within.querySelectorAll(css);
    return hasSlots ? listOf([...found].filter(owns)) : found;
  };
  const all = (selector: string) => {
    const css = own(String(selector));
    const found = foundIn(css);
    return isRoot(css, selector) ? listOf([base, ...found]) : found;
  };
  const first = (selector: string) => {
    const css = own(String(selector));
    return isRoot(css, selector) ? base : (foundIn(css)[0] ?? null);
  };
  const byId = (id: string) => first(`[id="${CSS.escape(id)}"]`);
  const byTag = (name: string) =>
    name === 'script'
      ? document.scripts
      : /^(?:body|html|head)$/i.test(name)
        ? listOf([base])
        : live(name, 'getElementsByTagName', name);
  /** A live list where that can be, which it cannot where the root is one of the found. */
  const live = (
    name: string,
    method: 'getElementsByTagName' | 'getElementsByClassName',
    css: string,
  ) =>
    method in within && !hasSlots && (box || !base.matches(css)) ? within[method](name) : all(css);
  const named = (css: string) => {
    const list = all(css);
    const members: Record<string, Element> = {};
    for (const one of Array.from(list)) {
      for (const name of [one.id, one.getAttribute('name')]) {
        if (name) members[name.replace(suffix, '')] ??= one;
      }
    }
    return Object.assign(listOf(Array.from(list)), members);
  };

  const view: View = (event) => {
    const path = event.composedPath();
    const [target] = path;
    const speaker = page.said.get(event);
    if (speaker && speaker !== cast) return undefined;
    if (isKey(event) && page.used && page.used !== cast && page.used.root.isConnected)
      return undefined;
    if (path.includes(root)) {
      // What happens in a slot happens at the slot.
      const slot =
        hasSlots && path.findLast((one) => isSlot(one) && owns(one.parentElement as Element));
      if (slot) return seenAs(event, (slot as Element).parentElement as Element);
      return tree === root ? event : seenAs(event, target);
    }
    if (!(target instanceof Element) || target === document.documentElement) return event;
    // What is typed into a field of somebody else is not for this cast.
    if (/^(?:key|input|before|change|comp)/.test(event.type) && isTypedIn(target)) return undefined;
    if (!event.isTrusted && target.closest('[data-cast]')) return undefined;
    return seenAs(event, document.body);
  };

  addEventListener(
    'pointerdown',
    (event) => {
      if (event.composedPath().includes(root)) page.used = cast;
      else if (page.used === cast) page.used = undefined;
    },
    true,
  );

  const held: [EventTarget, string, unknown, boolean, () => void][] = [];
  const listening = (real: EventTarget, self: () => unknown) => ({
    addEventListener(type: string, to: Listener | null, options?: AddEventListenerOptions) {
      const capture = options === (true as never) || Boolean(options?.capture);
      const isSame = (one: (typeof held)[number]) =>
        one[0] === real && one[1] === type && one[2] === to && one[3] === capture;
      if (!to || held.some(isSame)) return;
      const call = (event: Event) => {
        const seen = view(event);
        if (!seen) return;
        if (to.handleEvent) to.handleEvent(seen);
        else to.call(self(), seen);
      };
      if (runLate(type, () => call(new Event(type)))) return;
      const stop = cast.keep(
        () => real.addEventListener(type, call, options),
        () => real.removeEventListener(type, call, options),
      );
      held.push([real, type, to, capture, stop]);
    },
    removeEventListener(type: string, to: unknown, options?: EventListenerOptions | boolean) {
      const capture = options === true || Boolean((options as EventListenerOptions)?.capture);
      const at = held.findIndex(
        (one) => one[0] === real && one[1] === type && one[2] === to && one[3] === capture,
      );
      if (at >= 0) held.splice(at, 1)[0]?.[4]();
    },
    dispatchEvent(event: Event) {
      page.said.set(event, cast);
      return real.dispatchEvent(event);
    },
  });

  const runLate: Confinement['runLate'] = (type, run) => {
    const isRead = type === 'DOMContentLoaded' || type === 'ready' || type === 'readystatechange';
    const isLoaded = type === 'load' || type === 'pageshow';
    if (
      !(isRead ? document.readyState !== 'loading' : isLoaded && document.readyState === 'complete')
    )
      return false;
    const soon = Promise.resolve().then(() => {});
    (isRead ? soon : soon.then(() => {})).then(() => {
      try {
        run();
      } catch (error) {
        reportError(error);
      }
    });
    return true;
  };

  /** `window.onload = f` and the like: each cast has one of its own. */
  const handler =
    (to: ReturnType<typeof listening>, ons: Record<string, unknown>) =>
    (key: string | symbol, value: unknown) => {
      if (typeof key !== 'string' || !key.startsWith('on')) return false;
      to.removeEventListener(key.slice(2), ons[key]);
      if (typeof value === 'function') to.addEventListener(key.slice(2), value as Listener);
      ons[key] = value;
      return false;
    };

  const ofDocument = {
    ...listening(document, (): unknown => doc),
    ...{ querySelector: first, querySelectorAll: all, getElementById: byId },
    ...{ getElementsByTagName: byTag, body: base, documentElement: base, head: base },
    getElementsByClassName: (names: string) =>
      live(names, 'getElementsByClassName', names.trim().replace(/^|\s+/g, '.')),
    getElementsByName: (name: string) => all(`[name="${CSS.escape(name)}"]`),
    write: (...html: string[]) => base.insertAdjacentHTML('beforeend', html.join('')),
    writeln: (...html: string[]) => base.insertAdjacentHTML('beforeend', `${html.join('')}\n`),
    get activeElement() {
      const inner = (tree as ShadowRoot).activeElement ?? document.activeElement;
      return tree.contains(inner) ? inner : base;
    },
    get defaultView() {
      return reach;
    },
    get forms() {
      return named('form');
    },
    get images() {
      return named('img');
    },
    get links() {
      return named('a[href], area[href]');
    },
  };
  const docHandler = handler(ofDocument, {});
  const doc: Document = facade(document, ofDocument, (key, value) => {
    docHandler(key, value);
    // The title and the like are the page's, and there is one of each.
    return key in document && !(key in ofDocument) && !String(key).startsWith('on')
      ? Reflect.set(document, key, value)
      : false;
  });
  /** `document.order` is the form of that name. */
  const byName = new Proxy(doc, {
    get: (members, key) => {
      const value = Reflect.get(members, key);
      if (!(value instanceof Element) || value === base || key === 'activeElement') return value;
      return typeof key === 'string' && !(key in Document.prototype)
        ? (named('form, img, iframe, embed, object')[key as never] ?? value)
        : value;
    },
  });

  const ofWindow: Record<string, unknown> = {
    ...listening(window, () => reach),
    document: byName,
    ...page.timers?.(cast),
    customElements: facade(customElements, {
      define: (name: string, ...rest: [CustomElementConstructor]) =>
        customElements.get(name) ?? customElements.define(name, ...rest),
    }),
    getComputedStyle: (element: unknown, part?: string) =>
      getComputedStyle((element === byName ? base : element) as Element, part),
  };
  const winHandler = handler(ofWindow as never, {});
  const reach = facade(window, ofWindow, (key, value) => {
    winHandler(key, value);
    return key === 'location' && Reflect.set(window, key, value);
  }) as unknown as Reach;
  for (const name of ['window', 'self', 'globalThis', 'frames']) ofWindow[name] = reach;
  if (parent === window) ofWindow.top = ofWindow.parent = reach;
  page.styles?.(cast);
  const settle = page.radios?.(cast) ?? (() => {});
  return { page, cast, reach, view, own, runLate, settle };
}

/** An event with another target; everything else is the event's own. */
function seenAs(event: Event, target: EventTarget | undefined): Event {
  return new Proxy(event, {
    get(real, key) {
      if (key === 'target' || key === 'srcElement') return target;
      const value = Reflect.get(real, key);
      return typeof value === 'function' ? value.bind(real) : value;
    },
  });
}

/** Keys are for the cast that is in use, but for the one that closes whatever is open. */
function isKey(event: Event): boolean {
  return event.type.startsWith('key') && (event as KeyboardEvent).key !== 'Escape';
}

function isSlot(one: EventTarget): one is Element {
  return one instanceof Element && one.matches('[data-slot]');
}

function isTypedIn(target: Element): boolean {
  return target.matches('input, textarea, select') || (target as HTMLElement).isContentEditable;
}

/** A list of elements that is read like those of the DOM. */
function listOf<E extends Element>(elements: E[]): E[] & { item(at: number): E | null } {
  return Object.assign(elements, { item: (at: number) => elements[at] ?? null });
}
