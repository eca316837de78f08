import { join } from 'node:path';
import type { Command } from 'commander';
import { deliver } from '../../core/deliver/deliver.ts';
import type { Parts } from '../../core/deliver/delivery.ts';
import { type FormName, formNames, forms } from '../../core/deliver/forms.ts';
import { packMould } from '../../core/pack/pack-mould.ts';
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
    .option('--as <form>', `form of delivery: ${formNames.join(', ')}, pack`, 'block')
    .option('--sealed', 'in a shadow root, where no rule crosses either way')
    .option(
      '--look <own|host>',
      'as the snippet looked, or with type and colours of the site',
      'own',
    )
    .option('--document', 'a whole HTML document instead')
    .option(
      '--out <file>',
      'write to a file, or several parts to a folder, instead of standard output',
    )
    .option('--replace', 'let --out replace a file that is there')
    .action((path: string, options: CastArguments) => {
      const keepsStdoutClear = options.out === undefined;
      return running(async (terminal) => {
        const form = options.as === 'pack' ? undefined : formNamed(options.as);
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
        if (form === undefined) {
          const pack =
            out ?? `${subject.mould.manifest.name}-${subject.mould.manifest.version}.zip`;
          if (out === undefined) await refuseIfThere(pack, 'Choose another place with --out.');
          await writeWhole(pack, packMould(subject.mould));
          if (terminal.isJson) terminal.json({ form: 'pack', pack, findings: subject.findings });
          else terminal.say(`${terminal.strong(pack)} holds the mould; any command takes it.`);
          return subject.findings;
        }
        const { placeOf, moulds } = subject;
        const manner = { sealed: options.sealed === true, look };
        const cast = subject.compiled.cast(castFile, { placeOf, moulds, ...manner });
        const isDocument = options.document ?? false;
        const delivery = deliver(cast, { form, document: isDocument, runtime });
        const findings = [...subject.findings, ...delivery.findings];
        const { parts } = delivery;
        const isWhole = isDocument || form === 'block' || form === 'frame';
        const code = isDocument
          ? (parts.document ?? '')
          : isWhole
            ? (parts.html ?? '')
            : inOne(parts);
        if (out !== undefined && isWhole) await writeWhole(out, code);
        else if (out !== undefined) await writeParts(out, parts, options.replace === true);
        if (terminal.isJson) {
          terminal.json({ ...delivery, findings });
          return findings;
        }
        await printFindings(terminal, findings);
        if (out === undefined) terminal.result(code);
        else {
          const kind = isDocument ? 'document' : isWhole ? form : `${form}, a file each`;
          terminal.say(`${terminal.strong(out)} holds cast ${cast.id} as ${kind}.`);
        }
        if (!isDocument && form !== 'block') {
          for (const note of forms[form].notes) terminal.say(note);
        }
        return findings;
      }, keepsStdoutClear);
    });
}

/** The file that each part is written to, and what it is called where all are printed. */
const partFiles: Readonly<Record<string, readonly [file: string, title: string]>> = {
  head: ['head.html', 'For the head'],
  html: ['spot.html', 'HTML, for the spot itself'],
  css: ['style.css', 'CSS'],
  js: ['script.js', 'JavaScript'],
  bodyEnd: ['body-end.html', 'For the end of the body'],
};

function eachPart(parts: Parts): [file: string, title: string, text: string][] {
  return Object.entries(partFiles).flatMap(([name, [file, title]]) => {
    const text = parts[name as keyof Parts] ?? '';
    return text === '' ? [] : [[file, title, text]];
  });
}

/** All parts one after the other, each below a line that says what it is. */
function inOne(parts: Parts): string {
  return eachPart(parts)
    .map(([, title, text]) => `──── ${title} ────\n${text}`)
    .join('\n');
}

async function writeParts(folder: string, parts: Parts, isReplaced: boolean): Promise<void> {
  const all = eachPart(parts).map(([file, , text]) => [join(folder, file), text] as const);
  if (!isReplaced) {
    for (const [path] of all) await refuseIfThere(path, 'Add --replace, or choose another --out.');
  }
  for (const [path, text] of all) await writeWhole(path, text);
}

function formNamed(name: string): FormName {
  const form = formNames.find((one) => one === name);
  if (form) return form;
  const what = `There is no form ${name}; the forms are ${formNames.join(', ')}, pack.`;
  throw new Refusal(finding('call/usage', { what, command: 'cast' }));
}

function lookNamed(name: string): 'own' | 'host' {
  if (name === 'own' || name === 'host') return name;
  const what = `There is no look ${name}; the looks are own and host.`;
  throw new Refusal(finding('call/usage', { what, command: 'cast' }));
}
