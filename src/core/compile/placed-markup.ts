import type { Cast } from './cast.ts';

/** What a host's rules could do to the element that the shadow root is on. */
const border =
  'all: initial !important; display: block !important; -webkit-locale: inherit !important';

/** A cast as it stands in a page or in a slot; a sealed one in a shadow root. */
export function placedMarkup(cast: Cast): string {
  if (!cast.sealed) return cast.markup.trim();
  const { mould, id, reset, mouldStyle, castStyle, loads } = cast;
  // A sheet of the page does not reach into a shadow tree.
  const imports = loads.flatMap(({ style }) =>
    style ? [`@import url("${style.replace(/["\\\n\r\f]/g, encodeURIComponent)}");`] : [],
  );
  // The parser makes the shadow root (HTML Standard, 4.12.3).
  return [
    `<div data-mould="${mould}" data-cast="${id}" style="${border}"><template shadowrootmode="open">`,
    ...styleElement([...imports, reset, mouldStyle, castStyle]),
    cast.markup.trim(),
    `</template>${cast.light}</div>`,
  ].join('\n');
}

/** A style element of the parts that hold something, or none. */
function styleElement(parts: readonly string[]): string[] {
  const style = parts.filter((part) => part !== '').join('\n\n');
  // `<\/style` reads the same in strings and comments, and does not end the element.
  return style === '' ? [] : [`<style>\n${style.replace(/<(?=\/style)/gi, '<\\')}\n</style>`];
}
