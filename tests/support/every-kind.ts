import type { Json, JsonObject } from '../../src/core/model/json-source.ts';
import type { Kind } from '../../src/core/model/kind.ts';
import { kindNames, kinds } from '../../src/core/model/kinds.ts';

/** A field of every kind, called as the kind is. */
const fields: JsonObject = Object.fromEntries(
  kindNames
    .filter((name) => !/^(?:group|list|note|markup|choice)$/.test(name))
    .map((name) => [name, { kind: name }]),
);
export const everyKind: JsonObject = {
  ...fields,
  level: { enum: ['h2', 'h3'], default: 'h2' },
  group: { type: 'object', properties: { inner: { type: 'string' } } },
  rows: {
    type: 'array',
    items: { type: 'object', properties: { text: { type: 'string' }, tint: { kind: 'color' } } },
  },
};

/** Every place that takes a value. */
export const everyPlace = `<section class="piece {~text~}" title="{~text~}" aria-label='{~multiline~}' data-json='{"x":"{~text~}"}' data-date="{~date~}">
  <h2 km-as="level">{~text~}</h2>
  <p class="text">{~text~}</p><p class="lines">{~multiline~}</p><p id="i-{~text~}">{~richtext~}</p>
  <div class="rich">{~richtext~}</div><button type="button">{~richtext~}</button>
  <textarea rows="2">{~text~}</textarea><span>{~icon~}</span><i class="{~icon.class~}">{~date~} {~number~}</i>
  <a href="{~link~}">{~link~}</a> <a href="/x?q={~text~}">x</a> <a class="shell" km-shell="link" href="{~link.href~}" rel="{~link.rel~}">y</a>
  <a href="{~group.inner~}">z</a>
  <img src="{~image~}" srcset="{~image~} 2x, {~icon.src~} 3x" alt="{~image.alt~}" width="{~image.width~}">
  <video src="{~media~}" poster="{~media.poster~}" loop="{~media.loop~}"><track src="{~media.captions~}"></video>
  <form action="{~link~}"><select><option value="{~link~}">{~text~}</option></select><input value="{~text~}" placeholder="{~text~}" disabled="{~switch~}"></form>
  <svg viewBox="0 0 1 1"><a href="{~link~}"><path fill="{~color~}"></path></a><text>{~text~}</text></svg>
  <b style="color: {~color~}; width: {~length~}; transition: {~duration~}; clip-path: {~shape~}">{~target~}</b>
  <script type="application/ld+json">{"name":"{~text~}","all":{~link~}}</script>
  <ul><li km-each="rows" id="{~rows.row~}" km-class="rows.text: has-text">{~rows.text~}</li></ul>
</section>`;

export const everyStyle = `.piece { color: var(--color); width: var(--length); background: var(--fill); font: var(--typeface); }
.piece::before { content: var(--text); background-image: var(--image); clip-path: var(--shape); transition: var(--duration); }
.piece li { color: var(--rows-tint); }`;

/** The payload as the value of every field, and of every member of one. */
export function filledWith(payload: string): JsonObject {
  const values = kindNames.map((name): [string, Json] => {
    const { members }: Kind = kinds[name];
    if (!members) return [name, payload];
    return [name, Object.fromEntries(Object.keys(members).map((member) => [member, payload]))];
  });
  return {
    ...Object.fromEntries(values),
    level: payload,
    group: { inner: payload, [payload]: payload },
    rows: [{ row: payload, text: payload, tint: payload }, payload],
    [payload]: payload,
  };
}
