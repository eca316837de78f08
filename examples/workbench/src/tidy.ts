import type { Plugin } from 'prettier';
import { format } from 'prettier/standalone';

const parsers = { html: 'html', css: 'css', js: 'babel' } as const;

/**
 * Code set as a reader would like it, by a standard formatter that is loaded when it is asked for.
 *
 * @throws where the code cannot be read
 */
export async function tidied(text: string, language: keyof typeof parsers): Promise<string> {
  const plugins = await Promise.all([
    import('prettier/plugins/html'),
    import('prettier/plugins/postcss'),
    import('prettier/plugins/babel'),
    import('prettier/plugins/estree'),
  ]);
  return format(text, {
    parser: parsers[language],
    plugins: plugins as unknown as Plugin[],
    printWidth: 100,
    singleQuote: true,
    htmlWhitespaceSensitivity: 'css',
  });
}
