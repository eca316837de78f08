import type { Confinement } from './registry.ts';

type Listener = ((event: Event) => unknown) & { handleEvent?: (event: Event) => unknown };

/** What a cast hears of its page: as if everything that is not of the cast were around it. */
export function listen(to: Confinement): void {
  const { page, cast, doc, win } = to;
  const { root, tree } = cast;
  /** An event with another target; everything else is the event's own. */
  const seenAs = (event: Event, target: EventTarget | undefined): Event =>
    new Proxy(event, {
      get(real, key) {
        const value = key === 'target' || key === 'srcElement' ? target : Reflect.get(real, key);
        return typeof value === 'function' ? value.bind(real) : value;
      },
    });

  to.view = (event) => {
    const path = event.composedPath();
    const [target] = path;
    const speaker = page.said?.get(event);
    if (!root.isConnected || (speaker && speaker !== cast)) return undefined;
    if (path.includes(root)) {
      const slot = to.slotIn?.(path);
      return slot || tree !== root ? seenAs(event, slot ?? target) : event;
    }
    if (!(target instanceof Element) || target === document.documentElement) return event;
    return !event.isTrusted && target.closest('[data-cast]')
      ? undefined
      : seenAs(event, document.body);
  };

  for (const [real, own] of [
    [document, doc],
    [window, win],
  ] as const) {
    const heard = new WeakMap<Listener, (event: Event) => void>();
    Object.assign(own, {
      addEventListener(type: string, listener: Listener | null, options?: AddEventListenerOptions) {
        if (!listener) return;
        const call =
          heard.get(listener) ??
          ((event: Event) => {
            const seen = to.view?.(event);
            if (seen && listener.handleEvent) listener.handleEvent(seen);
            else if (seen) listener.call(own === win ? to.reach : win.document, seen);
          });
        heard.set(listener, call);
        if (!to.runLate?.(type, () => call(new Event(type))))
          real.addEventListener(type, call, options);
      },
      removeEventListener(type: string, listener: Listener, options?: EventListenerOptions) {
        const call = heard.get(listener);
        if (call) real.removeEventListener(type, call, options);
      },
    });
  }
}
