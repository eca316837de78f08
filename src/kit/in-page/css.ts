import type { CssTools } from '../tools.ts';

/** A property that takes a type of CSS, and how its values begin where it takes others too. */
const properties: readonly (readonly [type: RegExp, property: string, only?: RegExp])[] = [
  [/^<color>$/, 'color'],
  [/^<length-percentage>$/, 'text-indent', /^(?:[-+.\d]|\w+\()/],
  [/^<time/, 'transition-duration', /^(?:[+.\d]|\w+\()[^,]*$/],
  [/^<inset\(\)>/, 'clip-path', /^(?:inset|polygon|xywh|rect|circle|ellipse)\(/i],
  [/^<position>$/, 'object-position'],
  [/\bbolder\b/, 'font-weight'],
  [/^normal \| <number \[0/, 'line-height'],
];

/** What these stand for nobody can know before (CSS Values 5, 7). */
const standIns = /\b(?:var|env|attr|if|inherit)\(|--/i;
const ofAll = /^(?:inherit|initial|unset|revert|revert-layer)$/i;

/** Asks the page itself, which knows more than any list. */
export const isOfCssType: CssTools['isOfCssType'] = (type, value) => {
  const text = value.trim();
  const [, property, only] = properties.find(([of]) => of.test(type)) ?? [];
  const isPlain = /^[\w\s#%.,()+*/-]+$/.test(value) && !value.includes('/*');
  if (!property || !isPlain || ofAll.test(text) || standIns.test(value)) return false;
  return (only?.test(text) ?? true) && CSS.supports(property, text);
};
