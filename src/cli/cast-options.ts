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
  readonly sample?: string;
  readonly id?: string;
  readonly as: string;
  readonly sealed?: boolean;
  readonly look: string;
  readonly document?: boolean;
  readonly assets?: string;
  readonly style: string;
  readonly nonce?: string;
  readonly browsers?: string;
  readonly minify?: boolean;
  readonly out?: string;
  readonly replace?: boolean;
}

export function addCastOptions(command: Command): Command {
  return command
    .option('--fill <file|path=value>', 'values to fill in; repeatable, later wins', collected, [])
    .option(
      '--below <width:path=value>',
      'a value for viewports narrower than so many px; repeatable',
      collected,
      [],
    )
    .option('--sample <name>', "one of the mould's samples: default, long, bare or its own")
    .option('--id <id>', 'id of the cast; by default made from its mould and values')
    .option('--as <form>', `form of delivery: ${formNames.join(', ')}, pack`, 'block')
    .option('--sealed', 'in a shadow root, where no rule crosses either way')
    .option(
      '--look <own|host>',
      'as the snippet looked, or with type and colours of the site',
      'own',
    )
    .option('--document', 'a whole HTML document instead')
    .option(
      '--assets <inline|dir|url>',
      'put files of assets/ into the code or a folder, or count on them at an address',
    )
    .option('--style <head|css|file>', 'where the form placed puts style', 'head')
    .option('--nonce <text>', 'nonce of a content security policy, for style and scripts')
    .option('--browsers <query>', 'browsers whose prefixes style gets, such as "defaults"')
    .option('--minify', 'make style and scripts small')
    .option(
      '--out <file>',
      'write to a file, or several parts to a folder, instead of standard output',
    )
    .option('--replace', 'let --out replace a file that is there');
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

/** @throws Refusal when the word is none of those there are */
function oneOf(what: string, known: readonly string[], word: string): string {
  if (known.includes(word)) return word;
  const sentence = `There is no ${what} ${word}; there are ${known.join(', ')}.`;
  throw new Refusal(finding('call/usage', { what: sentence, command: 'cast' }));
}
