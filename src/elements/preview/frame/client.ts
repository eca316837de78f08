import type { FramedCast } from '../../../core/preview/copies.ts';
import { markName } from '../../../core/preview/mark-name.ts';
import { measurePage } from '../../../facts/page-facts.ts';
import { putBlock } from '../../../page/put-block.ts';
import type { FrameNote, FrameView, FromFrame, ToFrame } from '../messages.ts';
import { Addresses, loadingAttributes } from './addresses.ts';
import { carryState } from './carry-state.ts';
import { memoryCookies, memoryStorage } from './memory-storage.ts';
import { filledBy, marksOf, outliner, propertiesOf } from './point.ts';
import { reveal } from './reveal.ts';
import { answered, applyView } from './sheets.ts';

/** Runs in a frame before anything pasted does, and keeps to itself what it is given. */
export function startFrame(): void {
  addEventListener(
    'message',
    (event) => {
      const [port] = event.ports;
      if (port) new Frame(port);
    },
    { once: true },
  );
}

/** How long after the last change the page is measured. */
const restMs = 160;

/** A frame that is out of sight is not drawn, and so is never asked when it would be. */
const outOfSightMs = 60;

/** Calls back when the next picture is drawn. */
function soon(run: () => void): void {
  let isDone = false;
  const once = () => {
    if (isDone) return;
    isDone = true;
    run();
  };
  requestAnimationFrame(once);
  setTimeout(once, outOfSightMs);
}

class Frame {
  private readonly port: MessagePort;
  private addresses = new Addresses(new Map(), { origins: [], files: [] }, () => {});
  private view: FrameView | undefined;
  private readonly styles = new Map<string, HTMLStyleElement>();
  private readonly roots = new Map<string, HTMLElement>();
  private readonly light = outliner('#a0400f');
  private readonly outline = outliner('#a8231b');
  private readonly told = new Set<string>();
  private isPicking = false;
  private pointed: Element | undefined;
  private heard = Promise.resolve();
  private timer = 0;
  private isSizing = false;

  constructor(port: MessagePort) {
    this.port = port;
    // One after the other: a cast is not done with before its scripts have loaded.
    port.onmessage = ({ data }) => {
      this.heard = this.heard.then(() => this.hear(data as ToFrame));
    };
  }

  private say(message: FromFrame): void {
    this.port.postMessage(message);
  }

  private note(is: FrameNote['is'], text: string): void {
    const key = `${is} ${text}`;
    if (this.told.has(key)) return;
    this.told.add(key);
    this.say({ say: 'note', note: { is, text: text.slice(0, 500) } });
  }

  private async hear(message: ToFrame): Promise<void> {
    switch (message.do) {
      case 'begin':
        return this.begin(message);
      case 'restart':
        for (const cast of message.casts) await this.put(cast);
        this.changed(message.change);
        return;
      case 'style':
        for (const [id, text] of message.styles) {
          const style = this.styles.get(id);
          if (style) style.textContent = this.addresses.inText(text);
        }
        this.changed(message.change);
        return;
      case 'view':
        this.view = message.view;
        this.look();
        return;
      case 'light': {
        const found = filledBy(document, markName, new Set(message.paths), message.properties);
        this.light(found);
        return;
      }
      case 'outline':
        this.outline(
          message.selector ? [...document.querySelectorAll(message.selector)].slice(0, 1) : [],
        );
        return;
      case 'pick':
        this.isPicking = message.isOn;
        document.documentElement.style.cursor = message.isOn ? 'crosshair' : '';
    }
  }

  private async begin(message: Extract<ToFrame, { do: 'begin' }>): Promise<void> {
    const { page, assets, reached, view, casts, columns, scroll } = message;
    this.view = view;
    this.addresses = new Addresses(assets, reached, (name) => this.note('not-reached', name));
    document.open();
    this.standIn();
    this.listen();
    document.write(this.addresses.inText(page));
    document.close();
    this.watch();
    const spot = document.querySelector('[data-casts]') ?? document.body;
    const cells = casts.map(() =>
      casts.length === 1 ? spot : spot.ownerDocument.createElement('div'),
    );
    if (casts.length > 1) {
      const grid = document.createElement('div');
      grid.style.cssText = `display: grid; grid-template-columns: repeat(${columns}, minmax(0, 1fr)); gap: 16px`;
      grid.append(...cells);
      spot.append(grid);
    }
    for (const [at, cast] of casts.entries()) await this.put(cast, cells[at]);
    this.look();
    scrollTo({ left: scroll[0], top: scroll[1], behavior: 'instant' });
    soon(() => this.say({ say: 'shown' }));
    this.rest();
  }

  private async put(cast: FramedCast, cell?: Element): Promise<void> {
    const { id } = cast;
    const ownStyle = this.styles.get(id) ?? document.createElement('style');
    ownStyle.textContent = this.addresses.inText(cast.ownStyle);
    this.styles.set(id, ownStyle);
    const before = this.roots.get(id);
    const root = await putBlock(document, {
      ...{ id, ownStyle, html: this.addresses.inText(cast.html) },
      prepare: (content) => this.addresses.inContent(content),
      place: (fresh) => {
        if (before?.isConnected) {
          const carry = carryState(before);
          before.replaceWith(fresh);
          carry(fresh);
        } else (cell ?? document.body).append(fresh);
      },
    });
    this.roots.set(id, root);
  }

