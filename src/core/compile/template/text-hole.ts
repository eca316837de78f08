import type { Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import { type Binder, kindNameRead, refer, reportNoText } from './binder.ts';
import type { Hole } from './hole.ts';
import { readerOf, type Write } from './scope.ts';
import { toHtmlText } from './sink.ts';

/** A hole that names a path. */
export type Binding = Extract<Hole, { is: 'binding' }>;

/** Compiles a binding between tags: the value's characters, escaped. */
export function compileTextHole(
  binder: Binder,
  hole: Binding,
  loops: readonly string[],
): Write | undefined {
  const reference = refer(binder, hole.path, loops, hole.start);
  if (!reference) return undefined;
  const kindName = kindNameRead(reference);
  const { text }: Kind = kinds[kindName];
  if (!text || kindName === 'switch') {
    reportNoText(binder, reference, hole.start);
    return undefined;
  }
  const read = readerOf(reference);
  return (scope) => {
    const value = read(scope);
    return value === null ? '' : toHtmlText(text(value));
  };
}
