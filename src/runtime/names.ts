import type { Confinement } from './registry.ts';

/** Elements by the names of form fields. */
export function names({ all, doc }: Confinement): void {
  doc.getElementsByName = (name: string) => all(`[name="${CSS.escape(name)}"]`);
}
