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

/**
 * jQuery for one cast: what it looks up lies in the cast, what it hears of the page is undone
 * with the cast, and what is added to it stays with the cast.
 */
export function jquery(
  { cast, reach, view, own, runLate, settle }: Confinement,
  from: object,
): object {
  const jq = from as Jquery;
  const { base, box, tree, root } = cast;
  const within = box ? base : tree;
  const space = `.${cast.id.replace(/\W/g, '')}`;
  const doc = reach.document as unknown;

  const select = (written: string, context?: unknown): Found => {
    if (/^\s*(?:html\s*,\s*body|body\s*,\s*html)\s*$/i.test(written)) return jq(written);
    const inner = /^\s*(?:html|body|:root)(?:[\s>]+body)?([^\s>,]*)\s*(>?)\s*([^,]*)$/i.exec(
      written,
    );
    if (!context && inner && !/^[\w-]/.test(inner[1] as string)) {
      const [, state, child, rest] = inner as unknown as string[];
      const at = call(jq(base), 'filter', state || '*');
      return rest ? call(at, 'find', own(`${child} ${rest}`)) : at;
    }
    const css = own(written);
    const found = call(jq(context ?? within), 'find', css);
    if (context) return found;
    if (root.querySelector('[data-slot]'))
      return call(found, 'filter', (_: number, one: Element) => cast.owns(one));
    if (box || tree !== root) return found;
    return call(call(jq(root), 'filter', css), 'add', found);
  };
  const call = (found: Found, method: string, ...given: unknown[]): Found =>
    (jq.fn[method] as Call).apply(found, given);

  const $ = ((wanted?: unknown, context?: unknown, ...rest: unknown[]): Found => {
    let found: Found;
    if (typeof wanted === 'function') {
      // What this gives back is one object of jQuery's own, so it is left alone.
      jq(() => {
        try {
          (wanted as Call).call(doc as Found, $);
        } catch (error) {
          // Thrown on, it would keep the other casts from being made ready.
          reportError(error);
        }
        settle();
      });
      found = jq(document);
    } else if (typeof wanted === 'string' && !/^\s*</.test(wanted)) {
      found = select(wanted, context && context !== doc ? $(context) : undefined);
    } else if (wanted === doc) found = jq(document);
    else if (wanted === reach) found = jq(window);
    else found = jq(wanted, context === doc ? document : context, ...rest);
    return Object.setPrototypeOf(found, fn);
  }) as Jquery;
  Object.setPrototypeOf($, jq);
  const fn: Record<string, Call> = Object.create(jq.fn);
  $.fn = $.prototype = fn;
  Object.assign($, { confined: true, noConflict: () => $ });
  fn.constructor = $ as never;

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
    const hostOf = (one: unknown) =>
      one instanceof Node ? (one.getRootNode() as ShadowRoot).host : undefined;
    jq.shadows = true;
    jq.contains = (around: unknown, one: unknown) =>
      contains(around, one) || (hostOf(one) !== undefined && contains(around, hostOf(one)));
  }
  fn.ready = function (run) {
    $(run);
    return this;
  };

  /** What of a page is listened to: the real document for the cast's own, and for its root. */
  const pageOf = (found: Found, types: string): unknown => {
    const at = found[0];
    if (at === document || at === window) return at;
    return box && at === base && !/(?:enter|leave|scroll)\b/.test(types) ? document : undefined;
  };
  const spaced = (types: string) => types.replace(/\S+/g, `$&${space}`);
  for (const name of ['on', 'one']) {
    fn[name] = function (types, ...given) {
      if (typeof types === 'object') {
        for (const [type, to] of Object.entries(types ?? {}))
          (fn[name] as Call).call(this, type, ...given, to);
        return this;
      }
      const at = pageOf(this, String(types));
      const selector = given.length > 1 && typeof given[0] === 'string' ? given[0] : undefined;
      if (selector !== undefined) {
        const place = at ? jq(base) : this;
        call(place, name, at ? spaced(String(types)) : types, own(selector), ...given.slice(1));
        return this;
      }
      if (!at) return call(this, name, types, ...given);
      const to = given.findLast((one) => typeof one === 'function') as Heard | undefined;
      if (!to) return this;
      const run: Heard = function (event, ...more) {
        const { originalEvent } = event;
        const seen = originalEvent instanceof Event ? view(originalEvent) : event;
        if (!seen) return undefined;
        // All who listen at one place are given one and the same object.
        const { target } = event;
        if (seen !== event) event.target = seen.target;
        const answer = to.call(this === document ? doc : this, event, ...more);
        event.target = target;
        return answer;
      };
      to.guid ??= jq.guid++;
      run.guid = to.guid;
      const waiting = String(types)
        .split(' ')
        .filter((type) => !runLate(type.replace(/\..*/, ''), () => run.call(at, { target: at })));
      const data = given.filter((one) => one !== to && one !== null && one !== undefined);
      cast.keep(
        () => call(jq(at), name, spaced(waiting.join(' ')), ...data, run),
        () => call(jq(at), 'off', spaced(waiting.join(' ')), run),
      );
      return this;
    };
  }
  fn.bind = function (types, ...given) {
    return (fn.on as Call).call(this, types, ...given);
  };
  fn.delegate = function (selector, types, ...given) {
    return (fn.on as Call).call(this, types, selector, ...given);
  };
  for (const name of ['off', 'unbind']) {
    fn[name] = function (types, ...given) {
      const at = pageOf(this, String(types));
      if (!at || typeof types === 'object') return call(this, name, types, ...given);
      const mine = types ? spaced(String(types)) : space;
      if (typeof given[0] === 'string') given[0] = own(given[0]);
      for (const one of [at, base]) call(jq(one), 'off', mine, ...given);
      return this;
    };
  }
  for (const name of ['trigger', 'triggerHandler']) {
    fn[name] = function (type, ...given) {
      const at = pageOf(this, String(type));
      if (!at || typeof type !== 'string') return call(this, name, type, ...given);
      for (const one of new Set([base, at]))
        call(jq(one), 'triggerHandler', type + space, ...given);
      return this;
    };
  }
  for (const name of ['load', 'error', 'unload']) {
    fn[name] = function (...given) {
      if (typeof given[0] === 'function') return (fn.on as Call).call(this, name, ...given);
      return jq.fn[name] ? call(this, name, ...given) : this;
    };
  }
  return $;
}
