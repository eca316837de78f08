import type { Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import { finding } from '../../problem/finding.ts';
import type { Plan } from '../write/plan.ts';
import { type Binder, kindNameRead, refer, reportNoText, valueRead } from './binder.ts';
import type { Hole } from './hole.ts';
import type { Element } from './markup.ts';
import { roomIn } from './room.ts';

/** A hole that names a path. */
export type Binding = Extract<Hole, { is: 'binding' }>;

/** Plans a binding between tags: the value's characters, escaped, or its own markup. */
export function planTextHole(
  binder: Binder,
  hole: Binding,
  loops: readonly string[],
  around: Element | undefined,
): Plan | undefined {
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
  if (room !== 'plain' && !isSet && kind.html) {
    if (kindName === 'markup' && room === 'phrasing') {
      const where = `<${around?.name}> as markup of the host`;
      const mend = 'Put it into a <div>, which holds any markup.';
      const place = binder.lines.placeAt(hole.start);
      binder.report(finding('template/no-value-here', { where, mend }, place));
      return undefined;
    }
    return { is: 'html', of: valueRead(reference), room };
  }
  if (!kind.text || kindName === 'switch') {
    reportNoText(binder, reference, hole.start);
    return undefined;
  }
  return { is: 'text', of: valueRead(reference) };
}
