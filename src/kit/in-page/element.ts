import type { Cast } from '../../core/compile/cast.ts';
import { makeCaster } from '../../core/compile/caster.ts';
import { placedMarkup } from '../../core/compile/placed-markup.ts';
import { type PortableMould, readyAgain } from '../../core/compile/portable-mould.ts';
import type { ElementField } from '../../core/deliver/element-facts.ts';
import { type Field, fieldsBelow } from '../../core/model/field.ts';
import { isJsonObject, type Json, type JsonObject } from '../../core/model/json-source.ts';
import { readJson } from '../../core/model/kind.ts';
import { readFields } from '../../core/model/read-fields.ts';
import { put } from '../../core/model/values/steps.ts';
import { type HtmlTools, useTools } from '../tools.ts';
import { isOfCssType, isSelector } from './css.ts';

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
  /** What is run before files from elsewhere are loaded, and after. */
  readonly early: readonly (() => void)[];
  /** What the page has once: parts, libraries and the mould's own code. */
  readonly code: readonly (() => void)[];
  /** Gives what stands in slots the text style around the element. */
  readonly slots: ((root: HTMLElement) => void) | undefined;
  readonly tools: Partial<HtmlTools>;
}

/** Gives what a module with an element exports. */
export function elementOf(parts: ElementParts): {
  readonly MouldElement: typeof HTMLElement;
  define(tagName: string): void;
} {
  const { mould, look, fields, assets, base, early, code, loads } = parts;
  useTools({ ...parts.tools, isOfCssType, isSelector });
  const source = { value: mould.fields, findings: [], placeOf: () => ({}) as never };
  const { root } = readFields(mould.fields, source);
  const caster = makeCaster(readyAgain(mould, root));
  const byPath = new Map(fieldsBelow(root).map((field) => [field.path, field]));
  const defaults = root.default as JsonObject;
  const assetAt = (_: string, path: string) => assets[path] ?? new URL(path, base).href;
  let count = 0;
  let prepared: Promise<void> | undefined;

  /** Once a page: what is loaded from elsewhere, then the code. */
  const prepare = (): Promise<void> => {
    if (!prepared) for (const run of early) run();
    prepared ??= loadAll(loads).then(() => {
      for (const run of code) run();
    });
    return prepared;
  };

  class MouldElement extends HTMLElement {
    static readonly observedAttributes = ['values', ...fields.map(({ attribute }) => attribute)];
    #given: JsonObject = {};
    #tree: ShadowRoot | undefined;
    #root: HTMLElement | undefined;
    #ownStyle: HTMLStyleElement | undefined;
    #cast: Cast | undefined;
    #isDue = false;

    /** All values that were given, by field. */
    get values(): JsonObject {
      return this.#given;
    }

    set values(given: JsonObject) {
      this.#given = { ...given };
      this.#soon();
    }

    connectedCallback(): void {
      // What was set before the element was defined is on the instance, and hides its properties.
      const own = this as unknown as Record<string, Json>;
      for (const name of ['values', ...fields.flatMap(({ property }) => property ?? [])]) {
        if (!Object.hasOwn(this, name)) continue;
        const value = own[name] as Json;
        delete own[name];
        own[name] = value;
      }
      this.#soon();
      if (this.#root) tellOfMove();
    }

    disconnectedCallback(): void {
      if (this.#root) tellOfMove();
    }

    attributeChangedCallback(name: string, _: string | null, typed: string | null): void {
      if (name === 'values') {
        for (const [path, value] of Object.entries(parsed(typed ?? '{}'))) this.take(path, value);
        return;
      }
      const { path = '' } = fields.find(({ attribute }) => attribute === name) ?? {};
      const field = byPath.get(path);
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
        const now = value === undefined ? (byPath.get(path)?.default ?? null) : value;
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
      const before = this.#cast;
      if (!before) count += 1;
      const id = before?.id ?? `${mould.name.slice(0, 60)}-${count}`;
      const file = { id, values: this.#given, slots: this.#slots() };
      const next = caster.cast(file, { sealed: true, look, assetAt });
      this.#cast = next;
      if (next.findings.length > 0) {
        this.dispatchEvent(new CustomEvent('km-problems', { detail: next.findings }));
      }
      const isSame =
        next.markup === before?.markup && next.told === before.told && next.light === before.light;
      if (isSame && this.#ownStyle) this.#ownStyle.textContent = next.castStyle;
      else void this.#start(next, this.#put(next), before === undefined);
    }

    /** Content of the page's own that is meant for a slot is handed on to that. */
    #slots() {
      const isFilled = (name: string) => [...this.children].some(({ slot }) => slot === name);
      return Object.fromEntries(
        mould.slots
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
      if (isAgain) tellOfMove();
      inPage('data-page', next.mould, next.pageStyle);
      inPage('data-first', next.id, next.firstState);
      return fresh;
    }

    async #start(next: Cast, at: HTMLElement, isFirst: boolean): Promise<void> {
      await prepare();
      if (at !== this.#root) return;
      if (next.fillsSlots) parts.slots?.(at);
      if (next.script) registry().cast?.(next.id, next.scriptValues, [at]);
      this.dispatchEvent(new Event(isFirst ? 'km-ready' : 'km-restart', { bubbles: true }));
    }
  }

  for (const { path, property } of fields) {
    if (property === undefined) continue;
    Object.defineProperty(MouldElement.prototype, property, {
      ...{ configurable: true, enumerable: true },
      get(this: MouldElement) {
        return this.values[path] ?? defaults[path];
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

/** Files from elsewhere that a mould needs on the page. */
interface Loads {
  readonly files: readonly { readonly src: string; readonly integrity?: string }[];
  readonly sheets: readonly string[];
  /** The address of its jQuery, if that is among the files. */
  readonly jquery?: string;
}

/** As much of what casts of a page share as an element makes use of. */
interface Registry {
  cast?(id: string, values: unknown, all: readonly HTMLElement[]): void;
  taken?: Record<string, unknown>;
}

function registry(): Registry {
  const page = window as unknown as Record<symbol, Registry>;
  const key = Symbol.for('keen-mould');
  page[key] ??= {};
  return page[key];
}

/** Loads files in order. The page's own jQuery is put back after one that a mould brings. */
async function loadAll({ files, sheets, jquery }: Loads): Promise<void> {
  for (const href of sheets) {
    document.head.append(
      Object.assign(document.createElement('link'), { rel: 'stylesheet', href }),
    );
  }
  const page = window as unknown as Record<string, unknown>;
  const { jQuery, $ } = page;
  const shared = registry();
  if (jquery !== undefined && shared.taken?.[jquery]) return;
  for (const { src, integrity } of files) {
    await new Promise((done) => {
      const script = document.createElement('script');
      if (integrity) Object.assign(script, { integrity, crossOrigin: 'anonymous' });
      document.head.append(Object.assign(script, { src, onload: done, onerror: done }));
    });
  }
  if (jquery === undefined) return;
  shared.taken = { ...shared.taken, [jquery]: page.jQuery };
  if (jQuery) Object.assign(page, { jQuery, $ });
}

/**
 * What watches for casts that come and go hears of the document alone, and not of what is moved in
 * shadow trees: so something is moved in the document.
 */
function tellOfMove(): void {
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
function read({ kind, kindName, declared }: Field, typed: string): Json {
  if (kindName === 'switch') return typed !== 'false';
  return kind.read(typed, declared) ?? typed;
}
