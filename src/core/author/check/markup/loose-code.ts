import type { MarkupElement } from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Style, script and frames that are left in the markup, where nothing keeps them to the cast. */
export const looseCode: Check = ({ markup, script }) => {
  const entersShadow = /\battachShadow\b|\bshadowRoot\b/.test(script.text);
  return markup.elements.flatMap((element): Flaw[] => {
    const { name, start } = element;
    if (name === 'style') {
      const isKept = entersShadow || isInShadow(element);
      return isKept ? [] : [flaw(markup, start, 'markup/loose-style', {})];
    }
    if (name === 'script') {
      return isData(element) || isEmbed(element)
        ? []
        : [flaw(markup, start, 'markup/loose-script', {})];
    }
    const said = name === 'iframe' ? reachOf(element) : undefined;
    return said === undefined ? [] : [flaw(markup, start, 'markup/frame-reaches', { said })];
  });
};

function isInShadow(element: MarkupElement): boolean {
  for (let one = element.parent; one; one = one.parent) {
    if (one.name === 'template' && attribute(one, 'shadowrootmode') !== undefined) return true;
  }
  return false;
}

function isData({ isHtml, ...element }: MarkupElement): boolean {
  const type = attribute(element, 'type')?.trim().toLowerCase() ?? '';
  return isHtml && !/^$|javascript|ecmascript|^module$/.test(type);
}

/** A provider's script whose own tag says what it shows is kept on purpose, and noted on import. */
function isEmbed(element: MarkupElement): boolean {
  return element.isHtml && attribute(element, 'src') !== undefined && !isInTemplate(element);
}

function isInTemplate(element: MarkupElement): boolean {
  for (let one = element.parent; one; one = one.parent) if (one.name === 'template') return true;
  return false;
}

/** How a frame's own code gets at the page around it; undefined where it cannot or does not. */
function reachOf(element: MarkupElement): string | undefined {
  const sandbox = attribute(element, 'sandbox');
  const isFree = sandbox === undefined || /\ballow-same-origin\b/.test(sandbox);
  const code = `${attribute(element, 'srcdoc') ?? ''} ${/^\s*javascript:/i.test(attribute(element, 'src') ?? '') ? attribute(element, 'src') : ''}`;
  return isFree ? /\b(?:parent|top|opener|frameElement)(?=\s*[.[])/.exec(code)?.[0] : undefined;
}

function attribute({ node }: Pick<MarkupElement, 'node'>, name: string): string | undefined {
  return node.attrs.find((one) => one.name === name)?.value;
}
