import type { Mark } from './mark.ts';
import type { Attribute, Element, Markup } from './markup.ts';
import type { Scope, Write } from './scope.ts';

/** The ids and names of a template that each cast has one set of. */
export interface OwnIds {
  /** Fixed ids. */
  readonly ids: ReadonlySet<string>;
  /** True where any id or name ends in the cast's own. */
  readonly isAny: boolean;
  /** True for an id or name that ends in the cast's own. */
  readonly ownsId: (id: string) => boolean;
  /** Marks for attributes without bindings. */
  readonly marks: readonly Mark[];
  /** A bound attribute with the cast's own ids in it. */
  readonly owned: (element: Element, attribute: Attribute, write: Write) => Write;
}

/** What the value of an attribute is, as far as it speaks of ids. */
type IdPart = 'token' | 'tokens' | 'hash' | 'time' | 'url';

/** HTML Standard, ARIA and SVG: attributes that point to an element by its id. */
const pointers: Readonly<Record<string, IdPart>> = {
  ...{ id: 'token', for: 'tokens', form: 'token', list: 'token', headers: 'tokens' },
  ...{ itemref: 'tokens', popovertarget: 'token', commandfor: 'token', interesttarget: 'token' },
  ...{ anchor: 'token', href: 'hash', 'xlink:href': 'hash', usemap: 'hash' },
  ...{ begin: 'time', end: 'time', 'aria-activedescendant': 'token', 'aria-controls': 'tokens' },
  ...{ 'aria-describedby': 'tokens', 'aria-details': 'tokens', 'aria-errormessage': 'tokens' },
  ...{ 'aria-flowto': 'tokens', 'aria-labelledby': 'tokens', 'aria-owns': 'tokens' },
};

/** The custom property that stands for `url(#id)` of this cast in style. */
export function urlProperty(id: string): string {
  return `--km-url-${id}`;
}

/**
 * Gives every id of a template, and all that points to one, the ending of its cast. An id that the
 * template does not have is somebody else's and stays.
 */
export function ownIds(markup: Markup): OwnIds {
  const { source, elements } = markup;
  const ids = new Set<string>();
  const names = new Set<string>();
  let isBound = false;
  for (const element of elements) {
    const id = element.valueOf('id');
    if (id?.includes('{~')) isBound = true;
    else if (id) ids.add(id);
    const name = element.valueOf('name');
    if (name && namesOwn(element)) names.add(name);
  }
  const isAny = isBound || ids.size > 0 || names.size > 0;
  const ownsId = (id: string) => isBound || ids.has(id) || names.has(id);
  const nothing = {
    ids,
    isAny,
    ownsId,
    marks: [],
    owned: (_: Element, __: Attribute, write: Write) => write,
  };
  if (!isAny) return nothing;
  const isOwn = (token: string) => ids.has(token) || names.has(token);
  const partOf = (element: Element, { name }: Attribute): IdPart =>
    name === 'name' && namesOwn(element) ? 'token' : (pointers[name] ?? 'url');
  const marks = elements.flatMap((element) =>
    element.attributes.flatMap((attribute): Mark[] => {
      const { value } = attribute;
      const text = source.slice(value.start, value.end);
      if (text === '' || text.includes('{~') || attribute.name.startsWith('km-')) return [];
      return tokensIn(text, partOf(element, attribute))
        .filter(({ token }) => isOwn(token))
        .map(({ end }) => ({ start: value.start + end, end: value.start + end, write: ending }));
    }),
  );
  const owned: OwnIds['owned'] = (element, attribute, write) => {
    const part = partOf(element, attribute);
    return (scope) => {
      const text = write(scope);
      if (!scope.suffix || text === '') return text;
      const from = text.indexOf('=') + 2;
      const value = text.slice(from, -1);
      let out = text.slice(0, from);
      let done = 0;
      for (const { token, end } of tokensIn(value, part)) {
        if (!isBound && !isOwn(token)) continue;
        out += value.slice(done, end) + scope.suffix;
        done = end;
      }
      return out + value.slice(done) + text.slice(-1);
    };
  };
  return { ids, isAny, ownsId, marks, owned };
}

const ending = ({ suffix }: Scope): string => suffix;

/** Names that group elements across a page, where no form of the template keeps them together. */
function namesOwn(element: Element): boolean {
  if (element.name === 'details' || element.name === 'map') return true;
  if (element.name !== 'input' || element.valueOf('type')?.toLowerCase() !== 'radio') return false;
  for (let one = element.parent; one; one = one.parent) if (one.name === 'form') return false;
  return true;
}

const patterns: Readonly<Record<IdPart, RegExp>> = {
  token: /^()(\S+)\s*$/g,
  tokens: /()([^\t\n\f\r ]+)/g,
  hash: /^(\s*#)([^\s]+)\s*$/g,
  time: /(^|[;\s])([\w-]+)(?=\.[a-z])/gi,
  url: /(url\(\s*(?:["']|&quot;|&#39;)?#)([\w.:-]+)/g,
};

function tokensIn(text: string, part: IdPart): { token: string; end: number }[] {
  return [...text.matchAll(patterns[part])].map(({ index, 1: before = '', 2: token = '' }) => ({
    token,
    end: index + before.length + token.length,
  }));
}
