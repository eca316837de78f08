import { noChange } from 'lit';
import { Directive, type DirectiveParameters, directive } from 'lit/directive.js';
import type { Json } from '../../core/model/json-source.ts';
import type { FormParts, Place } from './control.ts';

/** What an element that edits a kind in place of our own control is given, as properties. */
export interface OwnControl extends HTMLElement {
  value: Json;
  /** Its title, path and declaration, with all `x-…` keywords in it. */
  field: { readonly title: string; readonly path: string; readonly declared: object };
  disabled: boolean;
  invalid: boolean;
}

/**
 * An element of the embedder's as the control of a field. It says that its `value` is another by an
 * `input` or `change` event, as controls of HTML do.
 */
class OwnControlDirective extends Directive {
  private element: OwnControl | undefined;
  private place: Place | undefined;
  private form: FormParts | undefined;

  override render(name: string, place: Place, form: FormParts): unknown {
    this.place = place;
    this.form = form;
    const isNew = this.element?.localName !== name;
    const element = isNew ? this.made(name) : (this.element as OwnControl);
    const { field, steps } = place;
    const given = {
      id: place.id,
      field: { title: field.title, path: steps.join('.'), declared: field.declared },
      disabled: form.isFixed,
      invalid: place.isWrong,
      value: place.value,
    };
    Object.assign(element, given);
    if (place.describedBy === '') element.removeAttribute('aria-describedby');
    else element.setAttribute('aria-describedby', place.describedBy);
    return isNew ? element : noChange;
  }

  private made(name: string): OwnControl {
    const element = document.createElement(name) as OwnControl;
    const told = () => {
      const { place, form } = this;
      if (place && form && element.value !== place.value) form.set(place.steps, element.value);
    };
    element.addEventListener('input', told);
    element.addEventListener('change', told);
    this.element = element;
    return element;
  }
}

const own = directive(OwnControlDirective);

/** A field's control that the embedder brings. */
export function ownControl(...given: DirectiveParameters<OwnControlDirective>): unknown {
  return own(...given);
}
