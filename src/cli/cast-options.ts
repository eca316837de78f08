import type { Command } from 'commander';
import type { StyleAt } from '../core/deliver/form.ts';
import { type FormName, formNames } from '../core/deliver/forms.ts';
import { finding } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';
import { collected } from './command.ts';

/** What `cast` is given beside its moulds. */
export interface CastArguments {
  readonly fill: readonly string[];
  readonly below: readonly string[];
  readonly slot: readonly string[];
  readonly sample?: string;
  readonly id?: string;
  readonly as: string;
  readonly sealed?: boolean;
  readonly look: string;
  readonly document?: boolean;
  readonly assets?: string;
  readonly style: string;
  readonly height?: string;
  readonly nonce?: string;
  readonly browsers?: string;
  readonly minify?: boolean;
  readonly out?: string;
  readonly replace?: boolean;
}

export function addCastOptions(command: Command): Command {
  return command
    .option(
      '--fill <file|path=value>',
      'values to fill in (repeatable, later ones win)',
      collected,
      [],
    )
    .option(
      '--below <width:path=value>',
      'a value for viewports narrower than WIDTH px (repeatable)',
      collected,
      [],
    )
    .option('--slot <name=file>', 'HTML, or a cast, to put into a slot (repeatable)', collected, [])
    .option('--sample <name>', 'a sample of the mould: default, long, bare or one of its own')
    .option('--id <id>', 'id of the cast (default: made from its mould and values)')
    .option('--as <form>', `form of delivery: ${formNames.join(', ')}, pack`, 'block')
    .option('--sealed', 'put it into a shadow root, so that no style crosses over')
    .option(
      '--look <own|host>',
      "keep the snippet's own look, or take on the site's fonts and colours",
      'own',
    )
    .option('--document', 'print a complete HTML document')
    .option(
      '--assets <inline|dir|url>',
      'embed files of assets/, copy them to a folder, or load them from an address',
    )
    .option('--style <head|css|file>', 'where the form placed puts the style', 'head')
    .option('--height <px>', 'height of a frame (default: it follows its content)')
    .option('--nonce <text>', 'nonce of a Content Security Policy, for style and scripts')
    .option('--browsers <query>', 'add vendor prefixes for these browsers, such as "defaults"')
    .option('--minify', 'minify style and scripts')
    .option('--out <file>', 'write to a file, or to a folder if there are several parts')
    .option('--replace', 'let --out replace existing files');
}

export function formNamed(name: string): FormName {
  return oneOf('form', [...formNames, 'pack'], name) as FormName;
}

export function lookNamed(name: string): 'own' | 'host' {
  return oneOf('look', ['own', 'host'], name) as 'own' | 'host';
}

export function styleNamed(name: string): StyleAt {
  return oneOf('place for style called', ['head', 'css', 'file'], name) as StyleAt;
}

/** @throws Refusal for what is no number of px */
export function heightOf(given: string | undefined): number | undefined {
  if (given === undefined) return undefined;
  const [, number] = /^\s*([1-9]\d{0,4})(?:px)?\s*$/.exec(given) ?? [];
  if (number !== undefined) return Number(number);
  const what = `--height must be a number of px, such as 320, not ${given}.`;
  throw new Refusal(finding('call/usage', { what, command: 'cast' }));
}

/** @throws Refusal when the word is none of those there are */
function oneOf(what: string, known: readonly string[], word: string): string {
  if (known.includes(word)) return word;
  const sentence = `Unknown ${what} ${word}. Use one of ${known.join(', ')}.`;
  throw new Refusal(finding('call/usage', { what: sentence, command: 'cast' }));
}
