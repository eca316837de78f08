import type { Cast } from '../compile/cast.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { type CodePieces, codePieces } from './code-pieces.ts';
import type { Delivery, Finish, Parts, Runtime } from './delivery.ts';
import { toDocument } from './document.ts';
import { finishedPieces } from './finished-pieces.ts';
import type { Form, FormSource, Kit, StyleAt } from './form.ts';
import { usualKit, usualRuntime } from './usual.ts';

/** How casts are written, whatever the form. */
export interface WritingOptions {
  /** Also as a whole HTML document, to look at or to put into a frame. */
  readonly document?: boolean;
  /** The code that ships to pages; by default the one of this version. */
  readonly runtime?: Runtime | undefined;
  /**
   * The code that casts elsewhere, for `element` and `module`; there by default in Node.js and with
   * `keen-mould/server`, in browsers once `keen-mould/kit` was imported.
   */
  readonly kit?: Kit | undefined;
  /** Casts that stand before on the same page, whose shared style and code are there already. */
  readonly before?: readonly Cast[];
  /** The height of a `frame` in px; by default it follows what is in it. */
  readonly height?: number | undefined;
  /** Where `placed` puts style; by default in the head. */
  readonly style?: StyleAt | undefined;
  /** The nonce of a content security policy, for each style and script (CSP 3). */
  readonly nonce?: string | undefined;
  /** What is done to style and scripts last. */
  readonly finish?: Finish | undefined;
}

/**
 * Writes casts in one form.
 *
 * @throws Refusal when the nonce is none, or the form takes what was not given
 */
export function writeForm(
  form: Form,
  name: string,
  casts: readonly Cast[],
  options: WritingOptions,
): Delivery {
  const {
    document,
    runtime = usualRuntime,
    kit = usualKit(),
    before,
    style = 'head',
    nonce = '',
    finish = {},
    height,
  } = options;
  const [first] = casts;
  if (!/^[\w+/-]*={0,2}$/.test(nonce)) {
    throw new Refusal(finding('cast/bad-nonce', { nonce }));
  }
  const done = (pieces: CodePieces) => finishedPieces(pieces, { finish, nonce });
  const title = first?.title ?? '';
  if (height !== undefined && !(Number.isInteger(height) && height > 0 && height < 100_000)) {
    const why = 'must be a whole number of px';
    throw new Refusal(finding('call/argument', { what: 'The height', why }));
  }
  const source: FormSource = {
    title,
    name: first?.mould ?? '',
    style,
    writing: { nonce },
    casts,
    runtime,
    kit,
    finish,
    pieces: done(codePieces(casts, runtime, { before, isAlone: form.isAlone })),
    opened: casts.length === 1 && first ? openedOf(first, runtime, done) : undefined,
    height,
  };
  const parts = form.write(source);
  const whole = document ? { document: documentOf(parts, title, nonce) } : {};
  const text = Object.values(parts).join('\n');
  const used = new Set(casts.flatMap(({ assets }) => assets.filter((one) => text.includes(one))));
  const beside = used.size > 0 ? [finding('cast/assets-beside', { count: used.size })] : [];
  const libraries = new Map(
    casts.flatMap((cast) => cast.libraries.map((one) => [JSON.stringify(one), one])),
  );
  return {
    id: first?.id ?? '',
    form: name,
    parts: { ...parts, ...whole },
    libraries: [...libraries.values()],
    findings: [
      ...casts.flatMap(({ findings }) => findings),
      ...beside,
      ...(form.findings?.(source) ?? []),
    ],
  };
}

/** What stands before and after content that is put into the first slot by hand. */
function openedOf(
  cast: Cast,
  runtime: Runtime,
  done: (pieces: CodePieces) => CodePieces,
): FormSource['opened'] {
  const opened = cast.opened?.();
  if (!opened) return undefined;
  const pieces = done(codePieces([{ ...cast, ...opened }], runtime));
  const [open = '', close = ''] = (pieces.markups[0] ?? '').split(opened.mark);
  return { pieces, open: open.trimEnd(), close: close.trimStart() };
}

/** The parts in a page of their own, each where it belongs. */
function documentOf(parts: Parts, title: string, nonce: string): string {
  const { html = '', css = '', js = '', head = '', bodyEnd = '' } = parts;
  if (parts.document !== undefined) return parts.document;
  const own = nonce === '' ? '' : ` nonce="${nonce}"`;
  const style =
    css === '' ? '' : `<style${own}>\n${css.replace(/<(?=\/style)/gi, '<\\')}</style>\n`;
  const script = js === '' ? '' : `<script${own}>\n${js}</script>\n`;
  return toDocument(`${style}${html}${bodyEnd}${script}`, { title, head, nonce });
}
