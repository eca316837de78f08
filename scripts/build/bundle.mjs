import { build } from 'esbuild';

/**
 * Bundles one module of `src` as minified text that runs in a browser.
 *
 * @param options those of esbuild that differ; `conditions` choose among the variants in the
 *   `imports` of package.json
 */
export async function bundle(options) {
  const { outputFiles } = await build({
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    charset: 'utf8',
    legalComments: 'none',
    ...options,
    conditions: [...(options.conditions ?? []), 'source'],
  });
  return outputFiles[0].text.trim();
}
