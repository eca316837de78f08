import { clampChroma, converter, formatHex, parse, wcagContrast } from 'culori';

const toOklch = converter('oklch');

/**
 * The colour nearest to a text colour that has enough contrast with its background: lighter or
 * darker, of the same hue (WCAG 2.2, 1.4.3).
 *
 * @param needed the contrast ratio, such as 4.5
 * @returns as `#rrggbb`; undefined where neither is a colour, or none has so much
 */
export function passingColour(
  text: string,
  background: string,
  needed: number,
): string | undefined {
  const [from, on] = [toOklch(parse(text)), parse(background)];
  if (!from || !on) return undefined;
  const at = (l: number) => formatHex(clampChroma({ ...from, l }, 'oklch'));
  const passes = (l: number) => wcagContrast(at(l), on) >= needed;
  const found = [0, 1].flatMap((end) => {
    if (!passes(end)) return [];
    let [near, far] = [from.l, end];
    for (let round = 0; round < 20; round += 1) {
      const middle = (near + far) / 2;
      if (passes(middle)) far = middle;
      else near = middle;
    }
    return [far];
  });
  const [best] = found.sort((a, b) => Math.abs(a - from.l) - Math.abs(b - from.l));
  return best === undefined ? undefined : at(best);
}
