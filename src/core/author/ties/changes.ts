import type { NamedField } from '../spots/names/named.ts';
import type { Change } from './render.ts';

/** The changes that bind a field, its rows' fields among them. */
export function changesOf(field: NamedField): Change[] {
  const paths = new Map<string, string>();
  for (const one of withItems(field)) {
    paths.set(one.proposal.slot, one.path);
    for (const slot of one.proposal.joined ?? []) paths.set(slot, one.path);
  }
  const of = (slot: string) => paths.get(slot) ?? '';
  return withItems(field).flatMap((one) =>
    one.proposal.drafts.map((draft): Change => {
      const text = draft.text(one, of);
      const parts = typeof text === 'string' ? (text === '' ? [] : [text]) : text;
      return { in: draft.in, start: draft.start, end: draft.end, parts };
    }),
  );
}

/** A field and the fields of its rows, itself first. */
export function withItems(field: NamedField): NamedField[] {
  return [field, ...field.items.flatMap(withItems)];
}
