import type { Cast } from '../../compile/cast.ts';
import { toHtmlText, toScriptData } from '../../compile/template/sink.ts';
import type { Library } from '../../model/mould.ts';
import type { Parts, Runtime } from '../delivery.ts';

/** One box of code: style, markup and script in one piece, to paste where the widget should be. */
export function toBlock(cast: Cast, runtime: Runtime): Parts {
  const pieces = [
    `<!-- ${cast.mould} ${cast.version}, cast ${cast.id} -->`,
    ...cast.libraries.flatMap(styleLink),
    ...styleElement(cast),
    cast.markup.trim(),
    ...cast.libraries.flatMap(scriptLink),
    ...scriptElement(cast, runtime),
  ];
  return { html: `${pieces.join('\n')}\n` };
}

function styleLink({ style }: Library): string[] {
  return style ? [`<link rel="stylesheet" href="${toHtmlText(style)}">`] : [];
}

function scriptLink({ script }: Library): string[] {
  return script ? [`<script src="${toHtmlText(script)}"></script>`] : [];
}

function styleElement({ mouldStyle, castStyle }: Cast): string[] {
  const style = [mouldStyle, castStyle].filter((part) => part !== '').join('\n\n');
  // `<\/style` reads the same in strings and comments, and does not end the element.
  return style === '' ? [] : [`<style>\n${style.replace(/<(?=\/style)/gi, '<\\')}\n</style>`];
}

function scriptElement(cast: Cast, runtime: Runtime): string[] {
  if (cast.script === undefined) return [];
  const values = cast.scriptNeedsValues ? toScriptData(cast.values) : '{}';
  return [`<script>\n${runtime.start}("${cast.id}", ${values}, ${cast.script});\n</script>`];
}
