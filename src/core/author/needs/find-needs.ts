import { parseSources } from '../../compile/parse-sources.ts';
import { fieldsBelow } from '../../model/field.ts';
import { requireMould } from '../../model/given.ts';
import { parseJson } from '../../model/json-source.ts';
import type { Library, Mould } from '../../model/mould.ts';
import { readFields } from '../../model/read-fields.ts';
import { readSubject } from '../sources/subject.ts';

/** What a mould counts on and does not hold itself. */
export interface Needs {
  /** Custom properties that a site has to have. */
  readonly properties: readonly string[];
  /** Classes of a site that its template uses. */
  readonly classes: readonly string[];
  /** Style sheets of a site. */
  readonly styles: readonly string[];
  /** Addresses of libraries and fonts that are loaded from elsewhere. */
  readonly loads: readonly string[];
  /** Libraries that the page has by itself. */
  readonly libraries: readonly string[];
  /** Of properties and classes, those that `needs` in mould.json does not declare. */
  readonly undeclared: readonly string[];
}

/**
 * Finds what a mould needs of the site it is put into: what its `needs` declares, custom properties
 * that nothing of its own sets, and classes that neither its style nor its script speaks of.
 *
 * @example
 * const { properties, undeclared } = findNeeds(mould);
 */
export function findNeeds(mould: Mould): Needs {
  requireMould(mould);
  const { manifest } = mould;
  const { needs = {}, libraries = [], fonts = [] } = manifest;
  const { root } = readFields(manifest.fields, parseJson('mould.json', mould.manifestText));
  const { markup, style, script } = readSubject(mould, parseSources(mould), root, undefined);
  const ofFields = new Set(fieldsBelow(root).map(({ property }) => property));
  const set = new Set(style.declarations.map(({ property }) => property));
  const registered = style.atRules
    .filter(({ name }) => name === 'property')
    .map(({ prelude }) => prelude.trim());
  const isOwn = (name: string) =>
    ofFields.has(name) ||
    set.has(name) ||
    registered.includes(name) ||
    mould.script.includes(name) ||
    new RegExp(`${name}\\s*:`).test(mould.template);
  const used = [...`${mould.style}\n${mould.template}`.matchAll(/var\(\s*(--[\w-]+)/g)];
  const properties = [...new Set(used.map(([, name = '']) => name))].filter((name) => !isOwn(name));
  const sheets = libraries.some((one) => one.style !== undefined);
  // Where a library brings style, a class may be one of its own.
  const classes = sheets
    ? []
    : [...markup.classes.keys()].filter(
        (name) => !style.classes.has(name) && script.count(name) === 0,
      );
  const far = [
    ...libraries.flatMap(({ script: code, module, style: sheet }) => [code, module, sheet]),
    ...fonts.map((one) => one.style),
  ].filter((address): address is string => address !== undefined && !address.startsWith('assets/'));
  const all = (declared: readonly string[] = [], found: readonly string[]) => [
    ...new Set([...declared, ...found]),
  ];
  return {
    properties: all(needs.properties, properties),
    classes: all(needs.classes, classes),
    styles: needs.styles ?? [],
    libraries: libraries.filter(isOfPage).map(({ name }) => name),
    loads: [...new Set(far)],
    undeclared: [
      ...properties.filter((name) => !needs.properties?.includes(name)),
      ...classes.filter((name) => !needs.classes?.includes(name)),
    ],
  };
}

/** True for a library that no file is loaded for. */
function isOfPage({ script, module, style }: Library): boolean {
  return script === undefined && module === undefined && style === undefined;
}
