import { finding } from '../../problem/finding.ts';
import type { PlanOf } from '../write/plan.ts';
import type { Binder } from './binder.ts';
import { planCondition } from './condition.ts';
import type { Attribute } from './markup.ts';

/** Names of classes as they can stand in any attribute. */
const classes = /^[^\s"'<>&{}~;=]+(?:\s+[^\s"'<>&{}~;=]+)*$/;

/** Reads `km-class`: classes, each with its condition. */
export function planClasses(
  binder: Binder,
  { value }: Attribute,
  loops: readonly string[],
): PlanOf<'classes'>['more'] {
  const whole = binder.source.slice(value.start, value.end);
  const planned: PlanOf<'classes'>['more'][number][] = [];
  let offset = value.start;
  for (const entry of whole.split(';')) {
    const from = offset;
    offset += entry.length + 1;
    if (entry.trim() === '') continue;
    // A class of its own may hold a colon, so the one that counts has a blank after it.
    const [, condition = '', names = ''] =
      /^(.*?):\s+(.*)$/s.exec(entry) ?? /^([^:]*):(.*)$/s.exec(entry) ?? [];
    if (!classes.test(names.trim())) {
      const place = binder.lines.placeAt(from);
      binder.report(finding('template/bad-class', { entry: entry.trim() }, place));
      continue;
    }
    const holds = planCondition(binder, condition.trim(), loops, from);
    if (holds) planned.push({ if: holds, words: names.trim().replace(/\s+/g, ' ') });
  }
  return planned;
}
