import { toHtmlText } from '../../core/compile/template/sink.ts';

/** Markup that is known to be whole: made by the tag below, and by nothing else. */
export interface Html {
  readonly html: string;
}

type Part = Html | string | number | readonly Html[];

/** Joins markup of ours with values, which are escaped unless they are markup of ours too. */
export function html(texts: TemplateStringsArray, ...parts: readonly Part[]): Html {
  let out = texts[0] ?? '';
  for (const [index, part] of parts.entries()) out += written(part) + (texts[index + 1] ?? '');
  return { html: out };
}

/** Takes style or script of ours into a page as it is. */
export function unsafeRaw(code: string): Html {
  return { html: code };
}

function written(part: Part): string {
  if (typeof part === 'string') return toHtmlText(part);
  if (typeof part === 'number') return String(part);
  return 'html' in part ? part.html : part.map(written).join('\n');
}
