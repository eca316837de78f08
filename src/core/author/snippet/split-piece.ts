import { type Finding, finding, type Place } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { indexLines } from '../../text/line-index.ts';
import { closeRawText } from './close-raw-text.ts';
import { isPug, toScript } from './dialect.ts';
import { type Language, languageOf } from './recognise.ts';
import { withScriptFiles } from './script-addresses.ts';
import { type Beside, type MarkupSplit, splitMarkup } from './split-markup.ts';
import { withStyleFiles } from './style-addresses.ts';

/** One file, or one pane, of what was pasted. */
export interface SnippetPiece {
  /** Its file name, for findings and for `snippet/`. */
  readonly name: string;
  readonly text: string;
  /** The file byte for byte, where that is known; kept in its place. */
  readonly bytes?: Uint8Array;
  /** What it was said to be; what it turns out to be counts. */
  readonly as?: Language;
}

const empty: MarkupSplit = {
  template: '',
  styles: [],
  scripts: [],
  libraries: [],
  fonts: [],
  dropped: [],
  findings: [],
  title: undefined,
  page: {},
  importMap: {},
};

/**
 * Takes one piece apart by what it turns out to be, and notes where that is not what it was said
 * to be.
 *
 * @throws Refusal for script that no browser runs
 */
export function splitPiece(piece: SnippetPiece, beside: Beside): MarkupSplit {
  const { name, text, as } = piece;
  if (text.trim() === '') return empty;
  if ((as ?? 'html') === 'html' && isPug(text, name)) return fromPug(piece, beside);
  const found = languageOf(text);
  const start = indexLines(name, text).placeAt(text.search(/\S/));
  if (found === 'html') return splitMarkupPiece(piece, beside, start);
  const noted = takeCode(piece, found, beside);
  if (as === undefined && name.endsWith(`.${found}`)) return noted;
  if (as === found) return noted;
  const code = found === 'css' ? 'snippet/bare-css' : 'snippet/bare-script';
  const note = as === undefined ? finding(code, {}, start) : otherPiece(as, found, start);
  return { ...noted, findings: [note] };
}

/** @throws Refusal where there is no compiler for it, or it has a fault */
function fromPug(piece: SnippetPiece, beside: Beside): MarkupSplit {
  const { name, text } = piece;
  const compiled = beside.compilers.pug?.(text);
  const place = { file: name, line: 1, column: 1 };
  if (!compiled) throw new Refusal(finding('snippet/pug', {}, place));
  if ('html' in compiled) return splitMarkup(name, compiled.html, beside);
  const { error, line, column } = compiled;
  const data = { dialect: 'pug', error };
  throw new Refusal(finding('snippet/dialect-fault', data, { file: name, line, column }));
}

function splitMarkupPiece(piece: SnippetPiece, beside: Beside, start: Place): MarkupSplit {
  const { name, text, as = 'html' } = piece;
  // A pane of style or script that cannot be read is still that, unless it begins like markup.
  if (as !== 'html' && !text.trimStart().startsWith('<')) return takeCode(piece, as, beside);
  const { source, added } = closeRawText(text);
  const closed = added.map(({ name: tag, start: at }) =>
    finding('snippet/unclosed', { tag }, indexLines(name, text).placeAt(at)),
  );
  const whole = splitMarkup(name, source, beside);
  const split = { ...whole, findings: [...closed, ...whole.findings] };
  if (as === 'html') return split;
  const others = as === 'css' ? split.scripts : split.styles;
  const isInTags =
    split.template.trim() === '' && split.libraries.length === 0 && others.length === 0;
  const tag = as === 'css' ? 'style' : 'script';
  const note = isInTags
    ? finding('snippet/in-tags', { tag }, start)
    : otherPiece(as, 'html', start);
  return { ...split, findings: [note, ...split.findings] };
}

function takeCode(
  { name, text }: SnippetPiece,
  language: 'css' | 'js',
  { compilers, shelf }: Beside,
): MarkupSplit {
  const { placeAt } = indexLines(name, text);
  if (language === 'css') {
    const style = withStyleFiles(text, name, shelf);
    return { ...empty, styles: [{ text: style, hint: name, placeAt }] };
  }
  const script = toScript(text, name, placeAt(0), compilers.script);
  return { ...empty, scripts: [withScriptFiles(script, name, shelf)] };
}

const called: Readonly<Record<Language, string>> = { html: 'HTML', css: 'CSS', js: 'JavaScript' };

function otherPiece(as: Language, found: Language, place: Place): Finding {
  return finding('snippet/other-piece', { said: called[as], found: called[found] }, place);
}
