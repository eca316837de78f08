import { firstStateElements, linkElements } from '../elements.ts';
import type { Form } from '../form.ts';

/** Three boxes: HTML, CSS and JavaScript. */
export const panes: Form = {
  notes: [
    'Paste each part into the box of its language; the script has to run after the markup.',
    'Style sheets of libraries are in the HTML; their scripts are loaded by the JavaScript.',
  ],
  write({ pieces }) {
    const files = pieces.scripts.flatMap((one) => ('src' in one ? [one.src] : []));
    const html = [
      `<!-- ${pieces.about} -->`,
      ...linkElements(pieces),
      ...firstStateElements(pieces),
      pieces.markup,
    ];
    const code = pieces.scripts.flatMap((one) => ('code' in one ? [one.code] : []));
    return {
      html: `${html.join('\n')}\n`,
      css: joined([`/* ${pieces.about} */`, ...pieces.styles]),
      js: joined([`// ${pieces.about}`, ...(files.length > 0 ? [afterFiles(files, code)] : code)]),
    };
  },
};

function joined(parts: readonly string[]): string {
  return parts.length === 1 ? '' : `${parts.join('\n\n')}\n`;
}

/** Code that runs once files from elsewhere have, in order; a pane cannot wait for elements. */
function afterFiles(files: readonly string[], code: readonly string[]): string {
  return `[${files.map((one) => JSON.stringify(one)).join(', ')}].reduce((before, src) => before.then(() => new Promise((done, failed) => {
  document.head.append(Object.assign(document.createElement('script'), { src, onload: done, onerror: failed }));
})), Promise.resolve()).then(() => {
${code.join('\n')}
});`;
}
