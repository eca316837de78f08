import type { Atom } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { isBoundText } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** How far something has come: the value of a bar, a meter or a slider (HTML Standard, 4.10). */
export const measures: MarkupDetector = (element, { isWritten }) => {
  const { name, attributes } = element;
  const isRange = name === 'input' && attributes.get('type')?.text === 'range';
  if (name !== 'progress' && name !== 'meter' && !isRange) return [];
  const value = attributes.get('value');
  if (!value || isBoundText(value.text) || isWritten(element)) return [];
  if (!/^-?(?:\d+\.?\d*|\.\d+)$/.test(value.text.trim())) return [];
  const limit = (attribute: string) => {
    const text = attributes.get(attribute)?.text ?? '';
    return text.trim() === '' || Number.isNaN(Number(text)) ? undefined : Number(text);
  };
  const [least, most] = [limit('min') ?? 0, limit('max') ?? (isRange ? 100 : 1)];
  const atom: Atom = {
    kind: 'number',
    value: Number(value.text),
    element,
    slot: 'attr:value',
    declares: { type: 'number', minimum: least, maximum: most },
    marks: [attributeMark(value, hole())],
    names: ['value', ...elementNames(element).map((one) => `${one} value`)],
    section: 'Content',
    weight: 0.8,
    why: `a value from ${least} to ${most}`,
  };
  return [atom];
};
