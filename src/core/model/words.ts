import { type Finding, finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import { textOf } from '../text/utf8.ts';
import { type Field, fieldsBelow } from './field.ts';
import { isJsonObject, type Json, type JsonObject, parseJson } from './json-source.ts';
import type { Manifest, Mould } from './mould.ts';

/** What a file of `words/` may say of a field. */
const wordsOfField = ['title', 'description', 'choices'];

/** What it may say of the mould itself. */
const wordsOfMould = ['format', 'title', 'summary', 'fields', 'sections'];

/**
 * BCP 47 tags of the languages that a mould has words in, beside its own.
 *
 * @example
 * languagesOf(mould); // ['de', 'fr']
 */
export function languagesOf({ files }: Pick<Mould, 'files'>): string[] {
  return Object.keys(files).flatMap((path) => /^words\/([\w-]+)\.json$/.exec(path)?.[1] ?? []);
}

/**
 * A mould with its titles and help in another language; what is not translated stays. `de-AT` is
 * answered by `de` where there is nothing nearer (BCP 47, lookup by RFC 4647).
 *
 * @example
 * const german = inLanguage(mould, 'de-AT');
 */
export function inLanguage(mould: Mould, language: string): Mould {
  const words = wordsFor(mould, language);
  if (!words) return mould;
  const { manifest } = mould;
  const { title, summary, fields, sections } = words;
  const said: Manifest = {
    ...manifest,
    ...(typeof title === 'string' ? { title } : {}),
    ...(typeof summary === 'string' ? { summary } : {}),
    fields: translated(manifest.fields, '', {
      fields: isJsonObject(fields) ? fields : {},
      sections: isJsonObject(sections) ? sections : {},
    }),
  };
  return { ...mould, manifest: said, manifestText: JSON.stringify(said, null, 2) };
}

function wordsFor({ files }: Mould, language: string): JsonObject | undefined {
  for (let tag = language; tag !== ''; tag = tag.slice(0, Math.max(0, tag.lastIndexOf('-')))) {
    const path = Object.keys(files).find(
      (one) => one.toLowerCase() === `words/${tag}.json`.toLowerCase(),
    );
    const file = path === undefined ? undefined : files[path];
    if (path === undefined || file === undefined) continue;
    const { value } = parseJson(path, textOf(file));
    return value !== undefined && isJsonObject(value) ? value : undefined;
  }
  return undefined;
}

interface Words {
  readonly fields: JsonObject;
  readonly sections: JsonObject;
}

/** A declaration with the words of another language, and all that is in it. */
function translated(declared: JsonObject, path: string, words: Words): JsonObject {
  const own = Object.hasOwn(words.fields, path) ? words.fields[path] : undefined;
  const { title, description, choices } = isJsonObject(own as Json) ? (own as JsonObject) : {};
  const { section } = declared;
  const inSection = typeof section === 'string' ? words.sections[section] : undefined;
  const heading = isJsonObject(inSection as Json) ? (inSection as JsonObject).title : inSection;
  const below = (name: string) => (path === '' ? name : `${path}.${name}`);
  const entries = Object.entries(declared).map(([key, value]): [string, Json] => {
    if (key === 'properties' && isJsonObject(value)) {
      const members = Object.entries(value).map(([name, member]) => [
        name,
        isJsonObject(member) ? translated(member, below(name), words) : member,
      ]);
      return [key, Object.fromEntries(members)];
    }
    // A row has the path of its list, so what is said of that is not said of the row again.
    if (key === 'items' && isJsonObject(value)) {
      const { [path]: _, ...others } = words.fields;
      return [key, translated(value, path, { ...words, fields: others })];
    }
    if (key === 'oneOf' && Array.isArray(value)) {
      return [key, value.map((one) => translatedShape(one, path, words))];
    }
    return [key, value];
  });
  const isListed = isJsonObject(choices as Json);
  return {
    // Choices have titles in oneOf alone.
    ...Object.fromEntries(entries.filter(([key]) => key !== 'enum' || !isListed)),
    ...(typeof title === 'string' ? { title } : {}),
    ...(typeof description === 'string' ? { description } : {}),
    ...(typeof heading === 'string' ? { section: heading } : {}),
    ...(isListed ? withChoices(declared, choices as JsonObject) : {}),
  };
}

function translatedShape(one: Json, path: string, words: Words): Json {
  return isJsonObject(one) && isJsonObject(one.properties) ? translated(one, path, words) : one;
}

/** The choices with titles in another language; values stay what they are. */
function withChoices({ enum: listed, oneOf }: JsonObject, titles: JsonObject): JsonObject {
  const titled = (value: Json, before: JsonObject) => {
    const title = Object.hasOwn(titles, String(value)) ? titles[String(value)] : undefined;
    return { ...before, const: value, ...(typeof title === 'string' ? { title } : {}) };
  };
  if (Array.isArray(listed)) return { oneOf: listed.map((value) => titled(value, {})) };
  if (!Array.isArray(oneOf)) return {};
  return { oneOf: oneOf.map((one) => (isJsonObject(one) ? titled(one.const ?? null, one) : one)) };
}

/** What is wrong with the files of `words/`: paths that are no fields, and keys that say nothing. */
export function wordsFaults({ files }: Pick<Mould, 'files'>, root: Field): Finding[] {
  const known = fieldsBelow(root).map(({ path }) => path);
  return languagesOf({ files }).flatMap((language) => {
    const path = `words/${language}.json`;
    const source = parseJson(path, textOf(files[path] ?? ''));
    const { value } = source;
    if (value === undefined) return source.findings;
    if (!isJsonObject(value)) {
      return [finding('words/wrong', { what: 'This file must be an object' }, source.placeOf([]))];
    }
    const findings: Finding[] = [];
    const say = (what: string, at: readonly string[], near?: string) =>
      findings.push(finding('words/wrong', { what, near }, source.placeOf([...at])));
    for (const key of Object.keys(value)) {
      if (!wordsOfMould.includes(key))
        say(`${key} is not used here`, [key], nearestName(key, wordsOfMould));
    }
    const fields = isJsonObject(value.fields) ? value.fields : {};
    for (const [name, words] of Object.entries(fields)) {
      if (!known.includes(name))
        say(`No field is called ${name}`, ['fields', name], nearestName(name, known));
      for (const key of isJsonObject(words) ? Object.keys(words) : []) {
        if (!wordsOfField.includes(key)) {
          say(`${key} is not used here`, ['fields', name, key], nearestName(key, wordsOfField));
        }
      }
    }
    return findings;
  });
}
