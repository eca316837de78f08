import type { Atom } from '../atom.ts';
import { colorKey, isPlainColor, valueParts } from '../style/values.ts';
import { isBoundText } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Presentation attributes of SVG that hold colours (SVG 2, 6.6). */
const painted = ['fill', 'stroke', 'stop-color', 'flood-color', 'color'];

/** Colours of drawings. */
export const drawnColors: MarkupDetector = (element) => {
  if (element.isHtml) return [];
  return painted.flatMap((name): Atom[] => {
    const attribute = element.attributes.get(name);
    if (!attribute || isBoundText(attribute.text)) return [];
    const [part] = valueParts(attribute.text, 0);
    if (part?.type !== 'color' || part.text !== attribute.text.trim()) return [];
    const role = name === 'stroke' ? 'line color' : 'fill color';
    return [
      {
        kind: 'color',
        value: part.text,
        element,
        slot: `attr:${name}`,
        section: 'Look',
        marks: [attributeMark(attribute, hole())],
        names: [...(element.name === 'text' ? ['label color'] : []), `drawing ${role}`],
        weight: isPlainColor(part.text) ? 0.6 : 0.7,
        why: 'a colour in a drawing',
        same: `color ${colorKey(part.text)}`,
      },
    ];
  });
};
