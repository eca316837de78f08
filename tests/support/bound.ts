import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { isJsonObject, type JsonObject } from '../../src/core/model/json-source.ts';

/** A source of a mould by its name, as it is after binding. */
type Changed = Readonly<Partial<Record<'template' | 'style' | 'script', string>>>;

/** What somebody pastes, the sources that binding changes, and the fields it declares, in order. */
export type BoundCase = readonly [
  name: string,
  paste: string,
  sources: Changed,
  fields: readonly string[],
];

const kindOfType: Readonly<Record<string, string>> = {
  string: 'text',
  boolean: 'switch',
  array: 'list',
  integer: 'number',
  number: 'number',
};

/** Binds all that is recommended, and tells what became of it. */
export function boundOf(paste: string): { sources: Changed; fields: string[] } {
  const { mould } = importSnippet([{ name: 'piece.html', text: paste }]);
  const { mould: bound } = bindSpots(mould, 'recommended');
  const sources = (['template', 'style', 'script'] as const)
    .filter((part) => bound[part] !== mould[part])
    .map((part) => [part, bound[part].trimEnd()]);
  const declared = Object.entries((bound.manifest.fields.properties ?? {}) as JsonObject);
  return {
    sources: Object.fromEntries(sources),
    fields: declared.map(([name, field]) => told(name, isJsonObject(field) ? field : {})),
  };
}

/** `kind name default`, and what else it declares but for its title and place in the form. */
function told(name: string, field: JsonObject): string {
  const { kind, type, default: value, ...more } = field;
  const shown = ['section', 'title', 'items', 'minItems', 'maxItems', 'caption'];
  const rest = Object.entries(more).filter(([key]) => !shown.includes(key));
  const word = kind ?? kindOfType[String(type)] ?? 'choice';
  const further = rest.length > 0 ? ` ${JSON.stringify(Object.fromEntries(rest))}` : '';
  return `${word} ${name} ${JSON.stringify(value)}${further}`;
}
