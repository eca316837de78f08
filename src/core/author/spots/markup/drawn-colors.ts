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
  if (element.isHtml) {
    const about = { plain: 0.5, why: 'a colour in an attribute' };
    return Object.entries(legacy).flatMap(([name, role]) =>
      colorIn(element, name, { ...about, names: [role] }),
    );
  }
  const about = { plain: 0.6, why: 'a colour in a drawing' };
  const label = element.name === 'text' ? ['label color'] : [];
  return painted.flatMap((name) => {
    const role = name === 'stroke' ? 'line color' : 'fill color';
    return colorIn(element, name, { ...about, names: [...label, `drawing ${role}`] });
  });
};

interface About extends Pick<Atom, 'names' | 'why'> {
  /** How sure it is of white and black, which often are no choice. */
  readonly plain: number;
}

function colorIn(element: TreeElement, name: string, { names, why, plain }: About): Atom[] {
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
      names,
      weight: isPlainColor(part.text) ? plain : 0.7,
      why,
      same: `color ${colorKey(part.text)}`,
    },
  ];
}
