import { html, nothing } from 'lit';
import { unsafeSVG } from 'lit/directives/unsafe-svg.js';
import { isJsonObject, type Json, type JsonObject } from '../../../core/model/json-source.ts';
import { cleanSvg } from '../../../core/model/kinds/html/clean-svg.ts';
import { isSafePicture } from '../../../core/model/safe-address.ts';
import { styled } from '../../styled.ts';
import type { ControlView, FormParts, Place } from '../control.ts';
import { acceptedFiles } from '../take-file.ts';
import { iconOffers } from './icon-offers.ts';
import { memberFields } from './member-fields.ts';

/** A file: shown, dropped or chosen, and described by its members. */
export const file: ControlView = (place, form) => {
  const { field, steps } = place;
  const value = form.complete(steps);
  const given = isJsonObject(value) ? value : {};
  return html`<div class="file">
    ${zone(place, form, given)}
    ${field.kindName === 'icon' ? iconOffers(place, form, given) : nothing}
    <div class="members" data-kind=${field.kindName}>
      ${memberFields(place, form)}
    </div>
  </div>`;
};

function zone({ field, steps, id }: Place, form: FormParts, value: JsonObject) {
  const { words } = form;
  const take = (files: FileList | null | undefined) => {
    const [first] = files ?? [];
    if (first && !form.isFixed) form.take(first, steps);
  };
  const mark = (event: DragEvent, isOver: boolean) => {
    event.preventDefault();
    (event.currentTarget as HTMLElement).classList.toggle('over', isOver);
  };
  const said = form.takenAt(steps.join('.'));
  return html`<div
    class="zone"
    @dragover=${(event: DragEvent) => mark(event, true)}
    @dragleave=${(event: DragEvent) => mark(event, false)}
    @drop=${(event: DragEvent) => {
      mark(event, false);
      take(event.dataTransfer?.files);
    }}
  >
    <div class="shown">${shown(field.kindName, value, form) ?? html`<p>${words.noPreview}</p>`}</div>
    <p class="drop">
      <label class="choose"
        ><input
          id=${id}
          type="file"
          accept=${acceptedFiles[field.kindName] ?? ''}
          ?disabled=${form.isFixed}
          @click=${(event: Event) => {
            if (!form.take(undefined, steps)) event.preventDefault();
          }}
          @change=${(event: Event) => {
            const input = event.target as HTMLInputElement;
            take(input.files);
            input.value = '';
          }}
        />${words.choose}</label
      >
      ${words.dropHere}
    </p>
    <p class="said" role="status">${said === '' ? nothing : said}</p>
  </div>`;
}

function shown(kindName: string, value: JsonObject, { addressOf }: FormParts) {
  const { src, svg, poster, fit, position } = value;
  if (kindName === 'icon' && svg) return html`${unsafeSVG(cleanSvg(String(svg)) ?? '')}`;
  const address = kindName === 'media' ? poster : src;
  if (kindName === 'media' && isShowable(src)) {
    const isSound = /\.(?:mp3|ogg|wav|m4a|flac|aac)(?:[?#]|$)/i.test(String(src));
    return isSound
      ? html`<audio controls preload="none" src=${addressOf(String(src))}></audio>`
      : html`<video controls preload="none" src=${addressOf(String(src))} poster=${isShowable(poster) ? addressOf(String(poster)) : nothing}></video>`;
  }
  if (!isShowable(address)) return undefined;
  const place = {
    objectFit: String(fit ?? 'cover'),
    objectPosition: String(position || 'center'),
  };
  return html`<img src=${addressOf(String(address))} alt="" ${styled(place)} />`;
}

function isShowable(address: Json | undefined): address is string {
  return typeof address === 'string' && address !== '' && isSafePicture(address);
}
