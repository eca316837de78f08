import type { Parts } from '../delivery.ts';
import { firstStateElements, linkElements, scriptElements, styleElements } from '../elements.ts';
import type { Form } from '../form.ts';

/** One box of code: style, markup and script in one piece, to paste where the widget should be. */
export const block: Form = {
  notes: [
    'Paste it where the widget is to stand.',
    'Where it is pasted twice, both work; a copy needs no other id.',
  ],
  write({ pieces }): Parts {
    const lines = [
      `<!-- ${pieces.about} -->`,
      ...linkElements(pieces),
      ...styleElements(pieces),
      ...firstStateElements(pieces),
      pieces.markup,
      ...scriptElements(pieces),
    ];
    return { html: `${lines.join('\n')}\n` };
  },
};
