import type { Confinement } from './registry.ts';

/** What is used of jQuery here, whatever its version. */
interface Found {
  readonly [at: number]: unknown;
  readonly length: number;
  [method: string]: unknown;
}
type Call = (this: Found, ...given: unknown[]) => Found;
type Jquery = ((...given: unknown[]) => Found) & {
  fn: Record<string, Call>;
  guid: number;
  [member: string]: unknown;
};
type Heard = ((this: unknown, event: JqueryEvent, ...more: unknown[]) => unknown) & {
  guid?: number;
};
type JqueryEvent = { originalEvent?: Event; target?: unknown };

/** Methods whose first argument, where it is text, is a selector of what is found already. */
const filtering =
  'find is not has filter closest children siblings parents parentsUntil next prev nextAll prevAll nextUntil prevUntil parent offsetParent';
/** Methods whose first argument is a selector of anything in the page. */
const anywhere = 'add appendTo prependTo insertBefore insertAfter replaceAll index';

/** Calls a method of the page's own jQuery. */
type Calling = (found: Found, method: string, ...given: unknown[]) => Found;
type Methods = Record<string, Call>;

/**
 * jQuery for one cast: what it looks up lies in the cast, what it hears of the page is undone
 * with the cast, and what is added to it stays with the cast.
 */
export function jquery(to: Confinement, from: object): object {
  const jq = from as Jquery;
  const { cast, reach, own } = to;
  const { box, tree, root } = cast;
  const doc = reach.document as unknown;
  const { page } = to;
  const methods = (page.older?.(jq.fn as never) ?? jq.fn) as Methods;
  const call: Calling = (found, method, ...given) => (methods[method] as Call).apply(found, given);

  const select = (written: string, context?: unknown): Found => {
    if (/^\s*(?:html\s*,\s*body|body\s*,\s*html)\s*$/i.test(written)) return jq(written);
    const css = own(written);
    if (context) return call(jq(context), 'find', css);
    try {
      return jq([...to.all(written)]);
    } catch {
      // A selector that only jQuery knows: it looks for all of it below an element, also for what
      // stands before a blank.
      const [, first, more] =
        /^\s*((?:\[[^\]]*\]|[^\s>+~,:[])+)((?:\s*>|\s)[^,]+)$/.exec(css) ?? [];
      const found = call(jq(to.within), 'find', css);
      if (box || tree !== root) return found;
      const whole = call(call(jq(root), 'filter', css), 'add', found);
      return first && root.matches(first)
        ? call(whole, 'add', call(jq(root), 'find', more))
        : whole;
    }
  };
  const ready = (run: Call): void => {
    // What this gives back is one object of jQuery's own, so it is left alone.
    jq(() => {
      try {
        run.call(doc as Found, $);
      } catch (error) {
        // Thrown on, it would keep the other casts from being made ready.
        reportError(error);
      }
      to.settle?.();
    });
  };
  const wrap = (wanted?: unknown, context?: unknown, ...rest: unknown[]): Found => {
    if (typeof wanted === 'function') ready(wanted as Call);
    if (typeof wanted === 'function' || wanted === doc) return jq(document);
    if (typeof wanted === 'string' && !/^\s*</.test(wanted)) {
      const found = select(wanted, context && context !== doc ? $(context) : undefined);
      if (page.older) found.selector = wanted;
      return found;
    }
    if (wanted === reach) return jq(window);
    return jq(wanted, context === doc ? document : context, ...rest);
  };

  const fn: Record<string, Call> = Object.create(methods);
  const $ = ((...given: unknown[]) => Object.setPrototypeOf(wrap(...given), fn)) as Jquery;
  Object.setPrototypeOf($, jq);
  $.fn = $.prototype = fn;
  Object.assign($, { confined: true, noConflict: () => $ });
  fn.constructor = $ as never;
  lookUps(to, jq, fn, call, $);
  listening(to, jq, fn, call);
  firing(to, jq, fn, call);
  return $;
}

