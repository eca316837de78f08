import type { Cast } from '../../core/compile/cast.ts';
import { type Caster, makeCaster } from '../../core/compile/caster.ts';
import { placedMarkup } from '../../core/compile/placed-markup.ts';
import { type PortableMould, readyAgain } from '../../core/compile/portable-mould.ts';
import type { ElementField } from '../../core/deliver/element-facts.ts';
import { type Field, fieldsBelow } from '../../core/model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../../core/model/json-source.ts';
import { readJson } from '../../core/model/kind.ts';
import { readFields } from '../../core/model/read-fields.ts';
import { put } from '../../core/model/values/steps.ts';
import { memoize } from '../../core/text/memoize.ts';
import { type HtmlTools, useTools } from '../tools.ts';
import { isOfCssType } from './css.ts';
import { isSelector } from './css-selector.ts';

/** What a module with an element is made of. */
interface ElementParts {
  readonly mould: PortableMould;
  readonly look: 'own' | 'host';
  readonly fields: readonly ElementField[];
  /** Where files of the mould's own lie, where that is not beside the module. */
  readonly assets: Readonly<Record<string, string>>;
  /** The address of the module. */
  readonly base: string;
  readonly loads: Loads;
  /** By which a page keeps what casts of this version share. */
  readonly key: string;
  /** What the page has once: parts, libraries and the mould's own code. */
  readonly code: readonly (() => void)[];
  /** Gives what stands in slots the text style around the element. */
  readonly slots: ((root: HTMLElement) => void) | undefined;
  readonly tools: Partial<HtmlTools>;
}

/** What all elements of one mould share. */
interface Setting {
  readonly parts: ElementParts;
  readonly caster: Caster;
  readonly defaults: JsonObject;
  readonly fieldAt: (path: string) => Field | undefined;
  /** Once a page: what is loaded from elsewhere, then the code. */
  readonly prepare: () => Promise<void>;
  readonly newId: () => string;
}

/** An element that shows a cast; each mould has a class of its own under it, with its setting. */
class CastElement extends HTMLElement {
  static readonly setting: Setting;
  #given: JsonObject = {};
  #tree: ShadowRoot | undefined;
  #root: HTMLElement | undefined;
  #ownStyle: HTMLStyleElement | undefined;
  #cast: Cast | undefined;
  #isDue = false;

