import type { Cast } from '../core/compile/cast.ts';
import type { CastOptions } from '../core/compile/caster.ts';
import type { CompiledMould } from '../core/compile/compile-mould.ts';
import { deliver } from '../core/deliver/deliver.ts';
import type { Runtime } from '../core/deliver/delivery.ts';
import type { CastFile } from '../core/model/cast-file.ts';
import type { JsonObject } from '../core/model/json-source.ts';
import { putBlock } from './put-block.ts';

export interface PlaceOptions extends CastOptions {
  /** The code that ships to pages; by default the one of this version. */
  readonly runtime?: Runtime;
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
 * const placed = await placeCast(spot, compileMould(mould), { values });
 * await placed.change({ accent: '#2f5d50' });
 */
export async function placeCast(
  spot: Element,
  compiled: CompiledMould,
  file: CastFile,
  { runtime, ...options }: PlaceOptions = {},
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
    return putBlock(page, { id, html: parts.html ?? '', ownStyle, place });
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
      const isSame = next.markup === cast.markup && next.scriptData === cast.scriptData;
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