/** Methods that take a selector, or give back an id. */
function lookUps(
  { cast, own }: Confinement,
  jq: Jquery,
  fn: Methods,
  call: Calling,
  $: Jquery,
): void {
  const { tree, root } = cast;
  for (const name of filtering.split(' ')) {
    fn[name] = function (first, ...rest) {
      if (this[0] === document && name === 'find') return $(first);
      return call(this, name, typeof first === 'string' ? own(first) : first, ...rest);
    };
  }
  for (const name of anywhere.split(' ')) {
    fn[name] = function (first, ...rest) {
      return call(this, name, typeof first === 'string' ? $(first) : first, ...rest);
    };
  }
  for (const name of ['attr', 'prop']) {
    fn[name] = function (...given) {
      const got = call(this, name, ...given) as unknown;
      return (
        given.length === 1 && typeof got === 'string' && cast.suffix && got.endsWith(cast.suffix)
          ? got.slice(0, -cast.suffix.length)
          : got
      ) as Found;
    };
  }
  if (tree !== root && !('shadows' in jq)) {
    // Before version 3, what is in a shadow tree counts as being in no document.
    const contains = jq.contains as (around: unknown, one: unknown) => boolean;
    jq.shadows = true;
    jq.contains = (around: unknown, one?: Partial<Node>): boolean =>
      contains(around, one) ||
      (!!one &&
        (jq.contains as typeof contains)(around, (one.getRootNode?.() as ShadowRoot)?.host));
  }
  fn.ready = function (run) {
    $(run);
    return this;
  };
}

/** What of a page is listened to: the real document for the cast's own, and for its root. */
function pageOf({ cast }: Confinement, found: Found, types: unknown): unknown {
  const at = found[0];
  if (at === document || at === window) return at;
  return cast.box && at === cast.base && !/(?:enter|leave|scroll)\b/.test(`${types}`)
    ? document
    : undefined;
}

/** Types of events with a name of the cast's own, by which they are undone. */
function spaced({ cast }: Confinement, types: unknown): string {
  return `${types}`.replace(/\S+/g, `$&.${cast.id.replace(/\W/g, '')}`);
}

function listening(to: Confinement, jq: Jquery, fn: Methods, call: Calling): void {
  const { cast, own, reach } = to;
  for (const name of ['on', 'one']) {
    fn[name] = function (types, ...given) {
      if (typeof types === 'object') {
        for (const [type, to] of Object.entries(types ?? {}))
          (fn[name] as Call).call(this, type, ...given, to);
        return this;
      }
      const at = pageOf(to, this, types);
      const [first, ...rest] = given;
      if (rest[0] && typeof first === 'string') {
        call(at ? jq(cast.base) : this, name, at ? spaced(to, types) : types, own(first), ...rest);
        return this;
      }
      if (!at) return call(this, name, types, ...given);
      // For as long as the cast is there; what has passed is heard at once.
      const heard = given.findLast((one) => typeof one === 'function') as Heard | undefined;
      if (!heard) return this;
      const run: Heard = function (event, ...more) {
        const { originalEvent } = event;
        const seen = to.view && originalEvent instanceof Event ? to.view(originalEvent) : event;
        if (!seen || !cast.root.isConnected) return undefined;
        // All who listen at one place are given one and the same object.
        const { target } = event;
        if (seen !== event) event.target = seen.target;
        const answer = heard.call(this === document ? reach.document : this, event, ...more);
        event.target = target;
        return answer;
      };
      heard.guid ??= jq.guid++;
      run.guid = heard.guid;
      const waiting = `${types}`
        .split(' ')
        .filter(
          (type) => !to.runLate?.(type.replace(/\..*/, ''), () => run.call(at, { target: at })),
        );
      const data = given.filter((one) => one !== heard && one != null);
      const mine = spaced(to, waiting.join(' '));
      call(jq(at), name, mine, ...data, run);
      return this;
    };
  }
  fn.bind = fn.on as Call;
  fn.delegate = function (selector, types, ...given) {
    return (fn.on as Call).call(this, types, selector, ...given);
  };
  for (const name of ['off', 'unbind']) {
    fn[name] = function (types, ...given) {
      const at = pageOf(to, this, types);
      if (!at || typeof types === 'object') return call(this, name, types, ...given);
      const mine = types ? spaced(to, types) : spaced(to, 'x').slice(1);
      if (typeof given[0] === 'string') given[0] = own(given[0]);
      for (const one of [at, cast.base]) call(jq(one), 'off', mine, ...given);
      return this;
    };
  }
}

/** Methods that make events happen. */
function firing(to: Confinement, jq: Jquery, fn: Methods, call: Calling): void {
  const { base } = to.cast;
  for (const name of ['trigger', 'triggerHandler']) {
    fn[name] = function (type, ...given) {
      const at = pageOf(to, this, type);
      if (!at || typeof type !== 'string') return call(this, name, type, ...given);
      for (const one of new Set([base, at]))
        call(jq(one), 'triggerHandler', spaced(to, type), ...given);
      return this;
    };
  }
  for (const name of ['load', 'error', 'unload']) {
    fn[name] = function (...given) {
      if (typeof given[0] === 'function') return (fn.on as Call).call(this, name, ...given);
      return jq.fn[name] ? call(this, name, ...given) : this;
    };
  }
}
