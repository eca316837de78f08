import type {
  CompiledSheet,
  StyleCompilers,
  StyleDialect,
} from '../../core/author/snippet/dialect.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';

/**
 * Loads the compilers of some dialects; nothing is loaded that is not needed.
 *
 * @throws Refusal when the package of one is not installed
 */
export async function loadCompilers(dialects: Iterable<StyleDialect>): Promise<StyleCompilers> {
  const compilers: StyleCompilers = {};
  for (const dialect of dialects) compilers[dialect] = await loaders[dialect]();
  return compilers;
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
