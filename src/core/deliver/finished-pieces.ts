import type { CodePieces } from './code-pieces.ts';
import type { Finish } from './delivery.ts';
import { withNonce } from './with-nonce.ts';

/** What is done to pieces before they are written. */
interface Finishing {
  readonly finish: Finish;
  /** The nonce of a content security policy; '' for none. */
  readonly nonce: string;
}

/** Style and scripts as they are to be in the end, and markup that a policy takes. */
export function finishedPieces(pieces: CodePieces, { finish, nonce }: Finishing): CodePieces {
  return nonced(finished(pieces, finish), nonce);
}

function finished(pieces: CodePieces, { style, script }: Finish): CodePieces {
  if (!style && !script) return pieces;
  const inMarkup = (markup: string) =>
    style
      ? markup.replace(
          /(<style>)([\s\S]*?)(<\/style>)/g,
          (_, open: string, css: string, close: string) => open + style(css) + close,
        )
      : markup;
  return {
    ...pieces,
    styles: style ? pieces.styles.map((one) => ({ ...one, text: style(one.text) })) : pieces.styles,
    scripts: script
      ? pieces.scripts.map((one) => ('code' in one ? { ...one, code: script(one.code) } : one))
      : pieces.scripts,
    markups: pieces.markups.map(inMarkup),
  };
}

function nonced(pieces: CodePieces, nonce: string): CodePieces {
  if (nonce === '') return pieces;
  const markups = pieces.markups.map((markup) => withNonce(markup, nonce));
  const script = markups.find((one) => one.script !== '')?.script;
  return {
    ...pieces,
    markups: markups.map(({ markup }) => markup),
    scripts: [...(script === undefined ? [] : [{ code: script }]), ...pieces.scripts],
  };
}
