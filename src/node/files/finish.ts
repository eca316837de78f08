import type { Finish } from '../../core/deliver/delivery.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { memoizeByName } from '../../core/text/memoize.ts';

/** What is to be done to delivered style and scripts. */
export interface FinishOptions {
  /** Browsers that style has to work in, as a browserslist query: it gets their prefixes. */
  readonly browsers?: string | undefined;
  readonly minify?: boolean | undefined;
}

/**
 * Loads what prefixes and minifies; nothing is loaded that is not asked for.
 *
 * @throws Refusal when a package is not installed, or the query is none
 */
export async function loadFinish({ browsers, minify }: FinishOptions): Promise<Finish> {
  const prefix = browsers === undefined ? undefined : await prefixer(browsers);
  const small = minify ? await minifier() : undefined;
  if (!prefix && !small) return {};
  // The style of a mould comes with each of its casts, and is finished once.
  const style = memoizeByName((css: string) => {
    const prefixed = prefix?.(css) ?? css;
    return small?.(prefixed, 'css') ?? prefixed;
  });
  return { style, ...(small ? { script: memoizeByName((js: string) => small(js, 'js')) } : {}) };
}

async function prefixer(browsers: string): Promise<(css: string) => string> {
  const purpose = 'to add vendor prefixes';
  const [{ default: postcss }, { default: autoprefixer }, { default: browserslist }] =
    await Promise.all([
      import('postcss').catch(() => missing('postcss', purpose)),
      import('autoprefixer').catch(() => missing('autoprefixer', purpose)),
      import('browserslist').catch(() => missing('browserslist', purpose)),
    ]);
  try {
    browserslist(browsers);
  } catch (error) {
    const [what = ''] = String((error as Error).message).split('\n');
    throw new Refusal(finding('call/usage', { what: `--browsers: ${what}`, command: 'cast' }));
  }
  const processor = postcss([autoprefixer({ overrideBrowserslist: browsers })]);
  return (css) => processor.process(css, { from: undefined }).css;
}

async function minifier(): Promise<(code: string, loader: 'css' | 'js') => string> {
  const { transformSync } = await import('esbuild').catch(() => missing('esbuild', 'to minify'));
  return (code, loader) => {
    const { code: small } = transformSync(code, {
      loader,
      minify: true,
      charset: 'utf8',
      legalComments: 'none',
      logLevel: 'silent',
    });
    return small.trim();
  };
}

function missing(name: string, purpose: string): never {
  throw new Refusal(finding('call/no-package', { name, purpose }));
}