  get #setting(): Setting {
    return (this.constructor as typeof CastElement).setting;
  }

  /** All values that were given, by field. */
  get values(): JsonObject {
    return this.#given;
  }

  set values(given: JsonObject) {
    this.#given = { ...given };
    this.#soon();
  }

  /** The value of a field, given or by default. */
  valueAt(path: string): Json | undefined {
    return this.#given[path] ?? this.#setting.defaults[path];
  }

  connectedCallback(): void {
    // What was set before the element was defined is on the instance, and hides its properties.
    const own = this as unknown as Record<string, Json>;
    const { fields } = this.#setting.parts;
    for (const name of ['values', ...fields.flatMap(({ property }) => property ?? [])]) {
      if (!Object.hasOwn(this, name)) continue;
      const value = own[name] as Json;
      delete own[name];
      own[name] = value;
    }
    this.#soon();
    if (this.#root) reportMove();
  }

  disconnectedCallback(): void {
    if (this.#root) reportMove();
  }

  attributeChangedCallback(name: string, _: string | null, typed: string | null): void {
    if (name === 'values') {
      for (const [path, value] of Object.entries(parsed(typed ?? '{}'))) this.take(path, value);
      return;
    }
    const { parts, fieldAt } = this.#setting;
    const { path = '' } = parts.fields.find(({ attribute }) => attribute === name) ?? {};
    const field = fieldAt(path);
    if (field) this.take(path, typed === null ? undefined : read(field, typed));
  }

  /** @param value undefined for the default */
  take(path: string, value: Json | undefined): void {
    const steps = path.split('.');
    const [name = ''] = steps;
    if (value === undefined && steps.length === 1) {
      const { [name]: _, ...others } = this.#given;
      this.#given = others;
    } else {
      const before = isJsonObject(this.#given[name]) || steps.length === 1 ? {} : { [name]: {} };
      const now = value === undefined ? (this.#setting.fieldAt(path)?.default ?? null) : value;
      this.#given = put({ ...this.#given, ...before }, steps, now);
    }
    this.#soon();
  }

  /** Shows what was given once all that is set at one time has been. */
  #soon(): void {
    if (this.#isDue || !this.isConnected) return;
    this.#isDue = true;
    queueMicrotask(() => {
      this.#isDue = false;
      if (this.isConnected) this.#show();
    });
  }

  #show(): void {
    const { parts, caster, newId } = this.#setting;
    const before = this.#cast;
    const id = before?.id ?? newId();
    const file = { id, values: this.#given, slots: this.#slots() };
    const { look, assets, base } = parts;
    const assetAt = (_: string, path: string) => assets[path] ?? new URL(path, base).href;
    const next = caster.cast(file, { sealed: true, look, assetAt });
    this.#cast = next;
    if (next.findings.length > 0) {
      this.dispatchEvent(new CustomEvent('km-problems', { detail: next.findings }));
    }
    const isSame =
      next.markup === before?.markup &&
      next.scriptData === before.scriptData &&
      next.light === before.light;
    if (isSame && this.#ownStyle) this.#ownStyle.textContent = next.castStyle;
    else void this.#start(next, this.#put(next), before === undefined);
  }

  /** Content of the page's own that is meant for a slot is handed on to that. */
  #slots() {
    const isFilled = (name: string) => [...this.children].some(({ slot }) => slot === name);
    return Object.fromEntries(
      this.#setting.parts.mould.slots
        .filter(isFilled)
        .map((name) => [name, [{ markup: `<slot name="${name}"></slot>` }]]),
    );
  }

  #put(next: Cast): HTMLElement {
    this.#tree ??= this.attachShadow({ mode: 'open' });
    const box = document.createElement('template');
    box.innerHTML = placedMarkup({ ...next, castStyle: '' });
    const fresh = box.content.firstElementChild as HTMLElement;
    const inner = fresh.querySelector<HTMLTemplateElement>(':scope > template');
    const shadow = fresh.attachShadow({ mode: 'open' });
    if (inner) shadow.append(inner.content);
    inner?.remove();
    this.#ownStyle = styleOf(next.castStyle);
    shadow.append(this.#ownStyle);
    const isAgain = this.#root !== undefined;
    this.#root = fresh;
    const host = styleOf(':host { display: block } :host([hidden]) { display: none }');
    this.#tree.replaceChildren(host, fresh);
    if (isAgain) reportMove();
    inPage('data-page', next.mould, next.pageStyle);
    inPage('data-first', next.id, next.firstState);
    return fresh;
  }

  async #start(next: Cast, at: HTMLElement, isFirst: boolean): Promise<void> {
    const { prepare, parts } = this.#setting;
    // Content is there when the first code of the page has run.
    await undefined;
    if (at !== this.#root) return;
    await prepare();
    if (at !== this.#root) return;
    if (next.fillsSlots) parts.slots?.(at);
    if (next.script) await registryOf(parts.key).cast?.(next.id, next.scriptValues, [at]);
    this.dispatchEvent(new Event(isFirst ? 'km-ready' : 'km-restart', { bubbles: true }));
  }
}

function settingOf(parts: ElementParts): Setting {
  const { mould, code, loads, base } = parts;
  const source = { value: mould.fields, findings: [], placeOf: () => ({}) as never };
  const { root } = readFields(mould.fields, source);
  const byPath = new Map(fieldsBelow(root).map((field) => [field.path, field]));
  let count = 0;
  return {
    parts,
    caster: makeCaster(readyAgain(mould, root)),
    defaults: root.default as JsonObject,
    fieldAt: (path) => byPath.get(path),
    newId: () => {
      count += 1;
      return `${mould.name.slice(0, 60)}-${count}`;
    },
    prepare: memoize(async () => {
      loadSheets(loads);
      for (const run of code) run();
      for (const file of loads.scripts) await loadScript(new URL(file, base).href);
    }),
  };
}

/** Gives what a module with an element exports. */
export function elementOf(parts: ElementParts): {
  readonly MouldElement: typeof HTMLElement;
  define(tagName: string): void;
} {
  const { fields, tools } = parts;
  useTools({ ...tools, isOfCssType, isSelector });
  class MouldElement extends CastElement {
    static override readonly setting = settingOf(parts);
    static readonly observedAttributes = ['values', ...fields.map(({ attribute }) => attribute)];
  }
  for (const { path, property } of fields) {
    if (property === undefined) continue;
    Object.defineProperty(MouldElement.prototype, property, {
      configurable: true,
      enumerable: true,
      get(this: MouldElement) {
        return this.valueAt(path);
      },
      set(this: MouldElement, value: Json | undefined) {
        this.take(path, value);
      },
    });
  }
  let isDefined = false;
  return {
    MouldElement,
    /** Defines the element by a name; where that is taken already, what took it stays. */
    define(tagName: string): void {
      if (customElements.get(tagName)) return;
      // One class can have one name alone.
      customElements.define(tagName, isDefined ? class extends MouldElement {} : MouldElement);
      isDefined = true;
    },
  };
}

/** Style sheets from elsewhere. */
interface Loads {
  /** Classic scripts beside the module. */
  readonly scripts: readonly string[];
  /** Those of fonts. */
  readonly sheets: readonly string[];
  /** Style that loads sheets for the casts of one mould alone. */
  readonly styles: readonly string[];
}

/** As much of what casts of a page share as an element makes use of. */
interface Registry {
  cast?(id: string, values: unknown, all: readonly HTMLElement[]): Promise<unknown>;
}

function registryOf(version: string): Registry {
  const page = window as unknown as Record<symbol, Registry>;
  const key = Symbol.for(`keen-mould ${version}`);
  page[key] ??= {};
  return page[key];
}

/** Loads a script by its tag, under the policy of the page; the browser reports one that is missing. */
function loadScript(src: string): Promise<void> {
  return new Promise((done) => {
    const script = Object.assign(document.createElement('script'), { src, async: false });
    for (const name of ['load', 'error']) script.addEventListener(name, () => done());
    document.head.append(script);
  });
}

function loadSheets({ sheets, styles }: Loads): void {
  for (const href of sheets) {
    document.head.append(
      Object.assign(document.createElement('link'), { rel: 'stylesheet', href }),
    );
  }
  document.head.append(...styles.map(styleOf));
}

/**
 * What watches for casts that come and go hears of the document alone, and not of what is moved in
 * shadow trees: so something is moved in the document.
 */
function reportMove(): void {
  const nothing = document.createComment('');
  document.head.append(nothing);
  nothing.remove();
}

function styleOf(text: string): HTMLStyleElement {
  return Object.assign(document.createElement('style'), { textContent: text });
}

/** Puts style into the page itself, once for whom it is; '' is nothing to put. */
function inPage(mark: string, name: string, text: string): void {
  if (text === '' || document.head.querySelector(`style[${mark}="${name}"]`)) return;
  const style = styleOf(text);
  style.setAttribute(mark, name);
  document.head.append(style);
}

/** Values as JSON, for what no attribute of its own can say; nothing where that is none. */
function parsed(typed: string): JsonObject {
  const value = readJson(typed) ?? null;
  return isJsonObject(value) ? value : {};
}

/** What is typed in an attribute, as a value of its field; a switch is on by being there. */
function read({ kind, declared }: Field, typed: string): Json {
  if (kind.isFlag) return typed !== 'false';
  return kind.read(typed, declared) ?? typed;
}
