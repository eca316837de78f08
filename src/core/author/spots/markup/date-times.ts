import type { Atom } from '../atom.ts';
import { isBoundText } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** What machines read of a time (HTML Standard, 4.5.14), beside what people read. */
export const dateTimes: MarkupDetector = (element) => {
  const attribute = element.attributes.get('datetime');
  if (!attribute?.text || isBoundText(attribute.text)) return [];
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(attribute.text);
  const atom: Atom = {
    kind: isDay ? 'date' : 'text',
    value: attribute.text,
    element,
    slot: 'attr:datetime',
    marks: [attributeMark(attribute, hole())],
    names: isDay ? ['date', 'day'] : ['time'],
    section: 'Content',
    weight: isDay ? 0.75 : 0.5,
    why: 'the machine-readable time',
    ...(isDay ? {} : { same: `text ${attribute.text}` }),
  };
  return [atom];
};
