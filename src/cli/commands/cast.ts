import type { Command } from 'commander';
import { deliver } from '../../core/deliver/deliver.ts';
import { type FormName, formNames } from '../../core/deliver/forms.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { refuseIfThere, writeWhole } from '../../node/files/write-safely.ts';
import { runtime } from '../../runtime/text.ts';
import { collected, type Running } from '../command.ts';
import { printFindings } from '../print-findings.ts';
import { readSubject } from '../subject.ts';

interface CastArguments {
  readonly fill: readonly string[];
  readonly below: readonly string[];
  readonly sample?: string;
  readonly id?: string;
  readonly as: string;
  readonly sealed?: boolean;
  readonly look: string;
  readonly document?: boolean;
  readonly out?: string;
  readonly replace?: boolean;
}

/** `cast MOULD|CAST.json`: one cast as code. */
export function addCast(program: Command, running: Running): void {
  program
    .command('cast')
    .summary('fill a mould and print the code')
    .description('Makes one cast: the code of the widget, filled with values.')
    .argument('<MOULD|CAST.json>', 'a mould folder, or a cast that names one')
    .option('--fill <file|path=value>', 'values to fill in; repeatable, later wins', collected, [])
    .option(
      '--below <width:path=value>',
      'a value for viewports narrower than so many px; repeatable',
      collected,
      [],
    )
    .option('--sample <name>', "one of the mould's samples: default, long, bare or its own")
    .option('--id <id>', 'id of the cast; by default made from its mould and values')
    .option('--as <form>', `form of delivery: ${formNames.join(', ')}`, 'block')
    .option('--sealed', 'in a shadow root, where no rule crosses either way')
    .option(
      '--look <own|host>',
      'as the snippet looked, or with type and colours of the site',
      'own',
    )
    .option('--document', 'a whole HTML document instead')
    .option('--out <file>', 'write to a file instead of standard output')
    .option('--replace', 'let --out replace a file that is there')
    .action((path: string, options: CastArguments) => {
      const keepsStdoutClear = options.out === undefined;
      return running(async (terminal) => {
        const form = formNamed(options.as);
        const look = lookNamed(options.look);
        const { out } = options;
        if (out !== undefined && !options.replace) {
          await refuseIfThere(out, 'Add --replace to replace it, or choose another --out.');
        }
        const subject = await readSubject(path, options.fill, options);
        const castFile = options.id ? { ...subject.cast, id: options.id } : subject.cast;
        const broken = subject.findings.filter(({ level }) => level === 'error');
        const [first, ...rest] = broken;
        if (!subject.compiled.isSound && first) throw new Refusal(first, ...rest);
        const { placeOf, moulds } = subject;
        const manner = { sealed: options.sealed === true, look };
        const cast = subject.compiled.cast(castFile, { placeOf, moulds, ...manner });
        const isDocument = options.document ?? false;
        const delivery = deliver(cast, { form, document: isDocument, runtime });
        const findings = [...subject.findings, ...delivery.findings];
        const code = (isDocument ? delivery.parts.document : delivery.parts.html) ?? '';
        if (out !== undefined) await writeWhole(out, code);
        if (terminal.isJson) {
          terminal.json({ ...delivery, findings });
          return findings;
        }
        await printFindings(terminal, findings);
        if (out === undefined) terminal.result(code);
        else {
          const kind = isDocument ? 'document' : form;
          terminal.say(`${terminal.strong(out)} holds cast ${cast.id} as a ${kind}.`);
        }
        return findings;
      }, keepsStdoutClear);
    });
}

function formNamed(name: string): FormName {
  const form = formNames.find((one) => one === name);
  if (form) return form;
  const what = `There is no form ${name}; the forms are ${formNames.join(', ')}.`;
  throw new Refusal(finding('call/usage', { what, command: 'cast' }));
}

function lookNamed(name: string): 'own' | 'host' {
  if (name === 'own' || name === 'host') return name;
  const what = `There is no look ${name}; the looks are own and host.`;
  throw new Refusal(finding('call/usage', { what, command: 'cast' }));
}
