import { parse } from 'acorn';
import { finding, type Place } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';

/** Languages that are compiled to CSS. */
export type StyleDialect = 'scss' | 'less';

/** What a compiler makes of a sheet, or what it complains of; line and column from 1. */
export type CompiledSheet =
  | { readonly css: string }
  | { readonly error: string; readonly line: number; readonly column: number };

/** Compilers by dialect, given by whoever imports; only those that are needed. */
export type StyleCompilers = Partial<Record<StyleDialect, (source: string) => CompiledSheet>>;

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

/**
 * Refuses script that no browser runs as it is.
 *
 * @param hint its file name or the type of its tag
 * @throws Refusal for TypeScript and JSX, with what to paste instead
 */
export function refuseDialects(text: string, hint: string, place: Place): void {
  const says = (pattern: RegExp) => pattern.test(hint);
  const bare = withoutWords(text);
  const isFine = !says(/\.(?:[jt]sx|m?ts)$|typescript|babel|jsx|tsx|\sts$/i) && parses(text);
  if (isFine) return;
  if (says(/\.[jt]sx$|babel|jsx|tsx/i) || jsx.test(bare)) {
    throw new Refusal(finding('snippet/jsx', {}, place));
  }
  if (says(/\.m?ts$|typescript|\sts$/i) || typed.test(bare)) {
    throw new Refusal(finding('snippet/typescript', {}, place));
  }
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
