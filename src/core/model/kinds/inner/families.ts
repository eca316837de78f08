import type { Kind } from '../../kind.ts';
import { cssKind } from '../css/css-kind.ts';
import { cssString } from '../css/css-string.ts';

/** Names that mean whatever the system has (CSS Fonts 4, 2.1.4), and what stands for no name. */
const generic =
  /^(?:serif|sans-serif|monospace|cursive|fantasy|system-ui|ui-serif|ui-sans-serif|ui-monospace|ui-rounded|math|emoji|inherit)$/i;

/** Names of font families, the first that is there wins; quoted or not. */
export const families: Kind = cssKind(
  {
    called: 'a font family list',
    control: 'line',
    isInner: true,
    schema: () => ({ type: 'string', maxLength: 300 }),
    css: (value) =>
      namesIn(String(value))
        .map((name) => (generic.test(name) ? name.toLowerCase() : cssString(name)))
        .join(', '),
  },
  '',
);

function namesIn(value: string): string[] {
  return value
    .split(',')
    .map((name) => name.trim().replace(/^(["'])(.*)\1$/, '$2'))
    .filter((name) => name !== '');
}
