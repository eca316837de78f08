import type { Cast } from '../core/compile/cast.ts';
import type { CastOptions, CompiledMould } from '../core/compile/compile-mould.ts';
import { deliver } from '../core/deliver/deliver.ts';
import type { Runtime } from '../core/deliver/delivery.ts';
import type { CastFile } from '../core/model/cast-file.ts';
import type { JsonObject } from '../core/model/json-source.ts';

export interface PlaceOptions extends CastOptions {
  /** The code that ships to pages; see `keen-mould/runtime`. */
  readonly runtime: Runtime;
}

/** A cast on this page, and what can be done with it. */
export interface PlacedCast {
  /** The element that carries `data-cast`; another one after the cast has started afresh. */
  readonly root: HTMLElement;
  /** The cast as it is now, with the findings of its values. */
  readonly cast: Cast;
  /**
   * Gives fields other values. Those that only style makes use of apply at once; for others the
   * cast starts afresh, and its new root says so by the event `km-restart`, which bubbles.
   *
   * @param values by field; what is not named stays as it is
   */
  change(values: JsonObject): Promise<'nothing' | 'style' | 'restart'>;
  /** Takes the cast and its own style out of the page; what it left running stops. */
  remove(): void;
}

/** Casts that a document has been given, whose shared code it holds. */
const placedOn = new WeakMap<Document, Cast[]>();

/**
 * Puts a cast into this page and keeps its values open to change.
 *
 * @param spot what it is put into, after what is there
 * @throws Refusal when the mould is not sound or the cast is of another mould
 *
 * @example
 * const placed = await placeCast(spot, compileMould(mould), { values }, { runtime });
 * await placed.change({ accent: '#2f5d50' });
 */
export async function placeCast(
  spot: Element,
  compiled: CompiledMould,
  file: CastFile,
  { runtime, ...options }: PlaceOptions,
): Promise<PlacedCast> {
  const page = spot.ownerDocument;
  let values: JsonObject = { ...file.values };
  let cast = compiled.cast(file, options);
  const { id } = cast;
  const ownStyle = page.createElement('style');
  let root = await put((fresh) => spot.append(fresh));

  /** Brings what the page has not got yet, then the root, then what makes it work. */
  async function put(place: (root: HTMLElement) => void): Promise<HTMLElement> {
    const before = placedOn.get(page) ?? [];
    placedOn.set(page, [...before, cast]);
    ownStyle.textContent = cast.castStyle;
    const { parts } = deliver({ ...cast, castStyle: '' }, { form: 'block', runtime, before });
    const box = page.createElement('template');
    box.innerHTML = parts.html ?? '';
    const content = [...box.content.children];
    const fresh = content.find((one) => one.getAttribute('data-cast') === id) as HTMLElement;
    page.head.append(...content.filter((one) => /^(?:STYLE|LINK)$/.test(one.tagName)));
    const shadow = openShadow(fresh);
    (shadow ?? page.head).append(ownStyle);
    place(fresh);
    for (const one of content) if (one instanceof HTMLScriptElement) await run(one);
    return fresh;
  }

  return {
    get root() {
      return root;
    },
    get cast() {
      return cast;
    },
    async change(changed) {
      values = { ...values, ...changed };
      const next = compiled.cast({ ...file, id, values }, options);
      const isSame = next.markup === cast.markup && next.told === cast.told;
      const isSameStyle = next.castStyle === cast.castStyle;
      cast = next;
      if (isSame && isSameStyle) return 'nothing';
      if (isSame) {
        ownStyle.textContent = next.castStyle;
        return 'style';
      }
      root = await put((fresh) => root.replaceWith(fresh));
      root.dispatchEvent(new CustomEvent('km-restart', { bubbles: true, detail: { id } }));
      return 'restart';
    },
    remove() {
      root.remove();
      ownStyle.remove();
    },
  };
}

/** Only the parser of a whole page makes shadow roots of its own accord. */
function openShadow(root: HTMLElement): ShadowRoot | undefined {
  const template = root.querySelector<HTMLTemplateElement>(':scope > template[shadowrootmode]');
  if (!template) return undefined;
  const shadow = root.attachShadow({ mode: 'open' });
  shadow.append(template.content);
  template.remove();
  return shadow;
}

/** A script that came as text is not run; one that is made anew is. */
async function run(script: HTMLScriptElement): Promise<void> {
  const fresh = document.createElement('script');
  for (const { name, value } of script.attributes) fresh.setAttribute(name, value);
  fresh.textContent = script.textContent;
  const isLoaded = fresh.src
    ? new Promise((resolve) => {
        fresh.addEventListener('load', resolve);
        fresh.addEventListener('error', resolve);
      })
    : undefined;
  document.head.append(fresh);
  await isLoaded;
  fresh.remove();
}
