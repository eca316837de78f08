import type { SourcePart } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';

/** A place in which a binding of the template names a field, or a row or member of it. */
export interface TemplateUse {
  readonly as: 'hole' | 'structure';
  readonly in: 'template';
  /** The path as written, without what it asks of a row: `rows.time`. */
  readonly path: string;
  /** Where the path stands. */
  readonly name: Range;
  /** What the value takes the place of: the hole, or the attribute that is the binding. */
  readonly whole: Range;
  /** The attribute whose value the hole is, and nothing but it. */
  readonly only?: { readonly name: string; readonly range: Range; readonly quote: string };
  /** The binding, such as `km-each`, where it is one. */
  readonly binding?: string;
}

/** A place that names a custom property: in `var()`, or to set it or speak of it. */
export interface PropertyUse {
  readonly as: 'var' | 'property';
  readonly in: SourcePart;
  readonly property: string;
  readonly name: Range;
  /** The whole `var()`, its fallback included, or the name alone. */
  readonly whole: Range;
}

/** A script's read of `mould.values.title`, as far as its members are written out. */
export interface ReadUse {
  readonly as: 'read';
  readonly in: 'script' | 'template';
  /** The name of the field, then of members of its value, with where each read ends. */
  readonly steps: readonly { readonly name: string; readonly end: number }[];
  /** Where the field's name stands: `title`, or `'title'` with its quotes. */
  readonly name: Range;
  /** The same with what joins it to its object: `.title`, `?.title`, `['title']`. */
  readonly member: Range;
  readonly isOptional: boolean;
  /** Where the read begins. */
  readonly start: number;
}

/** A value taken out by its name: `const { title } = mould.values`. */
export interface TakenUse {
  readonly as: 'taken';
  readonly in: 'script' | 'template';
  readonly path: string;
  readonly name: Range;
  /** True for `{ title }`, where the name is the variable's as well. */
  readonly isShorthand: boolean;
  /** The stretch of the pattern to remove, a comma included. */
  readonly whole: Range;
  /** True where nothing else is taken by the pattern. */
  readonly isAlone: boolean;
  /** What the value is given to, without a default of the pattern's own: `title`, `{ href }`. */
  readonly target: string;
  /** The declaration of one variable or pattern that it is part of: `{ title } = mould.values`. */
  readonly declarator: Range;
}

/** A place in the rules of rows that names their list or a value of a row. */
export interface RowRuleUse {
  readonly as: 'rule';
  readonly in: 'style';
  readonly path: string;
  readonly name: Range;
  /** The whole of `@km-each` with its rules. */
  readonly whole: Range;
}

/** One place of a mould's sources in which a field is used. */
export type FieldUse = TemplateUse | PropertyUse | RowRuleUse | ReadUse | TakenUse;

/** The uses of fields in a source, and where its values go that no name follows. */
export interface SourceUses {
  readonly uses: readonly FieldUse[];
  /** Reads such as `mould.values[key]` or `draw(mould.values)`, which may be of any field. */
  readonly loose: readonly Range[];
}
