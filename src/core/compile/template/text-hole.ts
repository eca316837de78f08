import type { Json } from '../../model/json-source.ts';
import { asText, type Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import { finding } from '../../problem/finding.ts';
import { closedMarkup } from '../closed-markup.ts';
import { type Binder, kindNameRead, refer, reportNoText } from './binder.ts';
import type { Hole } from './hole.ts';
import type { Element } from './markup.ts';
import { roomIn } from './room.ts';
import { readerOf, type Write } from './scope.ts';
import { toHtmlText } from './sink.ts';

/** A hole that names a path. */
export type Binding = Extract<Hole, { is: 'binding' }>;

/** Compiles a binding between tags: the value's characters, escaped, or its own markup. */
export function compileTextHole(
  binder: Binder,
  hole: Binding,
  loops: readonly string[],
  around: Element | undefined,
): Write | undefined {
  const reference = refer(binder, hole.path, loops, hole.start);
  if (!reference) return undefined;
  const room = roomIn(around);
  if (room === 'none') {
    const where = `<${around?.name}> outside of what it is made of`;
    const mend = 'Put it into a cell, an option or a caption.';
    const data = { where, mend };
    binder.report(finding('template/no-value-here', data, binder.lines.placeAt(hole.start)));
    return undefined;
  }
  const kindName = kindNameRead(reference);
  const kind: Kind = kinds[kindName];
  // In <pre> lines end where they end, and need no <br>.
  const isSet = kindName === 'multiline' && around?.name === 'pre';
  const write = room === 'plain' || isSet ? undefined : markupOf(kind, room);
  if (write) {
    if (kindName === 'markup' && room === 'phrasing') {
      const where = `<${around?.name}> as markup of the host`;
      const mend = 'Put it into a <div>, which holds any markup.';
      const place = binder.lines.placeAt(hole.start);
      binder.report(finding('template/no-value-here', { where, mend }, place));
      return undefined;
    }
    const read = readerOf(reference);
    return (scope) => {
      const value = read(scope);
      return kind.isEmpty(value) ? '' : write(value);
    };
  }
  const { text } = kind;
  if (!text || kindName === 'switch') {
    reportNoText(binder, reference, hole.start);
    return undefined;
  }
  const read = readerOf(reference);
  if (text === asText) {
    return (scope) => {
      const value = read(scope);
      if (typeof value === 'string') return toHtmlText(value);
      return value === null ? '' : toHtmlText(asText(value));
    };
  }
  return (scope) => {
    const value = read(scope);
    return value === null ? '' : toHtmlText(text(value));
  };
}

function markupOf({ html }: Kind, room: 'flow' | 'phrasing' | 'label') {
  if (!html) return undefined;
  if (html === kinds.markup.html) return (value: Json) => closedMarkup(String(value));
  return (value: Json) => html(value, room);
}
