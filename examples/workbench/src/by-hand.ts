import {
  clearPlace,
  type Marking,
  type Mould,
  markPlace,
  offersAt,
  type PlaceOffers,
  setCondition,
  splitPlace,
} from 'keen-mould';
import { orReason } from './refused.ts';

/** The sources that fields are bound in, by the file that each is. */
export const sources = {
  'template.html': ['template', 'html'],
  'style.css': ['style', 'css'],
  'script.js': ['script', 'js'],
} as const;

export type SourceFile = keyof typeof sources;

/** A stretch of a source that was marked by hand; an empty one means what it stands in. */
export interface Marked {
  readonly file: SourceFile;
  readonly start: number;
  readonly end: number;
}

/** What came of something done by hand, or the sentence that says why nothing did. */
export type Made = { readonly mould: Mould; readonly said: string } | string;

let last: { readonly mould: Mould; readonly place: string; readonly offers: PlaceOffers | string };

/** What could be made of what was marked; a sentence where nothing could. */
export function offersFor(mould: Mould, marked: Marked): PlaceOffers | string {
  const place = placeOf(mould, marked);
  if (last?.mould !== mould || last.place !== place)
    last = { mould, place, offers: orReason(() => offersAt(mould, place)) };
  return last.offers;
}

/** Makes a field of what was marked, or gives a field one more place. */
export function marking(mould: Mould, marked: Marked, asked: Marking): Made {
  return orReason(() => {
    const { mould: made, field, findings } = markPlace(mould, placeOf(mould, marked), asked);
    const [first] = findings;
    return {
      mould: made,
      said: first
        ? first.message
        : `${field} is now a ${asked.form === 'slot' ? 'slot' : 'field'}.`,
    };
  });
}

/** Shows the marked element only under a condition. */
export function conditioned(mould: Mould, marked: Marked, condition: string): Made {
  return orReason(() => {
    const { mould: made } = setCondition(mould, placeOf(mould, marked), condition);
    return { mould: made, said: `It is shown when ${condition}.` };
  });
}

/** True for what is marked in a media query, whose value may be that of a field below a width. */
export function isInMedia(mould: Mould, { file, start }: Marked): boolean {
  if (file !== 'style.css') return false;
  const [, ...since] = mould.style.slice(0, start).split(/(?=@media\b)/i);
  const last = since.at(-1) ?? '';
  const count = (brace: string) => last.split(brace).length;
  return count('{') > count('}');
}

/** Puts back what stood where a field is. */
export function cleared(mould: Mould, marked: Marked): Made {
  return orReason(() => {
    const { mould: made, field } = clearPlace(mould, placeOf(mould, marked));
    return { mould: made, said: `${field} no longer fills that place.` };
  });
}

/** Makes a field of its own of one place of a field that has several. */
export function split(mould: Mould, marked: Marked): Made {
  return orReason(() => {
    const { mould: made, field } = splitPlace(mould, placeOf(mould, marked));
    return { mould: made, said: `${field} is a field of its own now.` };
  });
}

/**
 * Where an element of a frame stands in the template. Rows after the first are written as the first
 * is, and where a template has several roots, the element around them is none of its own.
 */
export function elementIn(mould: Mould, element: string): Marked | undefined {
  const steps = element.split(' > ');
  const asFirst = steps.map((_, at) =>
    steps.map((step, index) => (index <= at ? step.replace(/\d+/, '1') : step)).join(' > '),
  );
  for (const path of [element, ...asFirst].flatMap((one) => [one, one.replace(/^.*? > /, '')])) {
    const found = orReason(() => offersAt(mould, path));
    const at = typeof found === 'string' ? undefined : found.place;
    const [, line, column, lastLine = line, lastColumn] =
      /^template\.html:(\d+):(\d+)-(?:(\d+):)?(\d+)$/.exec(at ?? '') ?? [];
    if (line === undefined) continue;
    const start = offsetAt(mould.template, Number(line), Number(column));
    const end = offsetAt(mould.template, Number(lastLine), Number(lastColumn));
    return { file: 'template.html', start, end };
  }
  return undefined;
}

function offsetAt(text: string, line: number, column: number): number {
  const lines = text.match(/[^\r\n]*(?:\r\n|\n|\r|$)/g) ?? [];
  return lines.slice(0, line - 1).reduce((sum, one) => sum + one.length, 0) + column - 1;
}

/** A place as people write it: file, line and column. */
function placeOf(mould: Mould, { file, start, end }: Marked): string {
  const [part] = sources[file];
  const at = (offset: number) => {
    const lines = mould[part].slice(0, offset).split(/\r\n|\n|\r/);
    return { line: lines.length, column: (lines.at(-1)?.length ?? 0) + 1 };
  };
  const [from, to] = [at(start), at(end)];
  const stretch = end > start ? `-${to.line}:${to.column}` : '';
  return `${file}:${from.line}:${from.column}${stretch}`;
}
