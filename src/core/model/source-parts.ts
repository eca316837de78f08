/** The source files of a mould, by the part of the mould they are. */
export const fileOf = {
  template: 'template.html',
  style: 'style.css',
  script: 'script.js',
} as const;

/** A part of a mould that has a source file. */
export type SourcePart = keyof typeof fileOf;

/** The text of each part. */
export type Sources = Readonly<Record<SourcePart, string>>;

/** The parts in their order: markup, then style, then script. */
export const sourceParts = Object.keys(fileOf) as readonly SourcePart[];

/** What something makes of each part. */
export function eachPart<T>(make: (part: SourcePart) => T): Record<SourcePart, T> {
  return { template: make('template'), style: make('style'), script: make('script') };
}
