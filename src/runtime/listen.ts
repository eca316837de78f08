import type { Confinement, View } from './registry.ts';

type Listener = ((event: Event) => unknown) & { handleEvent?: (event: Event) => unknown };

/** What a cast hears of its page: as if everything that is not of the cast were around it. */
export function listen(to: Confinement): void {
  const { page, cast, ofDocument, ofWindow, hasSlots } = to;
  const { root, tree } = cast;
  page.said ??= new WeakMap();
  const { said } = page;

  const view: View = (event) => {
    const path = event.composedPath();
    const [target] = path;
    const speaker = said.get(event);
    if (speaker && speaker !== cast) return undefined;
    if (isKey(event) && page.used && page.used !== cast && page.used.root.isConnected)
      return undefined;
    if (path.includes(root)) {
      // What happens in a slot happens at the slot.
      const slot =
        hasSlots && path.findLast((one) => isSlot(one) && cast.owns(one.parentElement as Element));
      if (slot) return seenAs(event, (slot as Element).parentElement as Element);
      return tree === root ? event : seenAs(event, target);
    }
    if (!(target instanceof Element) || target === document.documentElement) return event;
    // What is typed into a field of somebody else is not for this cast.
    if (/^(?:key|input|before|change|comp)/.test(event.type) && isTypedIn(target)) return undefined;
    if (!event.isTrusted && target.closest('[data-cast]')) return undefined;
    return seenAs(event, document.body);
  };
  to.view = view;

  addEventListener(
    'pointerdown',
    (event) => {
      if (event.composedPath().includes(root)) page.used = cast;
      else if (page.used === cast) page.used = undefined;
    },
    true,
  );

  page.late?.(to);
  const held: [EventTarget, string, unknown, boolean, () => void][] = [];
  const listening = (real: EventTarget, self: () => unknown) => {
    const find = (type: string, listener: unknown, options: unknown) => {
      const capture =
        options === true || Boolean((options as EventListenerOptions | undefined)?.capture);
      const at = held.findIndex(
        (one) => one[0] === real && one[1] === type && one[2] === listener && one[3] === capture,
      );
      return { capture, at };
    };
    return {
      addEventListener(type: string, listener: Listener | null, options?: AddEventListenerOptions) {
        const { capture, at } = find(type, listener, options);
        if (!listener || at >= 0) return;
        const call = (event: Event) => {
          const seen = to.view(event);
          if (!seen) return;
          if (listener.handleEvent) listener.handleEvent(seen);
          else listener.call(self(), seen);
        };
        if (to.runLate(type, () => call(new Event(type)))) return;
        const stop = cast.keep(
          () => real.addEventListener(type, call, options),
          () => real.removeEventListener(type, call, options),
        );
        held.push([real, type, listener, capture, stop]);
      },
      removeEventListener(type: string, listener: unknown, options?: unknown) {
        const { at } = find(type, listener, options);
        if (at >= 0) held.splice(at, 1)[0]?.[4]();
      },
      dispatchEvent(event: Event) {
        said.set(event, cast);
        return real.dispatchEvent(event);
      },
    };
  };
  const forDocument = listening(document, () => ofWindow.document);
  const forWindow = listening(window, () => to.reach);
  Object.assign(ofDocument, forDocument);
  Object.assign(ofWindow, forWindow);

  // `window.onload = f` and the like: each cast has one of its own.
  to.take = (members, key, value) => {
    if (typeof key !== 'string' || !key.startsWith('on')) return;
    const on = members === ofDocument ? forDocument : forWindow;
    on.removeEventListener(key.slice(2), Reflect.get(members, key));
    if (typeof value === 'function') on.addEventListener(key.slice(2), value as Listener);
  };
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
