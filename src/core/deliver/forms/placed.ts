import { firstStateElements, linkElements, scriptElements, styleElements } from '../elements.ts';
import type { Form } from '../form.ts';

/** Code for the head, for the spot itself, and for the end of the body. */
export const placed: Form = {
  notes: [
    'Put the first part into the head, the second where the widget is to stand, the third at the end of the body.',
    'Of several casts of one mould the head and the end are needed once; each has style of its own.',
  ],
  write({ pieces }) {
    const about = `<!-- ${pieces.about} -->`;
    const head = [...linkElements(pieces), ...styleElements(pieces), ...firstStateElements(pieces)];
    const end = scriptElements(pieces);
    return {
      html: `${about}\n${pieces.markup}\n`,
      head: head.length === 0 ? '' : `${[about, ...head].join('\n')}\n`,
      bodyEnd: end.length === 0 ? '' : `${[about, ...end].join('\n')}\n`,
    };
  },
};
