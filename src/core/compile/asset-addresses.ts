import { isJsonObject, type Json } from '../model/json-source.ts';
import { escapeRegExp } from '../text/escape-reg-exp.ts';

/** Where a file of a mould lies; undefined leaves its address as it is. */
export type AssetAt = (mould: string, path: string) => string | undefined;

/** Gives the files of one mould other addresses, wherever a cast speaks of them. */
export interface AssetsIn {
  readonly inMarkup: (markup: string) => string;
  readonly inStyle: (style: string) => string;
  /** Strings of a script that are a file's address. */
  readonly inScript: (script: string) => string;
  readonly inValues: (values: Json) => Json;
}

/** Start tags, with quoted values that may hold any character. */
const tag = /<[a-zA-Z](?:"[^"]*"|'[^']*'|[^'">])*>/g;

/**
 * @param paths the mould's files, from `assets/` down
 * @param addressOf where each lies; undefined leaves it
 */
export function assetsIn(
  paths: readonly string[],
  addressOf: (path: string) => string | undefined,
): AssetsIn {
  const addresses = new Map<string, string>();
  for (const path of paths) {
    const address = addressOf(path);
    if (address === undefined) continue;
    for (const written of new Set([path, encodeURI(path)])) addresses.set(written, address);
  }
  // The longest first, or a file would be taken for one whose name begins as its own does.
  const names = [...addresses.keys()].sort((a, b) => b.length - a.length).map(escapeRegExp);
  if (names.length === 0) return { inMarkup: same, inStyle: same, inScript: same, inValues: same };
  const file = `(?:\\./)?(${names.join('|')})(?![\\w./-])`;
  const inText = new RegExp(`(?<![\\w./-])${file}`, 'g');
  const inString = new RegExp(`(["'\`])${file}`, 'g');
  const inUrl = new RegExp(`(url\\(\\s*["']?|["'])${file}`, 'gi');
  const whole = new RegExp(`^${file}(?=$|[?#])`);
  const found = (path: string) => addresses.get(path) ?? path;
  const hasAny = (text: string) => text.includes('assets/');
  const inMarkup = (markup: string) =>
    hasAny(markup)
      ? markup.replace(tag, (text) =>
          hasAny(text)
            ? text.replace(inText, (_, path: string) => escapedQuotes(found(path)))
            : text,
        )
      : markup;
  const inValues = (value: Json): Json => {
    if (typeof value === 'string') {
      if (!hasAny(value)) return value;
      return value.includes('<')
        ? inMarkup(value)
        : value.replace(whole, (_, path: string) => found(path));
    }
    if (Array.isArray(value)) return value.map(inValues);
    if (!isJsonObject(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, inValues(one)]));
  };
  return {
    inMarkup,
    inValues,
    inStyle: (style) =>
      hasAny(style)
        ? style.replace(inUrl, (_, before: string, path: string) => before + found(path))
        : style,
    inScript: (script) =>
      hasAny(script)
        ? script.replace(inString, (_, quote: string, path: string) => quote + found(path))
        : script,
  };
}

function same<T>(text: T): T {
  return text;
}

function escapedQuotes(address: string): string {
  return address.replace(/["'&]/g, (char) => `&#${char.charCodeAt(0)};`);
}
