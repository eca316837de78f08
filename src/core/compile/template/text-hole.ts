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
    const where = `<${around?.name}> outside its cells, options or caption`;
    const hint = 'Put it into a cell, an option or a caption.';
    const data = { where, hint };
    binder.report(finding('template/no-value-here', data, binder.lines.placeAt(hole.start)));
    return undefined;
  }
  const kind: Kind = kinds[kindNameRead(reference)];
  // In <pre> lines end where they end, and need no <br>.
  const isSet = kind.hasLines && around?.name === 'pre';
  if (room !== 'plain' && !isSet && kind.html) {
    if (kind.isHostMarkup && room === 'phrasing') {
      const where = `<${around?.name}> as host markup`;
      const hint = 'Put it into a <div>, which holds any markup.';
      const place = binder.lines.placeAt(hole.start);
      binder.report(finding('template/no-value-here', { where, hint }, place));
      return undefined;
    }
    return { is: 'html', of: valueRead(reference), room };
  }
  if (!kind.text || kind.isFlag) {
    reportNoText(binder, reference, hole.start);
    return undefined;
  }
  return { is: 'text', of: valueRead(reference) };
}
