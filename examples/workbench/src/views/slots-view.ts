import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import { contentTitle, type OpenSlot, openSlots, withContents } from '../slots.ts';

/** What stands in the slots of the widget: others that are on the rack. */
export function slotsView(bench: Bench) {
  const slots = openSlots(bench.work, bench.screen.rack);
  return slots.length === 0
    ? nothing
    : html`<section class="kept" aria-labelledby="slots-title">
        <h3 id="slots-title">Widgets inside</h3>
        ${slots.map((one) => slotView(bench, one))}
      </section>`;
}

function slotView(bench: Bench, { name, title, contents, moulds, isFull }: OpenSlot) {
  const { rack } = bench.screen;
  const hold = (now: typeof contents, said: string) =>
    bench.change({ slots: withContents(bench.work.slots, name, now) }, '', said);
  const put = (event: Event) => {
    event.preventDefault();
    const mould = String(new FormData(event.target as HTMLFormElement).get('mould'));
    const one = { mould, values: {} };
    hold([...contents, one], `${contentTitle(one, rack)} was put into ${title}.`);
  };
  return html`<h4>${title}</h4>
    ${
      contents.length > 0
        ? html`<ul class="tags">${contents.map((one, at) => {
            const called = contentTitle(one, rack);
            return html`<li>${called} <button class="icon" aria-label="Take ${called} ${at + 1} out of ${title}"
              @click=${() => hold(contents.toSpliced(at, 1), `${called} was taken out of ${title}.`)}>✕</button></li>`;
          })}</ul>`
        : nothing
    }
    ${
      isFull
        ? html`<p class="soft">${title} is full.</p>`
        : moulds.length === 0
          ? html`<p class="soft">Nothing on the rack fits in here. Add a widget to the rack first.</p>`
          : html`<form class="offer" @submit=${put}>
              <label>Widget <select name="mould">${moulds.map(
                ({ manifest }) =>
                  html`<option value=${manifest.name}>${manifest.title ?? manifest.name}</option>`,
              )}</select></label>
              <button>Put in</button>
            </form>`
    }`;
}
