import { isBoundText } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** What machines read of a time (HTML Standard, 4.5.14), beside what people read. */
export const dateTimes: MarkupDetector = (element) => {
  const attribute = element.attributes.get('datetime');
  if (!attribute?.text || isBoundText(attribute.text)) return [];
  return [
    {
      ...{
        kind: 'text',
        value: attribute.text,
        element,
        slot: 'attr:datetime',
        section: 'Content',
      },
      marks: [attributeMark(attribute, hole())],
      ...{ names: ['time'], weight: 0.5, why: 'the time that machines read' },
      same: `text ${attribute.text}`,
    },
  ];
};
