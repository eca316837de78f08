import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import { toHtmlText } from '../compile/template/sink.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import { type Edit, withEdits } from '../text/edits.ts';

/** What goes into a page of the host's. */
interface HostContent {
  readonly title?: string | undefined;
  readonly lang?: string | undefined;
  readonly dir?: string | undefined;
  readonly head: string;
  readonly bodyEnd: string;
  /** Markup by the place it goes to; '' for the first there is, else the end of the body. */
  readonly places: ReadonlyMap<string, string>;
}

/** A host page ready to be filled, read once for all pages that are put into it. */
export interface HostPage {
  /** The names of its places, in order. */
  readonly places: readonly string[];
  readonly fill: (content: HostContent) => string;
}

type Element = DefaultTreeAdapterTypes.Element;

/** The page where there is no host file. */
const bare = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title></title>
</head>
<body>
<main data-casts="">
</main>
</body>
</html>
`;

/**
 * Reads a page with elements that casts go into, each with `data-casts="NAME"`. All that is not
 * put in stays byte for byte.
 *
 * @param text undefined for a page with nothing but the casts
 *
 * @example
 * const host = hostPage('<!doctype html><main data-casts></main>');
 */
export function hostPage(text = bare): HostPage {
  const found = elementsIn(text);
  const [html, head, body] = ['html', 'head', 'body'].map((name) =>
    found.find(({ tagName }) => tagName === name),
  );
  const spots = found.flatMap((element) => {
    const name = element.attrs.find((one) => one.name === 'data-casts')?.value;
    const { startTag, endTag } = element.sourceCodeLocation ?? {};
    if (name === undefined || !startTag) return [];
    return [{ name, at: endTag?.startOffset ?? startTag.endOffset }];
  });
  const bodyEnd = endOf(body) ?? endOf(html) ?? text.length;
  const headEnd = endOf(head) ?? startOf(body) ?? firstContent(found, text);
  const title = found.find(({ tagName, parentNode }) => tagName === 'title' && parentNode === head);
  return {
    places: spots.map(({ name }) => name),
    fill({ head: inHead, bodyEnd: atEnd, places, ...about }) {
      const edits: Edit[] = [];
      const put = (at: number, piece: string) => {
        if (piece !== '') edits.push({ start: at, end: at, text: piece });
      };
      if (about.title !== undefined) {
        const { startTag, endTag } = title?.sourceCodeLocation ?? {};
        const words = toHtmlText(about.title);
        if (startTag && endTag) {
          edits.push({ start: startTag.endOffset, end: endTag.startOffset, text: words });
        } else put(headEnd, `<title>${words}</title>\n`);
      }
      put(headEnd, inHead);
      for (const [name, markup] of places) {
        const spot = name === '' ? spots[0] : spots.find((one) => one.name === name);
        put(spot?.at ?? bodyEnd, `${markup}\n`);
      }
      put(bodyEnd, atEnd);
      edits.push(...attributeEdits(html, { lang: about.lang, dir: about.dir }));
      return withEdits(text, { start: 0, end: text.length }, edits);
    },
  };
}

/** What is wrong with the places that casts ask for. */
export function placeFaults(
  host: HostPage,
  asked: Iterable<string>,
  hostName: string | undefined,
): Finding[] {
  return [...new Set(asked)].flatMap((place) => {
    if (place === '' || host.places.includes(place)) return [];
    const near = nearestName(place, host.places);
    const known = host.places.filter((name) => name !== '');
    return [finding('page/no-place', { place, host: hostName ?? '', near, known })];
  });
}

function elementsIn(text: string): Element[] {
  const found: Element[] = [];
  const visit = (node: DefaultTreeAdapterTypes.Node): void => {
    if ('tagName' in node) found.push(node);
    if ('childNodes' in node) node.childNodes.forEach(visit);
  };
  visit(parse(text, { sourceCodeLocationInfo: true }));
  return found;
}

function endOf(element: Element | undefined): number | undefined {
  return element?.sourceCodeLocation?.endTag?.startOffset;
}

function startOf(element: Element | undefined): number | undefined {
  return element?.sourceCodeLocation?.startTag?.startOffset;
}

/** Where content begins in a page that writes out neither head nor body. */
function firstContent(found: readonly Element[], text: string): number {
  const ofHead = /^(?:html|head|title|meta|link|base|style|script|noscript|template)$/;
  const first = found.find(({ tagName, sourceCodeLocation }) => {
    return sourceCodeLocation && !ofHead.test(tagName) && tagName !== 'body';
  });
  const start = first?.sourceCodeLocation?.startOffset;
  return start ?? /^\s*<!doctype[^>]*>/i.exec(text)?.[0].length ?? 0;
}

function attributeEdits(
  html: Element | undefined,
  wanted: Readonly<Record<string, string | undefined>>,
): Edit[] {
  const { startTag, attrs } = html?.sourceCodeLocation ?? {};
  return Object.entries(wanted).flatMap(([name, value]): Edit[] => {
    if (value === undefined || !startTag) return [];
    const text = `${name}="${toHtmlText(value)}"`;
    const there = attrs?.[name];
    if (there) return [{ start: there.startOffset, end: there.endOffset, text }];
    const at = startTag.startOffset + '<html'.length;
    return [{ start: at, end: at, text: ` ${text}` }];
  });
}
