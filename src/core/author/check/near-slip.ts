import { nearestName } from '../../problem/nearest-name.ts';

/** The name that was probably meant, unless the two are variants of one thing on purpose. */
export function nearSlip(name: string, names: readonly string[]): string | undefined {
  const near = nearestName(name, names);
  return near === undefined || isSibling(name, near) ? undefined : near;
}

/** True for `car-1` and `car-2`, `card--a` and `card--b`: two names, not one and its slip. */
function isSibling(a: string, b: string): boolean {
  if (/\d/.test(a + b)) return a.replace(/\d+/g, '') === b.replace(/\d+/g, '');
  const [, stemA = '', endA = a] = /^(.*[-_])([^-_]+)$/.exec(a) ?? [];
  const [, stemB = '', endB = b] = /^(.*[-_])([^-_]+)$/.exec(b) ?? [];
  return stemA !== '' && stemA === stemB && Math.min(endA.length, endB.length) <= 3;
}
