import type { Atom } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { colorKey, isPlainColor, valueParts } from '../style/values.ts';
import { isBoundText, type TreeElement } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Presentation attributes of SVG that hold colours (SVG 2, 6.6). */
const painted = ['fill', 'stroke', 'stop-color', 'flood-color', 'color'];

/** Attributes of old that hold colours (HTML Standard, 16.2), by what they colour. */
const presented: Readonly<Record<string, string>> = {
  ...{ bgcolor: 'background', color: 'text color', bordercolor: 'border color' },
};

/** Colours of drawings, and of pages that were made without style. */
export const drawnColors: MarkupDetector = (element) => {
  if (element.isHtml)
    return Object.keys(presented).flatMap((name) => presentedColor(element, name));
  return painted.flatMap((name): Atom[] => {
    const attribute = element.attributes.get(name);
    if (!attribute || isBoundText(attribute.text)) return [];
    const [part] = valueParts(attribute.text, 0);
    if (part?.type !== 'color' || part.text !== attribute.text.trim()) return [];
    const role = name === 'stroke' ? 'line color' : 'fill color';
    return [
      {
        ...{ kind: 'color', value: part.text, element, slot: `attr:${name}`, section: 'Look' },
        marks: [attributeMark(attribute, hole())],
        names: [...(element.name === 'text' ? ['label color'] : []), `drawing ${role}`],
        ...{ weight: isPlainColor(part.text) ? 0.6 : 0.7, why: 'a colour of a drawing' },
        same: `color ${colorKey(part.text)}`,
      },
    ];
  });
};

function presentedColor(element: TreeElement, name: string): Atom[] {
  const attribute = element.attributes.get(name);
  if (!attribute || isBoundText(attribute.text)) return [];
  const [part] = valueParts(attribute.text, 0);
  if (part?.type !== 'color' || part.text !== attribute.text.trim()) return [];
  const role = presented[name] ?? name;
  return [
    {
      ...{ kind: 'color', value: part.text, element, slot: `attr:${name}`, section: 'Look' },
      marks: [attributeMark(attribute, hole())],
      names: [...elementNames(element).map((one) => `${one} ${role}`), role],
      ...{ weight: isPlainColor(part.text) ? 0.5 : 0.7, why: 'a colour written on the element' },
      same: `color ${colorKey(part.text)}`,
    },
  ];
}
