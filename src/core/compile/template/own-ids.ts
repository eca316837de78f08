import { type IdPart, tokensIn } from '../write/ids.ts';
import type { IdRule } from '../write/plan.ts';
import type { Mark } from './mark.ts';
import type { Attribute, Element, Markup } from './markup.ts';

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
  /** How a bound attribute speaks of ids; undefined where the template has none of its own. */
  readonly ruleFor: (element: Element, attribute: Attribute) => IdRule | undefined;
}

/** HTML Standard, ARIA and SVG: attributes that point to an element by its id. */
const pointers: Readonly<Record<string, IdPart>> = {
  id: 'token',
  for: 'tokens',
  form: 'token',
  list: 'token',
  headers: 'tokens',
  itemref: 'tokens',
  popovertarget: 'token',
  commandfor: 'token',
  interesttarget: 'token',
  anchor: 'token',
  href: 'hash',
  'xlink:href': 'hash',
  usemap: 'hash',
  begin: 'time',
  end: 'time',
  'aria-activedescendant': 'token',
  'aria-controls': 'tokens',
  'aria-describedby': 'tokens',
  'aria-details': 'tokens',
  'aria-errormessage': 'tokens',
  'aria-flowto': 'tokens',
  'aria-labelledby': 'tokens',
  'aria-owns': 'tokens',
};

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
    ruleFor: () => undefined,
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
        .map(({ end }) => ({
          start: value.start + end,
          end: value.start + end,
          write: { is: 'suffix' },
        }));
    }),
  );
  const own = isBound ? {} : { own: [...ids, ...names] };
  const ruleFor: OwnIds['ruleFor'] = (element, attribute) => ({
    part: partOf(element, attribute),
    ...own,
  });
  return { ids, isAny, ownsId, marks, ruleFor };
}

/** Names that group elements across a page, where no form of the template keeps them together. */
function namesOwn(element: Element): boolean {
  if (element.name === 'details' || element.name === 'map') return true;
  if (element.name !== 'input' || element.valueOf('type')?.toLowerCase() !== 'radio') return false;
  for (let one = element.parent; one; one = one.parent) if (one.name === 'form') return false;
  return true;
}
