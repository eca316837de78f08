import type {
  CompiledSheet,
  Compilers,
  ScriptCompiler,
  ScriptDialect,
  StyleDialect,
} from '../../core/author/snippet/dialect.ts';
import { codeDialectsIn, styleDialectsIn } from '../../core/author/snippet/sheets.ts';
import type { SnippetPiece } from '../../core/author/snippet/split-piece.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';

/**
 * Loads the compilers of what some pieces are written in; nothing is loaded that is not needed.
 *
 * @throws Refusal when the package for a dialect of style is not installed
 */
export async function compilersFor(pieces: readonly SnippetPiece[]): Promise<Compilers> {
  return loadCompilers([...styleDialectsIn(pieces), ...codeDialectsIn(pieces)]);
}

/** The compilers of some dialects. Those of markup and script are left out where none is installed. */
export async function loadCompilers(
  dialects: Iterable<StyleDialect | ScriptDialect | 'pug'>,
): Promise<Compilers> {
  const asked = new Set(dialects);
  const compilers: { -readonly [Name in keyof Compilers]: Compilers[Name] } = {};
  for (const dialect of ['scss', 'less'] as const) {
    if (asked.has(dialect)) compilers[dialect] = await loaders[dialect]();
  }
  if (asked.has('typescript') || asked.has('jsx')) compilers.script = await scriptCompiler();
  if (asked.has('pug')) compilers.pug = await pugCompiler();
  return compilers;
}

async function scriptCompiler(): Promise<ScriptCompiler | undefined> {
  const esbuild = await import('esbuild').catch(() => undefined);
  if (!esbuild) return undefined;
  return (source, dialect) => {
    try {
      const loader = dialect === 'jsx' ? 'tsx' : 'ts';
      const how = { loader, target: 'es2022', charset: 'utf8', logLevel: 'silent' } as const;
      return { js: esbuild.transformSync(source, how).code };
    } catch (error) {
      const [first] = (error as { errors?: readonly CompilerError[] }).errors ?? [];
      const { line = 1, column = 0 } = first?.location ?? {};
      return { error: first?.text ?? String(error), line, column: column + 1 };
    }
  };
}

interface CompilerError {
  readonly text: string;
  readonly location?: { readonly line: number; readonly column: number } | null;
}

async function pugCompiler(): Promise<Compilers['pug']> {
  const pug = await import('pug').catch(() => undefined);
  if (!pug) return undefined;
  return (source) => {
    try {
      return { html: pug.default.render(source) };
    } catch (error) {
      const {
        msg,
        line = 1,
        column = 1,
      } = error as { msg?: string; line?: number; column?: number };
      return { error: msg ?? String(error), line, column };
    }
  };
}

const loaders: Record<StyleDialect, () => Promise<(source: string) => CompiledSheet>> = {
  scss: async () => {
    const { compileString } = await import('sass').catch(() => missing('sass', 'SCSS'));
    return (source) => {
      try {
        return { css: compileString(source, { logger: { warn() {}, debug() {} } }).css };
      } catch (error) {
        const { sassMessage, span } = error as { sassMessage?: string; span?: Span };
        const { line = 0, column = 0 } = span?.start ?? {};
        return { error: sassMessage ?? String(error), line: line + 1, column: column + 1 };
      }
    };
  },
  less: async () => {
    const { default: less } = await import('less').catch(() => missing('less', 'Less'));
    return (source) => {
      let result: CompiledSheet = { error: 'it returned nothing', line: 1, column: 1 };
      // Without imports to wait for, the callback is called before render returns.
      less.render(source, { syncImport: true } as Less.Options, (error, output) => {
        result = error
          ? { error: error.message, line: error.line ?? 1, column: (error.column ?? 0) + 1 }
          : { css: output?.css ?? '' };
      });
      return result;
    };
  },
};

interface Span {
  readonly start?: { readonly line: number; readonly column: number };
}

function missing(name: string, language: string): never {
  throw new Refusal(finding('call/no-package', { name, purpose: `to compile ${language}` }));
}
