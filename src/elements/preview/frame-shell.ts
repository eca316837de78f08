import { confiningPolicy, type Reached } from '../../core/preview/confinement.ts';
import { withHead } from '../../core/preview/page-text.ts';
import { frameText } from '../../generated/frame.ts';

/**
 * The page of a frame: it holds the policy, and the frame within it in which pasted code runs. A
 * policy holds for where the frames of a page are led, so it has to stand around them.
 *
 * The next frame is made ready unseen and takes the place of the last when that asks for it.
 */
export function frameShell(reached: Reached): string {
  const policy = confiningPolicy(reached).replace(/"/g, '&quot;');
  return shellPage(`<meta http-equiv="Content-Security-Policy" content="${policy}">`);
}

/** The same page to be served by a site whose own policy would hold in a page made here. */
export function hostedShell(): string {
  return shellPage('');
}

function shellPage(policy: string): string {
  const inner = '<!doctype html><html><head></head><body></body></html>';
  const code = `(${shell})(${toScript(withHead(inner, headOfFrame()))})`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Preview frame</title>${policy}
<style>html,body{margin:0;height:100%;overflow:hidden}iframe{position:fixed;inset:0;width:100%;height:100%;border:0;background:#fff}iframe.next{opacity:0;pointer-events:none}</style>
</head><body><script>${code}</script></body></html>`;
}

/** What every page in a frame begins with: links to fragments of itself, and our part. */
function headOfFrame(): string {
  return `<base href="about:srcdoc"><script>${frameText.replace(/<\/(?=script)/gi, '<\\/')}</script>`;
}

function toScript(text: string): string {
  return JSON.stringify(text)
    .replace(/</g, '\\u003c')
    .replace(/[\u2028\u2029]/g, ' ');
}

/** Stands alone: runs as text in the page of the frame. */
function shell(inner: string): void {
  let now: HTMLIFrameElement | undefined;
  let next: HTMLIFrameElement | undefined;
  addEventListener('message', ({ source, data, ports }) => {
    if (source !== parent) return;
    if (typeof data === 'object' && data !== null) {
      // Before anything pasted is in the page; what is in force can only be added to.
      const meta = document.createElement('meta');
      meta.httpEquiv = 'Content-Security-Policy';
      meta.content = String(data.policy);
      document.head.append(meta);
      return;
    }
    if (data === 'swap') {
      now?.remove();
      next?.classList.remove('next');
      now = next ?? now;
      next = undefined;
      return;
    }
    next?.remove();
    const frame = document.createElement('iframe');
    frame.setAttribute('sandbox', 'allow-scripts allow-forms');
    frame.className = now ? 'next' : '';
    frame.srcdoc = inner;
    let isLoaded = false;
    frame.addEventListener('load', () => {
      if (isLoaded) parent.postMessage('loaded', '*');
      else frame.contentWindow?.postMessage('', '*', [...ports]);
      isLoaded = true;
    });
    document.body.append(frame);
    next = frame;
  });
  parent.postMessage('ready', '*');
}
