import type { CodePieces } from '../code-pieces.ts';
import type { Parts } from '../delivery.ts';
import { firstStateElements, linkElements, scriptElements, styleElements } from '../elements.ts';
import type { Form } from '../form.ts';

/** One box of code: style, markup and script in one piece, to paste where the widget should be. */
export const block: Form = {
  notes: [
    'Paste it where the widget should appear.',
    'You can paste it more than once; copies need no other id.',
  ],
  write({ pieces, opened, writing }): Parts {
    const before = (all: CodePieces) => [
      `<!-- ${all.about} -->`,
      ...linkElements(all, writing),
      ...styleElements(all.styles, writing),
      ...firstStateElements(all, writing),
    ];
    const after = (all: CodePieces) => scriptElements(all, writing);
    const piece = (...lines: readonly string[]) => `${lines.join('\n')}\n`;
    return {
      html: piece(...before(pieces), ...pieces.markups, ...after(pieces)),
      ...(opened && {
        open: piece(...before(opened.pieces), opened.open),
        close: piece(opened.close, ...after(opened.pieces)),
      }),
    };
  },
};
