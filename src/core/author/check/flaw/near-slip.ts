import { nearestName } from '../../../problem/nearest-name.ts';

/** How many letters a hand gets wrong in one name. */
const mostSlips = 2;

/** The name that was probably meant, unless the two are names apart on purpose. */
export function nearSlip(name: string, names: readonly string[]): string | undefined {
  const near = nearestName(name, names, mostSlips);
  return near === undefined || isApart(name, near) ? undefined : near;
}

/** Names of utilities, which differ in little on purpose: `py-4`, `px-5`, `mt-md`, `text-lg`. */
const utility =
  /^-?(?:[a-z]{1,2}|[mp][trblxyse]|gap|text|col|row|bg|flex|grid|order|w|h)-(?:\d+|auto|none|xs|sm|md|lg|xl|[2-9]xl)$/i;

/** True for `car-1` and `car-2`, `card--a` and `card--b`, `tab` and `js-tab`: two names. */
function isApart(a: string, b: string): boolean {
  if (utility.test(a) && utility.test(b)) return true;
  if (/\d/.test(a + b)) return a.replace(/\d+/g, '') === b.replace(/\d+/g, '');
  const [partsA, partsB] = [a, b].map((name) => name.split(/[-_]+/)) as [string[], string[]];
  if (partsA.length !== partsB.length) {
    const [few, many] = partsA.length < partsB.length ? [partsA, partsB] : [partsB, partsA];
    return few.every((part) => many.includes(part));
  }
  const differing = partsA.filter((part, index) => part !== partsB[index]);
  const other = partsB.filter((part, index) => part !== partsA[index]);
  return partsA.length > 1 && Math.min(differing[0]?.length ?? 0, other[0]?.length ?? 0) <= 2;
}
