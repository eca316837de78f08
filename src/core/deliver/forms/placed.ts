import {
  firstStateElements,
  linkElement,
  linkElements,
  ownStyle,
  scriptElements,
  styleElements,
} from '../elements.ts';
import type { Form } from '../form.ts';

/** Code for the head, for the spot itself, and for the end of the body. */
export const placed: Form = {
  notes: [
    'Paste the first part into the head, the second where the widget should appear, the third at the end of the body.',
    'With several casts of one mould, paste the head and the end once; each cast brings its own style.',
  ],
  write({ pieces, opened, style, name, writing }) {
    const about = `<!-- ${pieces.about} -->`;
    const shared = pieces.styles.filter(({ isOwn }) => !isOwn);
    const inHead = style === 'head' ? pieces.styles : pieces.styles.filter(({ isOwn }) => isOwn);
    const head = [
      ...linkElements(pieces, writing),
      ...(style === 'file' ? [linkElement({ src: `${name}.css` }, writing)] : []),
      ...(style === 'css' ? [] : styleElements(inHead, writing)),
      ...firstStateElements(pieces, writing),
    ];
    const sheet = [
      `/* ${pieces.about} */`,
      ...shared.map(({ text }) => text),
      ...(style === 'css' ? [ownStyle(pieces.styles)] : []),
    ].filter((text) => text !== '');
    // What the slot needs does no harm where nothing stands in it.
    const end = scriptElements(opened?.pieces ?? pieces, writing);
    return {
      html: `${about}\n${pieces.markups.join('\n')}\n`,
      ...(opened && { open: `${about}\n${opened.open}\n`, close: `${opened.close}\n` }),
      head: head.length === 0 ? '' : `${[about, ...head].join('\n')}\n`,
      ...(style === 'head' || sheet.length === 1 ? {} : { css: `${sheet.join('\n\n')}\n` }),
      bodyEnd: end.length === 0 ? '' : `${[about, ...end].join('\n')}\n`,
    };
  },
};
