import type { ScriptPiece } from '../code-pieces.ts';
import { firstStateElements, linkElements } from '../elements.ts';
import type { Form } from '../form.ts';

/** Three boxes: HTML, CSS and JavaScript. */
export const panes: Form = {
  notes: [
    'Paste each part into the box of its language. The script has to run after the markup.',
    'Style sheets of libraries are in the HTML. Their scripts are loaded by the JavaScript.',
  ],
  write({ pieces, opened, writing }) {
    const before = [
      `<!-- ${pieces.about} -->`,
      ...linkElements(pieces, writing),
      ...firstStateElements(pieces, writing),
    ];
    return {
      html: `${[...before, ...pieces.markups].join('\n')}\n`,
      ...(opened && {
        open: `${[...before, opened.open].join('\n')}\n`,
        close: `${opened.close}\n`,
      }),
      css: joined([`/* ${pieces.about} */`, ...pieces.styles.map(({ text }) => text)]),
      js: joined([`// ${pieces.about}`, ...codeOf((opened?.pieces ?? pieces).scripts)]),
    };
  },
};

function joined(parts: readonly string[]): string {
  return parts.length === 1 ? '' : `${parts.join('\n\n')}\n`;
}

/** Code in order, in one script; a pane cannot wait for elements, so it loads files itself. */
function codeOf(scripts: readonly ScriptPiece[]): string[] {
  const code = scripts.map((one) => ('code' in one ? one.code : `await load(${asText(one.src)});`));
  if (!scripts.some((one) => 'src' in one)) return code;
  return [
    `(async () => {
const load = (src) => new Promise((done) => {
  document.head.append(Object.assign(document.createElement('script'), { src, onload: done, onerror: done }));
});
${code.join('\n')}
})();`,
  ];
}

function asText(address: string): string {
  return JSON.stringify(address);
}
