import { type Atom, replaced } from '../atom.ts';
import { colorKey, isPlainColor, valueParts } from '../style/values.ts';
import { hole, type MarkupDetector } from './detector.ts';

/** What a utility class colours, by how it begins. */
const roles: Readonly<Record<string, string>> = {
  bg: 'background',
  text: 'text color',
  border: 'border color',
  ring: 'border color',
  fill: 'fill color',
  stroke: 'line color',
  from: 'background',
  to: 'background',
};

/** Colours in class names that hold a value: `bg-[#1f1147]`. */
export const utilityColors: MarkupDetector = (element, { tree }) => {
  const attribute = element.attributes.get('class');
  if (!attribute?.isQuoted || !attribute.text.includes('[')) return [];
  const { start, end } = attribute.value;
  if (tree.source.slice(start, end) !== attribute.text) return [];
  const written =
    /(?<=^|\s)(?:[\w-]+:)*(bg|text|border|ring|fill|stroke|from|to)-\[([^\]\s]+)\](?=\/\d+(?:\s|$)|\s|$)/g;
  return [...attribute.text.matchAll(written)].flatMap((match): Atom[] => {
    const [whole, role = '', text = ''] = match;
    const [part] = valueParts(text, 0);
    if (part?.type !== 'color' || part.text !== text) return [];
    const at = start + match.index + whole.length - 1;
    const isState = whole.includes(':');
    return [
      {
        kind: 'color',
        value: text,
        element,
        slot: `class:${whole}`,
        marks: [replaced('template', 'class', { start: at - text.length, end: at }, hole())],
        names: [roles[role] ?? 'color'],
        section: 'Look',
        weight: isState || isPlainColor(text) ? 0.5 : 0.75,
        why: 'a colour in a class name',
        same: `color ${colorKey(text)}`,
      },
    ];
  });
};
