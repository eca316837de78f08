import { finding } from '../../problem/finding.ts';
import type { Binder } from './binder.ts';
import { compileCondition } from './condition.ts';
import type { Attribute } from './markup.ts';
import type { Write } from './scope.ts';

/** Names of classes as they can stand in any attribute. */
const classes = /^[^\s"'<>&{}~;=]+(?:\s+[^\s"'<>&{}~;=]+)*$/;

/** Compiles `km-class`: the classes whose condition holds, each with a blank before it. */
export function compileClasses(
  binder: Binder,
  { value }: Attribute,
  loops: readonly string[],
): Write | undefined {
  const whole = binder.source.slice(value.start, value.end);
  const writers: Write[] = [];
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
    const holds = compileCondition(binder, condition.trim(), loops, from);
    const written = ` ${names.trim().replace(/\s+/g, ' ')}`;
    if (holds) writers.push((scope) => (holds(scope) ? written : ''));
  }
  return writers.length === 0
    ? undefined
    : (scope) => writers.reduce((out, write) => out + write(scope), '');
}
