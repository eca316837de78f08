import type { FramedCast } from '../../../core/preview/copies.ts';
import { markName } from '../../../core/preview/mark-name.ts';
import { measureRest } from '../../../facts/measure-page.ts';
import { applyView } from '../../../facts/states.ts';
import { putBlock } from '../../../page/put-block.ts';
import type { FrameNote, FrameView, FromFrame, ToFrame } from '../messages.ts';
import { Addresses, loadingAttributes } from './addresses.ts';
import { carryState } from './carry-state.ts';
import { EditHere } from './edit-here.ts';
import { isBlank } from './is-blank.ts';
import { layoutOf } from './layout-of.ts';
import { listenForNotes, standInForPage } from './own-page.ts';
import { ownPort } from './own-port.ts';
import { sizeOf } from './page-size.ts';
import { patchFor } from './patch.ts';
import { filledBy, marksOf, outliner, placeInCast, propertiesOf } from './point.ts';
import { restyle } from './restyle.ts';
import { hiddenParts, reveal } from './reveal.ts';

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

/** How long nothing is typed before a cast with a script starts afresh. */
const startMs = 300;

/** How long after the last change the page is measured. */
const restMs = 160;

/** How often a frame looks whether its viewport is as wide as it should be. */
const mostTries = 100;

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
  private readonly say: (message: FromFrame) => void;
  private addresses = new Addresses(new Map(), { origins: [], files: [], modules: [] }, () => {});
  private view: FrameView | undefined;
  private readonly styles = new Map<string, HTMLStyleElement>();
  /** The roots of casts as they were written, before any script was at work in them. */
  private readonly written = new Map<string, Element>();
  private readonly roots = new Map<string, HTMLElement>();
  private readonly light = outliner('#a0400f');
  private readonly outline = outliner('#a8231b');
  private readonly reported = new Set<string>();
  private isPicking = false;
  private readonly editing = new EditHere({
    say: (message) => this.say(message),
    light: (elements) => this.light(elements),
    typing: (isOn) => {
      if (!isOn && this.unstarted) this.startLater(this.unstarted);
    },
  });
  /** What starts afresh once no more is typed into it. */
  private unstarted: readonly FramedCast[] | undefined;
  private pointed: Element | undefined;
  private heard = Promise.resolve();
  private timer = 0;
  private starting = 0;
  private isSizing = false;

  constructor(port: MessagePort) {
    // One after the other: a cast is not done with before its scripts have loaded.
    this.say = ownPort(port, (message) => {
      this.heard = this.heard.then(() => this.hear(message));
    });
  }

  private note(is: FrameNote['is'], text: string): void {
    const key = `${is} ${text}`;
    if (this.reported.has(key)) return;
    this.reported.add(key);
    this.say({ say: 'note', note: { is, text: text.slice(0, 500) } });
  }

  private async hear(message: ToFrame): Promise<void> {
    switch (message.do) {
      case 'begin':
        return this.begin(message);
      case 'restart':
        clearTimeout(this.starting);
        if (this.patch(message.casts)) {
          if (message.hasScript) this.startLater(message.casts);
        } else if (this.editing.element) this.unstarted = message.casts;
        else for (const cast of message.casts) await this.put(cast);
        this.changed(message.change);
        return;
      case 'style':
        for (const [id, text] of message.styles) this.restyle(id, text);
        this.changed(message.change);
        return;
      case 'assets':
        return this.addresses.add(message.assets);
      case 'view':
        this.view = message.view;
        this.look();
        return;
      case 'measure':
        return this.measure(message.width);
      case 'ask':
        this.say({ say: 'here' });
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
      case 'edit':
        this.editing.turn(message.isOn);
        return;
      case 'type':
        this.editing.type(message.isMultiline);
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
    standInForPage(
      (is, text) => this.note(is, text),
      () => this.view,
    );
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
      id,
      ownStyle,
      html: this.addresses.inText(cast.html),
      prepare: (content) => {
        this.addresses.inContent(content);
        const fresh = content.querySelector(`[data-cast="${id}"]`);
        if (fresh) this.written.set(id, fresh.cloneNode(true) as Element);
      },
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

  /** Changes the words of casts in place; false where that cannot be, and nothing is changed. */
  private patch(casts: readonly FramedCast[]): boolean {
    const patches = casts.map((cast) => {
      const before = this.written.get(cast.id);
      const live = this.roots.get(cast.id);
      const box = document.createElement('template');
      box.innerHTML = this.addresses.inText(cast.html);
      this.addresses.inContent(box.content);
      const after = box.content.querySelector(`[data-cast="${cast.id}"]`);
      if (!before || !after || !live || live.shadowRoot) return undefined;
      const run = patchFor(before, after, live, this.editing.element);
      return run && { run, id: cast.id, after };
    });
    if (patches.includes(undefined)) return false;
    for (const one of patches) {
      one?.run();
      if (one) this.written.set(one.id, one.after);
    }
    for (const { id, ownStyle } of casts) this.restyle(id, ownStyle);
    return true;
  }

  /** A script may have read what has changed: it starts afresh once no more is typed. */
  private startLater(casts: readonly FramedCast[]): void {
    this.unstarted = this.editing.element ? casts : undefined;
    if (this.unstarted) return;
    this.starting = window.setTimeout(async () => {
      for (const cast of casts) await this.put(cast);
      this.look();
      this.rest();
    }, startMs);
  }

  private restyle(id: string, text: string): void {
    const style = this.styles.get(id);
    if (style) restyle(style, this.addresses.inText(text));
  }

  private changed(change: number): void {
    this.look();
    const madeAt = performance.timeOrigin + performance.now();
    soon(() => this.say({ say: 'painted', change, madeAt }));
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
    reveal(document, view);
  }

  private listen(): void {
    listenForNotes((is, text) => this.note(is, text));
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

  private pick(event: MouseEvent): void {
    if (this.editing.isOn) this.editing.click(event);
    if (this.editing.isOn || !(this.isPicking || event.altKey)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.type === 'click') this.point(event, true);
  }

  private point(event: Event, isPicked: boolean): void {
    const [target] = event.composedPath();
    if (!(target instanceof Element) || (target === this.pointed && !isPicked)) return;
    this.pointed = target;
    if (this.editing.isOn) this.editing.hover(target);
    if (this.isPicking) this.light([target]);
    const marks = marksOf(target, markName);
    const properties = propertiesOf(document, target);
    this.say({ say: 'point', marks, properties, element: placeInCast(target), isPicked });
  }

  private leave(): void {
    if (this.isPicking) this.light([]);
    this.pointed = undefined;
    this.say({ say: 'point', marks: [], properties: [], element: '', isPicked: false });
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
      childList: true,
      subtree: true,
      attributes: true,
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
      this.say({ say: 'size', ...sizeOf([...this.roots.values()]) });
    });
  }

  /** What a change of width means to the page is known once it has heard of it and is drawn. */
  private async measure(width: number): Promise<void> {
    for (let tries = 0; innerWidth !== width && tries < mostTries; tries += 1)
      await new Promise((done) => setTimeout(done, 4));
    await new Promise<void>((done) => soon(done));
    this.say({ say: 'measured', width, layout: layoutOf(document), facts: measureRest() });
  }

  /** Measures once nothing has changed for a while. */
  private rest(): void {
    this.size();
    clearTimeout(this.timer);
    this.timer = window.setTimeout(() => {
      this.say({ say: 'facts', facts: measureRest() });
      this.say({ say: 'hidden', parts: hiddenParts(document), isBlank: isBlank() });
    }, restMs);
  }
}
