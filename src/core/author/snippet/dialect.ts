import { parse } from 'acorn';
import { finding, type Place } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';

/** Languages that are compiled to CSS. */
export type StyleDialect = 'scss' | 'less';

/** What a compiler makes of a sheet, or what it complains of; line and column from 1. */
export type CompiledSheet = { readonly css: string } | CompilerFault;

/** Languages that are compiled to JavaScript. */
export type ScriptDialect = 'typescript' | 'jsx';

/** Where a compiler stopped, and why; line and column from 1. */
interface CompilerFault {
  readonly error: string;
  readonly line: number;
  readonly column: number;
}

/** What compiles scripts of any dialect. */
export type ScriptCompiler = (
  source: string,
  dialect: ScriptDialect,
) => { readonly js: string } | CompilerFault;

/** Compilers by dialect, given by whoever imports; only those that are needed. */
export type Compilers = Partial<Record<StyleDialect, (source: string) => CompiledSheet>> & {
  readonly script?: ScriptCompiler | undefined;
  readonly pug?: ((source: string) => { readonly html: string } | CompilerFault) | undefined;
};

const scss =
  /(?:^|[\s{;])\$[\w-]+\s*:|@(?:mixin|include|extend|use|forward|each|for|while)\b|#\{|(?:^|[\s;}])%[\w-]+\s*\{/;
const less =
  /(?:^|[\s{;}])@(?!media|page|import|layer|namespace)[\w-]+\s*:\s*[^;{}]{1,400};|^\s*[.#][\w-]+\([^)]{0,200}\)\s*;|[:(,\s]~["']/m;

/** The dialect a sheet is written in; undefined for CSS itself. */
export function styleDialectOf(text: string, hint = ''): StyleDialect | undefined {
  if (/scss|sass/i.test(hint)) return 'scss';
  if (/less/i.test(hint)) return 'less';
  if (scss.test(text)) return 'scss';
  return less.test(text) ? 'less' : undefined;
}

/** Signs of TypeScript, looked for only where a text is no JavaScript. */
const typed = new RegExp(
  [
    String.raw`^\s*(?:export\s+)?(?:interface\s+\w|enum\s+\w|namespace\s+\w|declare\s|type\s+\w+\s*=)`,
    String.raw`[\w)\]?]\s*:\s*(?:string|number|boolean|any|void|unknown|never|HTML\w*Element)\b`,
    String.raw`\(\s*\w+\??\s*:\s*[A-Z]\w*|\b(?:const|let|var)\s+\w+\s*:\s*\w`,
    String.raw`\bas\s+(?:const|any|unknown|string|number|HTML\w*)\b|[\w)\]]!\.\w|\bimport\s+type\b`,
    String.raw`\b(?:private|public|protected|readonly)\s+\w+|\bquerySelector(?:All)?<`,
  ].join('|'),
  'm',
);
const jsx = /(?:return|=>|[=(?:&|,])\s*\(?\s*<(?:[A-Za-z][\w.]*(?:\s|\/?>)|>)|\bclassName=/;

/** The dialect a script is written in; undefined for JavaScript, faults and all. */
function scriptDialectOf(text: string, hint: string): ScriptDialect | undefined {
  const said = hintedAs(hint);
  if (said !== undefined) return said;
  if (parses(text)) return undefined;
  const bare = withoutWords(text);
  if (jsx.test(bare)) return 'jsx';
  return typed.test(bare) ? 'typescript' : undefined;
}

function hintedAs(hint: string): ScriptDialect | undefined {
  if (/\.[jt]sx$|babel|jsx|tsx/i.test(hint)) return 'jsx';
  return /\.m?ts$|typescript|\sts$/i.test(hint) ? 'typescript' : undefined;
}

/**
 * A script as browsers run it: compiled where it is written in a dialect. What only looks like one
 * and cannot be compiled is JavaScript with a fault, which is no reason to stop.
 *
 * @param hint its file name or the type of its tag
 * @throws Refusal for a dialect without its compiler, and for one with a fault
 */
export function toScript(
  text: string,
  hint: string,
  place: Place,
  compile: ScriptCompiler | undefined,
): string {
  const dialect = scriptDialectOf(text, hint);
  if (dialect === undefined) return text;
  if (!compile) throw new Refusal(finding(`snippet/${dialect}`, {}, place));
  const compiled = compile(text, dialect);
  if ('js' in compiled) return compiled.js;
  if (hintedAs(hint) === undefined) return text;
  const line = place.line + compiled.line - 1;
  const at = { ...place, line, column: compiled.column };
  throw new Refusal(finding('snippet/dialect-fault', { dialect, error: compiled.error }, at));
}

/** Words that begin a line of Pug, beside names of elements, classes and ids. */
const pugLine =
  /^\s*(?:(?:[a-z][\w-]*(?::[\w-]+)?)?(?:[.#][\w-]+)+(?:\([^)]*\))?[.=/:]?(?:\s|$)|[a-z][\w-]*\([^)]*\)[.=/:]?(?:\s|$)|(?:each|if|else|unless|case|when|mixin|include|extends|block|doctype)\b|[-|+=]\s?\S|(?:a|article|aside|b|body|button|div|em|figure|footer|form|h[1-6]|head|header|html|i|img|input|label|li|main|nav|ol|p|section|span|strong|table|td|tr|ul)(?:[.=/:]?(?:\s|$)))/;

/** True for markup that is written in Pug: indented names of elements, and no tag at all. */
export function isPug(text: string, name: string): boolean {
  if (/\.(?:pug|jade)$/i.test(name)) return true;
  if (/[<{};]/.test(text.replace(/\([^)]*\)|[#!]\{[^}]*\}/g, ''))) return false;
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const like = lines.filter((line) => pugLine.test(line)).length;
  const isNested = lines.some((line) => /^\s+\S/.test(line));
  return lines.length > 1 && isNested && like >= lines.length * 0.6;
}

/** A script with its comments left out and its strings emptied: words in them prove nothing. */
function withoutWords(text: string): string {
  return text.replace(
    /\/\*[\s\S]*?\*\/|\/\/[^\n]*|"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|`(?:\\.|[^`\\])*`/g,
    '""',
  );
}

function parses(text: string): boolean {
  return (['script', 'module'] as const).some((sourceType) => {
    try {
      parse(text, { ecmaVersion: 'latest', sourceType, allowHashBang: true });
      return true;
    } catch {
      return false;
    }
  });
}
