import type { ImportOptions } from 'keen-mould';

type Compilers = NonNullable<ImportOptions['compilers']>;
type StyleCompiler = NonNullable<Compilers['scss']>;

/** Compilers that a paste has asked for; large, so that none is loaded before. */
export const compilers: { -readonly [Name in keyof Compilers]: Compilers[Name] } = {};

/** Loads a compiler by the name of its package; false where there is none of that name. */
export async function loadCompiler(name: string): Promise<boolean> {
  if (name !== 'sass' || compilers.scss) return false;
  const { compileString } = await import('sass');
  compilers.scss = (source): ReturnType<StyleCompiler> => {
    try {
      return { css: compileString(source, { logger: { warn() {}, debug() {} } }).css };
    } catch (error) {
      const { sassMessage, span } = error as SassError;
      const { line = 0, column = 0 } = span?.start ?? {};
      return { error: sassMessage ?? String(error), line: line + 1, column: column + 1 };
    }
  };
  return true;
}

interface SassError {
  readonly sassMessage?: string;
  readonly span?: { readonly start?: { readonly line: number; readonly column: number } };
}
