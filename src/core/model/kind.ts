import type { Json, JsonObject } from './json-source.ts';

/** A field's declaration as it stands in mould.json: JSON Schema 2020-12 with our keywords. */
export type FieldSchema = JsonObject;

/**
 * What the element around a value may hold (HTML Standard, 3.2.5): sections and paragraphs, words
 * in a line, or words in a line of which none can be clicked.
 */
export type Room = 'flow' | 'phrasing' | 'label';

/** What a form shows for a field. */
type Control =
  | 'line'
  | 'lines'
  | 'richtext'
  | 'number'
  | 'switch'
  | 'choice'
  | 'color'
  | 'date'
  | 'address'
  | 'file'
  | 'code'
  | 'members'
  | 'rows'
  | 'words';

/**
 * What a kind of field is: the JSON Schema it stands for, and how its values are written.
 *
 * A kind without a `text`, `address`, `html` or `css` form cannot be written in such a place; the
 * compiler says so. Writers are given checked values that are not empty.
 */
export interface Kind {
  /** The word with an article, as messages use it. */
  readonly called: string;
  readonly control: Control;
  /** Keywords of a declaration that this kind acts on, beside those all kinds share. */
  readonly keywords: readonly string[];
  /** Fixed members of an object value, declared as fields. */
  readonly members?: Readonly<Record<string, FieldSchema>>;
  /** Members that few people need; a form folds them away. */
  readonly rare?: readonly string[];
  /** Members of which one takes the place of the others; a form folds away those without a value. */
  readonly forms?: readonly string[];
  /** True for a kind that stands only for a member of another. */
  readonly isInner?: true;
  /** True for a kind without a value. */
  readonly isValueless?: true;
  /** True for what people read or look at; a bare sample has none of it. */
  readonly isContent?: true;
  /** True for a kind whose values can name a row for people. */
  readonly isCaption?: true;
  /** True for a kind whose values are text, so that `''` is a value and not nothing. */
  readonly isTextual?: true;
  /** True for text whose lines end where they were ended. */
  readonly hasLines?: true;
  readonly isNumeric?: true;
  /** True for yes or no: an attribute is on by being there, and text has no form of it. */
  readonly isFlag?: true;
  /** True for a kind whose members its own declaration lists. */
  readonly isGroup?: true;
  /** True for a kind whose values are rows. */
  readonly isList?: true;
  /** True for a selector of elements in the host page. */
  readonly isTarget?: true;
  /** True for a kind whose members are properties of `font`. */
  readonly isTypeface?: true;
  /** True for a kind whose values are addresses and nothing else. */
  readonly isAddress?: true;
  /** True for an address of what a page shows, and so loads. */
  readonly isLoaded?: true;
  /** True for markup of the host's own, which is closed and otherwise left alone. */
  readonly isHostMarkup?: true;
  /** Which link fills `href`, with its target and rel: this value, or the one it is a member of. */
  readonly link?: 'itself' | 'member';
  /** The members that its whole value is made of, by where it stands; else all of them. */
  readonly whole?: Readonly<Record<'style' | 'attribute' | 'text', readonly string[]>>;
  /** The parser that checking or writing a value needs. */
  readonly parser?: 'html' | 'css';
  /** The values to choose from, in the order written. */
  readonly options?: (declared: FieldSchema) => readonly Json[];
  /** The JSON Schema of the value alone, without title, default, members or rows. */
  readonly schema: (declared: FieldSchema) => JsonObject;
  /** The value where neither the cast nor the declaration gives one. */
  readonly blank: (declared: FieldSchema) => Json;
  readonly isEmpty: (value: Json) => boolean;
  /** Takes a value written in a looser form, such as a bare address for a link; cleans it. */
  readonly accept?: (value: Json, declared: FieldSchema) => Json;
  /** Reads a value typed as text, as in `--fill PATH=VALUE`; undefined when it cannot be one. */
  readonly read: (typed: string, declared: FieldSchema) => Json | undefined;
  /** The value as characters, for text and for attributes; not escaped yet. */
  readonly text?: (value: Json) => string;
  /** The value as an address, for `href`, `src` and their like; not escaped yet. */
  readonly address?: (value: Json) => string;
  /** The value as markup that stays where it is put. */
  readonly html?: (value: Json, room: Room) => string;
  /** The value as CSS, valid after the colon of any declaration. */
  readonly css?: (value: Json, declared: FieldSchema) => string;
  /** The value as script finds it, where that is not the value itself. */
  readonly data?: (value: Json) => Json;
}

/** Reads JSON typed in a command; undefined when it is not JSON. */
export function readJson(typed: string): Json | undefined {
  try {
    return JSON.parse(typed) as Json;
  } catch {
    return undefined;
  }
}

/** Reads what is typed for a value with members: JSON, or its looser form. */
export function readMembers(typed: string): Json | undefined {
  return typed.trimStart().startsWith('{') ? readJson(typed) : typed;
}

export function isBlank(value: Json): boolean {
  return value === null || value === '';
}

/** A value as its own characters. */
export function asText(value: Json): string {
  return String(value);
}
