import { toHtmlText } from '../../compile/template/sink.ts';
import { finding } from '../../problem/finding.ts';
import { toDocument } from '../document.ts';
import { scriptElements } from '../elements.ts';
import type { Form } from '../form.ts';
import { withNonce } from '../with-nonce.ts';
import { block } from './block.ts';

/**
 * What runs in the frame: it sends its height to the page around it, and keeps links to its own
 * parts within itself.
 */
const inside = `(() => {
const send = () => parent.postMessage({ height: Math.ceil(document.documentElement.getBoundingClientRect().height) }, '*');
new ResizeObserver(send).observe(document.documentElement);
addEventListener('load', send);
addEventListener('click', (event) => {
  const link = event.target.closest?.('a[href^="#"]');
  const part = link && document.getElementById(link.getAttribute('href').slice(1));
  if (!part || event.defaultPrevented) return;
  event.preventDefault();
  part.scrollIntoView();
});
})();`;

/** What runs beside the frame: it gives it the height of what is in it. */
const beside = `(frame => addEventListener('message', ({ source, data }) => {
if (source === frame.contentWindow && data?.height > 0) frame.style.height = data.height + 'px';
}))(document.currentScript.previousElementSibling);`;

/** What a frame is high until it is told, in px. */
const usualHeight = 300;

/** Only an iframe. Links lead the page around it; all else stays inside. */
export const frame: Form = {
  notes: [
    'Paste it where the widget should appear. Its height follows its content, unless one was set.',
    'If the host does not allow the script next to it, give the iframe a fixed height.',
  ],
  isAlone: true,
  findings: ({ casts, height }) => {
    const isFixed = casts.some(({ mouldStyle, markup }) =>
      /position\s*:\s*fixed/i.test(mouldStyle + markup),
    );
    return isFixed && height === undefined ? [finding('cast/frame-height', {})] : [];
  },
  write(source) {
    const { title, writing, pieces, height } = source;
    const { nonce } = writing;
    const script = (code: string) => scriptElements({ scripts: [{ code }] }, writing).join('');
    const { html = '' } = block.write({ ...source, opened: undefined });
    const page = toDocument(`${html}${script(inside)}\n`, { title, nonce }).replace(
      '<head>',
      '<head>\n<base target="_top">',
    );
    const sandbox =
      'allow-scripts allow-forms allow-popups allow-top-navigation-by-user-activation';
    const written = `<iframe title="${toHtmlText(title)}" sandbox="${sandbox}" srcdoc="${toHtmlText(page)}" style="display: block; width: 100%; height: ${height ?? usualHeight}px; border: 0"></iframe>`;
    const element = nonce === '' ? { markup: written, script: '' } : withNonce(written, nonce);
    const following = height === undefined ? `${script(beside)}\n` : '';
    const settling = element.script === '' ? '' : `${script(element.script)}\n`;
    return {
      html: `<!-- ${pieces.about} -->\n${element.markup}\n${following}${settling}`,
      document: page,
    };
  },
};
