import type { Cast } from '../compile/cast.ts';
import { finding } from '../problem/finding.ts';
import { codePieces } from './code-pieces.ts';
import type { Delivery, Parts, Runtime } from './delivery.ts';
import { toDocument } from './document.ts';
import { type FormName, forms } from './forms.ts';

export interface DeliveryOptions {
  readonly form: FormName;
  /** Also as a whole HTML document, to look at or to put into a frame. */
  readonly document?: boolean;
  readonly runtime: Runtime;
  /** Casts that stand before it on the same page, whose shared style and code are there already. */
  readonly before?: readonly Cast[];
}

/**
 * Puts a cast into the form that a host takes. The same cast gives the same bytes.
 *
 * @example
 * const { parts } = deliver(compiled.cast({ values }), { form: 'block', runtime });
 */
export function deliver(
  cast: Cast,
  { form, document, runtime, before }: DeliveryOptions,
): Delivery {
  const source = { cast, pieces: codePieces(cast, runtime, before) };
  const parts = forms[form].write(source);
  const { html = '' } = parts;
  const whole = document ? { document: documentOf(parts, cast.title) } : {};
  const count = cast.assets.filter((path) => html.includes(path)).length;
  const beside = count > 0 ? [finding('cast/assets-beside', { count })] : [];
  return {
    id: cast.id,
    form,
    parts: { ...parts, ...whole },
    libraries: cast.libraries,
    findings: [...cast.findings, ...beside],
  };
}

/** The parts in a page of their own, each where it belongs. */
function documentOf(parts: Parts, title: string): string {
  const { html = '', css = '', js = '', head = '', bodyEnd = '' } = parts;
  if (parts.document !== undefined) return parts.document;
  const style = css === '' ? '' : `<style>\n${css.replace(/<(?=\/style)/gi, '<\\')}</style>\n`;
  const script = js === '' ? '' : `<script>\n${js}</script>\n`;
  return toDocument(`${style}${html}${bodyEnd}${script}`, { title, head });
}
