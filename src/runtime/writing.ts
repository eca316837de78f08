import type { Confinement } from './registry.ts';

/** What was written in one place, and the nodes that came of it. */
interface Written {
  readonly at: Element;
  text: string;
  nodes: ChildNode[];
}

/**
 * `document.write` writes where the script was, which a template marks; else at the end. What is
 * written in pieces is one text: a tag may be opened in one and closed in another.
 */
export function writing({ cast, doc }: Confinement): void {
  const { base, tree } = cast;
  const places: Record<number, Written> = {};
  const parsed = (html: string) => {
    const box = document.createElement('template');
    box.innerHTML = html;
    return box;
  };
  const writeAt = (place: number, ...html: string[]): void => {
    places[place] ??= {
      at:
        tree.querySelectorAll('template[data-write]')[place] ??
        base.appendChild(document.createElement('template')),
      text: '',
      nodes: [],
    };
    const written = places[place];
    const more = html.join('');
    const whole = parsed(written.text + more);
    let next = parsed(more);
    if (whole.innerHTML !== parsed(written.text).innerHTML + next.innerHTML) {
      for (const one of written.nodes) one.remove();
      written.nodes = [];
      next = whole;
    }
    written.text += more;
    written.nodes.push(...next.content.childNodes);
    written.at.before(next.content);
  };
  const write = (...html: string[]) => writeAt(-1, ...html);
  const writeln = (...html: string[]) => write(...html, '\n');
  // To open the real document would empty the page.
  Object.assign(doc, { write, writeAt, writeln, open: () => doc, close() {} });
}
