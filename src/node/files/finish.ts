import type { AcceptedPlugin } from 'postcss';
import type { Finish } from '../../core/deliver/delivery.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { memoizeByName } from '../../core/text/memoize.ts';

/** What is to be done to delivered style and scripts. */
export interface FinishOptions {
  /**
   * Browsers that style has to work in, as a browserslist query: it gets their prefixes, and no
   * nested rules where one of them has none.
   */
  readonly browsers?: string | undefined;
  readonly minify?: boolean | undefined;
}

/**
 * Loads what prefixes and minifies; nothing is loaded that is not asked for.
 *
 * @throws Refusal when a package is not installed, or the query is none
 *
 * @example
 * const finish = await loadFinish({ browsers: 'defaults', minify: true });
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
  const key = JSON.stringify([browsers, minify]);
  return {
    key,
    style,
    ...(small ? { script: memoizeByName((js: string) => small(js, 'js')) } : {}),
  };
}

/** The first versions with nested rules that begin with any selector (CSS Nesting 1, 3). */
const nestingSince: Readonly<Record<string, number>> = {
  chrome: 120,
  and_chr: 120,
  android: 120,
  edge: 120,
  opera: 106,
  op_mob: 80,
  samsung: 25,
  firefox: 117,
  and_ff: 117,
  safari: 17.2,
  ios_saf: 17.2,
};

/** True for a browser with nested rules, as browserslist names it: `ios_saf 16.6-16.7`. */
function nests(browser: string): boolean {
  const [name = '', version = ''] = browser.split(' ');
  return Number.parseFloat(version) >= (nestingSince[name] ?? Number.POSITIVE_INFINITY);
}

async function prefixer(browsers: string): Promise<(css: string) => string> {
  const purpose = 'to make style fit for browsers';
  const [{ default: postcss }, { default: autoprefixer }, { default: browserslist }] =
    await Promise.all([
      import('postcss').catch(() => missing('postcss', purpose)),
      import('autoprefixer').catch(() => missing('autoprefixer', purpose)),
      import('browserslist').catch(() => missing('browserslist', purpose)),
    ]);
  let all: string[];
  try {
    all = browserslist(browsers);
  } catch (error) {
    const [what = ''] = String((error as Error).message).split('\n');
    throw new Refusal(finding('call/usage', { what: `--browsers: ${what}`, command: 'cast' }));
  }
  const plugins: AcceptedPlugin[] = [autoprefixer({ overrideBrowserslist: browsers })];
  if (!all.every(nests)) {
    const { default: flatten } = await import('postcss-nesting').catch(() =>
      missing('postcss-nesting', purpose),
    );
    plugins.unshift(flatten());
  }
  const processor = postcss(plugins);
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
