import { importSnippet } from './author/snippet/import-snippet.ts';
import type { SnippetPiece } from './author/snippet/split-piece.ts';
import { compileMould } from './compile/compile-mould.ts';
import { type DeliveryOptions, deliver } from './deliver/deliver.ts';
import type { Delivery } from './deliver/delivery.ts';
import type { CastFile } from './model/cast-file.ts';
import type { Mould } from './model/mould.ts';

/**
 * The whole path: snippet → mould → fields and bindings → cast → delivery.
 *
 * @param author declares fields and binds them; gives the mould back unchanged for none
 * @returns the delivery, with the findings of every step in its own
 * @throws Refusal when a step cannot be carried out
 *
 * @example
 * const { parts } = snippetToDelivery('<p>Depot Gate</p>', (mould) => mould, {}, {
 *   form: 'block',
 * });
 */
export function snippetToDelivery(
  pieces: string | readonly SnippetPiece[],
  author: (mould: Mould) => Mould,
  castFile: CastFile,
  options: DeliveryOptions,
): Delivery {
  const { mould, findings } = importSnippet(pieces);
  const compiled = compileMould(author(mould));
  const cast = compiled.cast(castFile);
  const delivery = deliver(cast, options);
  return { ...delivery, findings: [...findings, ...compiled.findings, ...delivery.findings] };
}
