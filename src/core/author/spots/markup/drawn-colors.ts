import type { Atom } from '../atom.ts';
import { colorKey, isPlainColor, valueParts } from '../style/values.ts';
import { isBoundText, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Presentation attributes of SVG that hold colours (SVG 2, 6.6). */
const painted = ['fill', 'stroke', 'stop-color', 'flood-color', 'color'];

/** Attributes of HTML that hold colours (HTML Standard, 15.3), with what each colours. */
const legacy: Readonly<Record<string, string>> = {
  bgcolor: 'background',
  color: 'text color',
  text: 'text color',
  bordercolor: 'border color',
};

/** Colours in attributes: of drawings, and of old markup. */
export const drawnColors: MarkupDetector = (element) => {
  if (element.isHtml)
    return Object.entries(legacy).flatMap(([name, role]) => legacyAtom(element, name, role));
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

function legacyAtom(element: TreeElement, name: string, role: string): Atom[] {
  const attribute = element.attributes.get(name);
  if (!attribute || isBoundText(attribute.text)) return [];
  const [part] = valueParts(attribute.text, 0);
  if (part?.type !== 'color' || part.text !== attribute.text.trim()) return [];
  return [
    {
      kind: 'color',
      value: part.text,
      element,
      slot: `attr:${name}`,
      section: 'Look',
      marks: [attributeMark(attribute, hole())],
      names: [role],
      weight: isPlainColor(part.text) ? 0.5 : 0.7,
      why: 'a colour in an attribute',
      same: `color ${colorKey(part.text)}`,
    },
  ];
}
