/** A cast delivered as a block, to be put into a page that is there already. */
export interface Block {
  readonly id: string;
  /** Without the style of its own values, which is kept in `ownStyle`. */
  readonly html: string;
  readonly ownStyle: HTMLStyleElement;
  /** Puts the root where it belongs. */
  readonly place: (root: HTMLElement) => void;
  /** Looks through what is new before any of it is in the page. */
  readonly prepare?: (content: DocumentFragment) => void;
}

/** Brings what the page has not got yet, then the root, then what makes it work. */
export async function putBlock(page: Document, block: Block): Promise<HTMLElement> {
  const { id, html, ownStyle, place, prepare } = block;
  const box = page.createElement('template');
  box.innerHTML = html;
  prepare?.(box.content);
  const content = [...box.content.children];
  const fresh = content.find((one) => one.getAttribute('data-cast') === id) as HTMLElement;
  page.head.append(...content.filter((one) => /^(?:STYLE|LINK)$/.test(one.tagName)));
  const shadow = openShadow(fresh);
  (shadow ?? page.head).append(ownStyle);
  place(fresh);
  for (const one of content) if (one instanceof HTMLScriptElement) await run(one);
  return fresh;
}

/** Only the parser of a whole page makes shadow roots of its own accord. */
function openShadow(root: HTMLElement): ShadowRoot | undefined {
  const template = root.querySelector<HTMLTemplateElement>(':scope > template[shadowrootmode]');
  if (!template) return undefined;
  const shadow = root.attachShadow({ mode: 'open' });
  shadow.append(template.content);
  template.remove();
  return shadow;
}

/** A script that came as text is not run; one that is made anew is. */
async function run(script: HTMLScriptElement): Promise<void> {
  const fresh = document.createElement('script');
  for (const { name, value } of script.attributes) fresh.setAttribute(name, value);
  fresh.textContent = script.textContent;
  const isLoaded = fresh.src
    ? new Promise((resolve) => {
        fresh.addEventListener('load', resolve);
        fresh.addEventListener('error', resolve);
      })
    : undefined;
  document.head.append(fresh);
  await isLoaded;
  fresh.remove();
}
