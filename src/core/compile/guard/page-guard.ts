import { type Field, fieldsBelow } from '../../model/field.ts';
import { isJsonObject, type Json } from '../../model/json-source.ts';
import type { Kind } from '../../model/kind.ts';
import { guardedText } from './guarded-text.ts';
import type { TextGuard } from './text-guard.ts';

/** How what is written into the page is guarded, for scripts that take it out of there again. */
export interface PageGuard {
  /** Text of a field of some kind. */
  readonly text: (text: string, kind: Kind) => string;
  /** A whole value that is written as JSON. */
  readonly json: (value: Json, kind: Kind) => Json;
}

/** The guard of what a template writes; one that changes nothing where scripts take nothing out. */
export function pageGuard(guard: TextGuard | undefined, root: Field): PageGuard {
  if (!guard?.isInPage) return { text: (text) => text, json: (value) => value };
  const { ends } = guard;
  const markup = new Set(
    fieldsBelow(root)
      .filter(isMarkup)
      .map(({ name }) => name),
  );
  const all = (value: Json): Json => {
    if (typeof value === 'string') return guardedText(value, ends);
    if (Array.isArray(value)) return value.map(all);
    if (!isJsonObject(value)) return value;
    const members = Object.entries(value).map(([name, one]) => [
      name,
      markup.has(name) ? one : all(one as Json),
    ]);
    return Object.fromEntries(members) as Json;
  };
  return {
    text: (text, kind) => (isText(kind) ? guardedText(text, ends) : text),
    json: (value, kind) => (isText(kind) || kind.isList || kind.isGroup ? all(value) : value),
  };
}

/** A link is written as its text where it is not an address. */
function isText({ isTextual, link, isTarget }: Kind): boolean {
  return isTextual === true || isTarget === true || link === 'itself';
}

function isMarkup({ kind }: Field): boolean {
  return kind.html !== undefined && !kind.isTextual;
}
