import type { Field } from '../../../model/field.ts';
import { isJsonObject, type Json, type JsonPath } from '../../../model/json-source.ts';
import { hostOf, isRelativeAddress } from '../../../text/address.ts';
import { attributeStart, isBound } from '../../sources/markup-source.ts';
import type { Source } from '../../sources/source.ts';
import type { Subject } from '../../sources/subject.ts';
import { type Check, type Flaw, flaw, flawOf } from '../flaw/check.ts';

/** An address that a mould speaks of, and whether a page loads it or only leads there. */
interface Address {
  readonly url: string;
  readonly source: Source;
  readonly at: number;
  readonly isLoaded: boolean;
}

/** Attributes by which an element loads what they name. */
const loading = ['src', 'srcset', 'poster', 'data', 'background', 'xlink:href', 'action'];

/** Addresses without protection on their way: a secure page does not load them. */
export const insecure: Check = (subject) => {
  const flaws = addressesOf(subject)
    .filter(({ url }) => /^http:\/\//i.test(url) && !isOwn(url))
    .map(({ url, source, at, isLoaded }) =>
      isLoaded
        ? flaw(source, at, 'address/insecure', { url })
        : flaw(source, at, 'address/insecure-link', { url }),
    );
  const listed = listedAddresses(subject)
    .filter(({ url }) => /^http:\/\//i.test(url) && !isOwn(url))
    .map(({ url, steps }) => flawOf(subject, steps, 'address/insecure', { url }));
  return [...flaws, ...listed];
};

/** Names of XML namespaces are no addresses, and this machine is no host of a page. */
function isOwn(url: string): boolean {
  return /^http:\/\/(?:www\.w3\.org\/|localhost\b|127\.0\.0\.1|\[::1\])/i.test(url);
}

/** Files that every page with the widget asks another host for; one note for each host. */
export const remote: Check = (subject) => {
  const { manifest } = subject;
  const allowed = new Set(manifest.reaches?.map(hostOf));
  const reported = new Set<string>();
  const isNew = (url: string) => {
    const host = hostOf(url);
    return host !== undefined && !allowed.has(host) && !reported.has(host) && reported.add(host);
  };
  const listed = listedAddresses(subject).flatMap(({ name, url, steps }): Flaw[] => {
    if (!isNew(url)) return [];
    const data = { what: name, host: hostOf(url) ?? '' };
    return [flawOf(subject, steps, 'address/remote', data)];
  });
  const files = addressesOf(subject).flatMap(({ url, source, at, isLoaded }): Flaw[] => {
    if (!isLoaded || !isNew(url)) return [];
    const what = /[^/?#]+(?=[?#]|$)/.exec(url.replace(/^[^/]*\/\/[^/]*\//, ''))?.[0] ?? 'A file';
    return [flaw(source, at, 'address/remote', { what, host: hostOf(url) ?? '' })];
  });
  return [...listed, ...files];
};

/** Addresses of libraries and fonts, with the steps to each in mould.json. */
function listedAddresses({ manifest }: Subject) {
  const { libraries = [], fonts = [] } = manifest;
  const ofLibraries = libraries.flatMap((library, index) =>
    (['style', 'script', 'module'] as const).flatMap((part) => {
      const url = library[part];
      return url ? [{ name: library.name, url, steps: ['libraries', index, part] }] : [];
    }),
  );
  const ofFonts = fonts.map(({ family, style }, index) => ({
    name: family,
    url: style,
    steps: ['fonts', index, 'style'],
  }));
  return [...ofLibraries, ...ofFonts];
}

/** Files that a template or a style names and the mould does not hold. */
export const missingFiles: Check = (subject) => {
  const reported = new Set<string>();
  return addressesOf(subject).flatMap(({ url, source, at, isLoaded }): Flaw[] => {
    // From the top of a site, and in script, an address may well be the host's.
    const isRelative = isRelativeAddress(url) && source.part !== 'script';
    const path = decoded(url.replace(/[?#].*$/, '').replace(/^\.\//, ''));
    if (!isLoaded || !isRelative || Object.hasOwn(subject.files, path) || reported.has(path))
      return [];
    reported.add(path);
    return [flaw(source, at, 'address/no-file', { path })];
  });
};

/** Files that defaults of fields name and the mould does not hold. */
export const missingDefaults: Check = (subject) => {
  const reported = new Set<string>();
  const flaws: Flaw[] = [];
  const visit = (field: Field, value: Json, steps: JsonPath): void => {
    if (Array.isArray(value)) {
      const { row } = field;
      for (const [at, one] of row ? value.entries() : []) visit(row as Field, one, [...steps, at]);
    } else if (isJsonObject(value)) {
      for (const member of field.members) {
        const own = value[member.name];
        if (own !== undefined) visit(member, own, [...steps, member.name]);
      }
    } else if (typeof value === 'string' && field.kind.isLoaded) {
      const path = decoded(value.replace(/[?#].*$/, '').replace(/^\.\//, ''));
      if (path === '' || !isRelativeAddress(value) || reported.has(path)) return;
      if (Object.hasOwn(subject.files, path)) return;
      reported.add(path);
      flaws.push(flawOf(subject, steps, 'address/no-file', { path }));
    }
  };
  for (const field of subject.root.members) {
    visit(field, field.default, [...(field.at ?? []), 'default']);
  }
  return flaws;
};

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

function addressesOf({ markup, style, script }: Subject): Address[] {
  const found: Address[] = [];
  for (const { element, name, value } of markup.having('href', ...loading)) {
    if (isBound(value)) continue;
    const isLoaded =
      (name !== 'href' && name !== 'action') ||
      element.name === 'link' ||
      (!element.isHtml && element.name !== 'a');
    const at = attributeStart(element, name);
    const urls = name === 'srcset' ? value.split(/,\s+/) : [value];
    for (const url of urls) found.push({ url: url.trim(), source: markup, at, isLoaded });
  }
  for (const { index, 1: quoted, 2: bare } of style.text.matchAll(
    /url\(\s*(?:["']([^"']*)["']|([^"')\s]+))\s*\)/gi,
  )) {
    found.push({ url: quoted ?? bare ?? '', source: style, at: index, isLoaded: true });
  }
  for (const { name, prelude, offset } of style.atRules) {
    const url = name === 'import' ? /^["']([^"']+)["']/.exec(prelude)?.[1] : undefined;
    if (url) found.push({ url, source: style, at: offset, isLoaded: true });
  }
  for (const { node } of script.of('Literal')) {
    if (typeof node.value !== 'string' || !/^(?:https?:)?\/\/[\w-]+(?:\.[\w-]+)+/.test(node.value))
      continue;
    found.push({ url: node.value, source: script, at: node.start, isLoaded: true });
  }
  return found;
}