  private changed(change: number): void {
    this.look();
    soon(() => this.say({ say: 'painted', change }));
    this.rest();
  }

  /** Brings style into the state that is looked at. */
  private look(): void {
    const { view } = this;
    if (!view) return;
    applyView(document, view);
    const { style } = document.documentElement;
    if (view.background) style.setProperty('background', view.background, 'important');
    else style.removeProperty('background');
    reveal(document, view.isRevealed);
  }

  /** What a page without an origin has none of. */
  private standIn(): void {
    const own = (on: object, name: string, about: PropertyDescriptor) =>
      Object.defineProperty(on, name, { configurable: true, ...about });
    own(window, 'localStorage', { value: memoryStorage() });
    own(window, 'sessionStorage', { value: memoryStorage() });
    own(document, 'cookie', memoryCookies());
    window.alert = (text) => this.note('asked', String(text));
    window.confirm = (text) => {
      this.note('asked', String(text));
      return true;
    };
    window.prompt = (text, usual) => {
      this.note('asked', String(text));
      return usual ?? null;
    };
    const { matchMedia } = window;
    window.matchMedia = (query) =>
      matchMedia.call(window, this.view ? answered(query, this.view) : query);
    const { error } = console;
    console.error = (...said) => {
      this.note(
        'error',
        said.map((one) => (one instanceof Error ? one.message : String(one))).join(' '),
      );
      error.apply(console, said);
    };
  }

  private listen(): void {
    addEventListener('error', (event) => {
      if (event instanceof ErrorEvent) this.note('error', event.message);
    });
    addEventListener('unhandledrejection', ({ reason }) =>
      this.note('error', reason instanceof Error ? reason.message : String(reason)),
    );
    addEventListener('securitypolicyviolation', ({ blockedURI }) => {
      if (/^(?:https?|wss?):/.test(blockedURI)) this.note('not-reached', blockedURI);
    });
    addEventListener('click', (event) => this.led(event));
    addEventListener('submit', (event) => {
      if (event.defaultPrevented) return;
      event.preventDefault();
      this.note('led', (event.target as HTMLFormElement).getAttribute('action') ?? 'this page');
    });
    addEventListener('scroll', () => this.say({ say: 'scroll', x: scrollX, y: scrollY }), {
      passive: true,
    });
    addEventListener('pointerover', (event) => this.point(event, false), { passive: true });
    document.addEventListener('pointerleave', () => this.leave());
    addEventListener('pointerout', ({ relatedTarget }) => {
      if (relatedTarget === null) this.leave();
    });
    for (const name of ['click', 'pointerdown', 'mousedown'] as const) {
      addEventListener(name, (event) => this.pick(event), { capture: true });
    }
    addEventListener('resize', () => this.rest());
    addEventListener('load', () => this.rest(), { capture: true });
  }

  /** Links lead nowhere from here. */
  private led(event: MouseEvent): void {
    const [target] = event.composedPath() as Element[];
    const link = target?.closest?.('a[href], area[href]');
    const address = link?.getAttribute('href') ?? '';
    if (!link || event.defaultPrevented || /^(?:#|javascript:)/i.test(address)) return;
    event.preventDefault();
    this.note('led', address);
  }

  private pick(event: MouseEvent): void {
    if (!this.isPicking && !event.altKey) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.type === 'click') this.point(event, true);
  }

  private point(event: Event, isPicked: boolean): void {
    const [target] = event.composedPath();
    if (!(target instanceof Element) || (target === this.pointed && !isPicked)) return;
    this.pointed = target;
    if (this.isPicking) this.light([target]);
    const marks = marksOf(target, markName);
    this.say({ say: 'point', marks, properties: propertiesOf(document, target), isPicked });
  }

  private leave(): void {
    if (this.isPicking) this.light([]);
    this.pointed = undefined;
    this.say({ say: 'point', marks: [], properties: [], isPicked: false });
  }

  private watch(): void {
    new MutationObserver((records) => {
      for (const { type, target, addedNodes } of records) {
        if (type === 'attributes') this.addresses.inElement(target as Element);
        for (const node of addedNodes) {
          if (!(node instanceof Element)) continue;
          this.addresses.inElement(node);
          this.addresses.inContent(node);
        }
      }
      this.rest();
    }).observe(document, {
      ...{ childList: true, subtree: true, attributes: true },
      attributeFilter: [...loadingAttributes, 'class', 'hidden', 'open'],
    });
    const sizes = new ResizeObserver(() => this.size());
    sizes.observe(document.documentElement);
    if (document.body) sizes.observe(document.body);
    this.addresses.inContent(document);
  }

  private size(): void {
    if (this.isSizing) return;
    this.isSizing = true;
    soon(() => {
      this.isSizing = false;
      const bottoms = [...this.roots.values()].map(
        (root) => root.getBoundingClientRect().bottom + scrollY,
      );
      const { scrollHeight } = document.documentElement;
      const isHigher = scrollHeight > innerHeight;
      const page = isHigher ? scrollHeight : document.body.getBoundingClientRect().bottom + scrollY;
      this.say({ say: 'size', page, cast: Math.ceil(Math.max(0, ...bottoms)) });
    });
  }

  /** Measures once nothing has changed for a while. */
  private rest(): void {
    this.size();
    clearTimeout(this.timer);
    this.timer = window.setTimeout(() => {
      this.say({ say: 'facts', overflow: measurePage().overflow });
    }, restMs);
  }
}
